'use client'

import { Pause, Play, RotateCcw, Square } from 'lucide-react'
import { useId } from 'react'
import type { BenchModel } from '@/contract'
import { withEntry, withoutAll, type Control, type Panel, type Setting, type SlotChoice } from '@/core/bench'
import { Choice, IconButton } from '../editing'
import { printWhen } from '../survey'
import { ControlField } from './ControlField'
import { sweepValues } from './sweep'
import { SWEEP_SPEEDS, type Sweeping } from './useSweep'

export interface ControlsProps {
  model: BenchModel
  setting: Setting
  onSetting(setting: Setting): void
  sweeping: Sweeping
  /** Puts a further component on the bench, for a slot that asks for none of those that are there. */
  onBring(slug: string, key: string): void
}

/** The controls of a component: its own, and folded under each slot those of what stands in it. */
export function Controls({ panel, ...rest }: ControlsProps & { panel: Panel }) {
  const { setting, onSetting } = rest
  const isSet = Object.keys(setting).some((key) => key.startsWith(panel.prefix) && !key.startsWith('@'))
  return (
    <section aria-label={`Controls of ${panel.name}`} data-panel={panel.prefix}>
      <header className="flex items-center gap-2 border-b border-line px-2 py-1">
        <h3 className="font-semibold">{panel.name}</h3>
        <span className="ml-auto" />
        <IconButton
          label={`Reset all of ${panel.name}`}
          disabled={!isSet}
          onClick={() => onSetting(withoutAll(setting, panel.prefix))}
        >
          <RotateCcw size={13} aria-hidden />
        </IconButton>
      </header>
      <p role="status" className="px-2 text-miss empty:hidden">
        {panel.excluded &&
          `The sheet excludes this: ${printWhen(panel.excluded)}. No case shows it, and no run looks at it.`}
      </p>
      {panel.controls.map((control) => (
        <ControlRow key={control.key} control={control} {...rest} />
      ))}
      {panel.controls.length === 0 && <p className="px-2 py-1 text-quiet">Nothing to set.</p>}
    </section>
  )
}

function ControlRow({ control, ...rest }: ControlsProps & { control: Control }) {
  const { model, setting, onSetting, sweeping } = rest
  const { key, name, about, isSet } = control
  const aboutId = useId()
  const set = (value: unknown) => {
    if (sweeping.sweep?.key === key) sweeping.stop()
    onSetting(withEntry(setting, key, value))
  }
  const isSwept = sweeping.sweep?.key === key
  return (
    <div role="group" aria-label={name} data-control={key} data-kind={control.kind} className="border-b border-line">
      <div className="flex flex-wrap items-center gap-x-2 gap-y-0.5 px-2 py-0.5">
        <span className={`w-22 flex-none truncate ${isSet ? 'font-semibold' : ''}`} title={name}>
          {control.kind === 'hold' ? `hold ${name}` : name}
        </span>
        <span
          className="flex min-w-0 flex-1 flex-wrap items-center gap-1"
          aria-describedby={about ? aboutId : undefined}
        >
          {control.kind === 'slot' ? (
            <SlotField control={control} {...rest} />
          ) : (
            <ControlField control={control} model={model} onChange={set} />
          )}
        </span>
        {control.kind !== 'slot' && sweepValues(control) && !isSwept && (
          <IconButton label={`Sweep ${name}`} onClick={() => sweeping.start(control)}>
            <Play size={12} aria-hidden />
          </IconButton>
        )}
        <IconButton label={`Reset ${name}`} disabled={!isSet} onClick={() => set(undefined)}>
          <RotateCcw size={12} aria-hidden />
        </IconButton>
      </div>
      {isSwept && <SweepBar name={name} sweeping={sweeping} />}
      {about && (
        <p id={aboutId} className="px-2 pb-0.5 text-quiet">
          {about}
        </p>
      )}
      {control.kind === 'slot' && control.inner && (
        <details open className="ml-2 border-l border-line-strong" data-fold={key}>
          <summary className="cursor-default px-2 text-quiet">in {name}</summary>
          <Controls panel={control.inner} {...rest} />
        </details>
      )}
    </div>
  )
}

function SweepBar({ name, sweeping }: { name: string; sweeping: Sweeping }) {
  const { sweep, speed, setSpeed, toggle, goTo, stop } = sweeping
  if (!sweep) return null
  const { values, place, isPlaying } = sweep
  return (
    <div className="flex items-center gap-1 px-2 pb-1" data-sweep={place}>
      <IconButton label={isPlaying ? `Pause the sweep of ${name}` : `Resume the sweep of ${name}`} onClick={toggle}>
        {isPlaying ? <Pause size={12} aria-hidden /> : <Play size={12} aria-hidden />}
      </IconButton>
      <input
        type="range"
        aria-label={`Step of the sweep of ${name}`}
        className="min-w-0 flex-1"
        min={0}
        max={values.length - 1}
        value={place}
        onChange={(event) => goTo(Number(event.target.value))}
      />
      <span className="num">
        {place + 1}/{values.length}
      </span>
      <Choice
        label="Steps a second"
        value={String(speed)}
        options={SWEEP_SPEEDS.map((each) => [String(each), `${each} a second`] as const)}
        onChoose={(value) => setSpeed(Number(value))}
      />
      <IconButton label={`End the sweep of ${name}`} onClick={stop}>
        <Square size={11} aria-hidden />
      </IconButton>
    </div>
  )
}

const TEXT = "'"

function SlotField({
  control,
  model,
  setting,
  onSetting,
  onBring,
}: ControlsProps & { control: Extract<Control, { kind: 'slot' }> }) {
  const { key, name, value, accepts, takesText } = control
  const meant = accepts === 'any' ? model.sheets.map(({ slug }) => slug) : [accepts].flat()
  const nameOf = (slug: string) => model.sheets.find((each) => each.slug === slug)?.name ?? slug
  const offered = meant.filter((slug) => model.sheets.some((each) => each.slug === slug) && slug !== model.slug)
  const here = value !== 'none' && 'component' in value ? value.component : undefined
  const strangers = here && !offered.includes(here) ? [here] : []
  const { others } = model
  const choose = (text: string) => {
    const choice: SlotChoice = text === 'none' ? 'none' : text === TEXT ? { text: name } : { component: text }
    if (others.some(({ slug }) => slug === text)) onBring(text, key)
    else onSetting(withEntry(setting, key, choice))
  }
  const mark = accepts === 'any' ? '' : ' (not meant for this place)'
  return (
    <>
      <Choice
        label={name}
        value={value === 'none' ? 'none' : 'text' in value ? TEXT : value.component}
        className="min-w-0 flex-1"
        options={[
          ['none', 'nothing'],
          ...(takesText || (value !== 'none' && 'text' in value) ? [[TEXT, 'words'] as const] : []),
          ...offered.map((slug) => [slug, nameOf(slug)] as const),
          ...strangers.map((slug) => [slug, nameOf(slug) + mark] as const),
          ...others.map((each) => [each.slug, each.name + mark] as const),
        ]}
        onChoose={choose}
      />
      {value !== 'none' && 'text' in value && (
        <input
          aria-label={`${name}, words`}
          className="field w-full"
          value={value.text}
          onChange={(event) => onSetting(withEntry(setting, key, { text: event.target.value }))}
        />
      )}
    </>
  )
}
