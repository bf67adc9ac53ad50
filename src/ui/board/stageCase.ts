import type { BoardModel } from '@/contract'
import { CONTEXTS, needsBrowser } from '@/core/contexts'
import type { Case } from '@/core/matrix'
import { fillingOf, othersOf, settingsOf, type Filling } from '@/core/plan'
import type { SlotValue } from '@/core/sheet'
import type { StepFile } from '@/core/steps'
import { stageCaseOf, type StageCase, type StageContext } from '@/stage'

/** A case as the stage takes it. Steps that need no input are taken on the board too. */
export function stageCase(model: BoardModel, { key, values }: Case): StageCase {
  const others = othersOf(model.nested)
  const settings = settingsOf(model.reachable, values, others)
  const staged = stageCaseOf({ key, settings })
  const steps = settings.steps.flatMap(({ files }) => files)
  if (steps.length === 0 || steps.some(isInput)) return staged
  const props: Record<string, unknown> = { ...staged.props }
  const slots: Record<string, Filling> = { ...staged.slots }
  try {
    for (const step of steps) {
      if (typeof step !== 'object') continue
      if ('set' in step) Object.assign(props, step.set)
      if ('fill' in step)
        for (const [slot, value] of Object.entries(step.fill))
          slots[slot] = fillingOf(model.reachable, slot, value as SlotValue, others, 'given')
    }
  } catch (error) {
    return { ...staged, problem: (error as Error).message }
  }
  return { ...staged, then: { props, slots } }
}

/** Whether a case is reached by input, which only a run gives. */
export const isBeforeSteps = ({ reachable }: BoardModel, { values }: Pick<Case, 'values'>): boolean =>
  settingsOf(reachable, values)
    .steps.flatMap(({ files }) => files)
    .some(isInput)

/**
 * Whether a page cannot show a case, so that a picture of it is shown: it is reached by input, or stands in a context that only a
 * browser can bring about.
 * @param own context of the document that it would stand in with others
 */
export const isPictured = (model: BoardModel, theCase: Pick<Case, 'values'>, own?: StageContext): boolean =>
  isBeyondPage(theCase, own) || isBeforeSteps(model, theCase)

/** Whether a case stands in a context that a page, or the document that it would share, does not have. */
export const isBeyondPage = ({ values }: Pick<Case, 'values'>, own?: StageContext): boolean =>
  needsBrowser(values) ||
  Object.entries(values).some(
    ([name, value]) => CONTEXTS.get(name)?.ofDocument && (own?.values[name] ?? value) !== value,
  )

const isInput = (step: StepFile) => typeof step !== 'object' || !('set' in step || 'fill' in step)

/** The context that surrounds a case, by its place among a model's contexts. */
export const contextOf = (contexts: readonly StageContext[], values: Readonly<Record<string, string>>): number =>
  Math.max(
    0,
    contexts.findIndex((context) => Object.entries(context.values).every(([name, value]) => values[name] === value)),
  )
