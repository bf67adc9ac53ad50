import { Choice } from '../editing'
import type { useHeldCase } from './useHeldCase'

/** Chooses the case that is shown, one axis after another. */
export const CaseChoice = ({ axes, hold }: Pick<ReturnType<typeof useHeldCase>, 'axes' | 'hold'>) =>
  axes.map(({ name, values, value }) => (
    <label key={name} className="inline-flex items-center gap-1 text-quiet">
      {name}
      <Choice
        label={`Show ${name}`}
        value={value}
        options={values.map((each) => [each, each])}
        onChoose={(next) => hold(name, next)}
      />
    </label>
  ))
