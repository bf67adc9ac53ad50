'use client'

import { Columns2, RefreshCw, RotateCcw } from 'lucide-react'
import { useCallback, useMemo, useRef, useState } from 'react'
import type { BenchModel } from '@/contract'
import { openBench, withEntry, type Bench as Opened, type Setting } from '@/core/bench'
import { BenchFrame, type BenchEvent, type Rendered, type Show } from './BenchFrame'
import { CodePane } from './CodePane'
import { Controls } from './Controls'
import { EventPane } from './EventPane'
import { useStable } from '../hooks'
import { contextFor } from './contextFor'
import { makeLatest } from './latest'
import { Surroundings } from './Surroundings'
import { useSetting } from './useSetting'
import { useSweep } from './useSweep'
import { WidthEdge } from './WidthEdge'

const HEIGHT = 380
// Older events than these nobody goes back to.
const MAX_EVENTS = 500

/** The live component with its controls; the page's address holds all that is set. */
export function Bench({
  model,
  onBring,
}: {
  model: BenchModel
  /** Puts further components on the bench; resolves when they are there. */
  onBring(slug: string): Promise<void>
}) {
  const { setting, change: keep, problems, sheets } = useSetting(model)
  const [kept, setKept] = useState<Setting>()
  const [markup] = useState(() => makeLatest(''))
  const [events, setEvents] = useState<readonly BenchEvent[]>([])
  const [pane, setPane] = useState<'code' | 'events'>('code')
  const [generation, setGeneration] = useState(0)
  const box = useRef<HTMLElement>(null)
  const now = useRef(setting)
  now.current = setting
  const handle = useRef<Show>(null)
  const sweeping = useSweep((key, value) => change(withEntry(now.current, key, value)))
  const open = useCallback((of: Setting) => opened(() => openBench(sheets, model.slug, of)), [sheets, model.slug])
  // What was worked out when somebody set it need not be worked out again when it is rendered.
  const last = useRef<{ setting: Setting; made: ReturnType<typeof open> }>(undefined)
  const shown = useMemo(() => (last.current?.setting === setting ? last.current.made : open(setting)), [open, setting])
  const beside = useMemo(() => kept && open(kept), [open, kept])
  const surrounding = surroundingOf(setting)
  // The same as long as nothing of it is set otherwise: it is told anew only then.
  const around = useStable(setting, surrounding)
  const context = useMemo(() => contextFor(model, around), [model, around])
  /** The component shows a change before the controls do: they take longer. */
  const change = (next: Setting) => {
    const made = open(next)
    last.current = { setting: next, made }
    if ('settings' in made && surroundingOf(next) === surrounding) handle.current?.(made.settings, context)
    keep(next)
  }
  const keptContext = useMemo(() => kept && contextFor(model, kept), [model, kept])
  const width = typeof setting['@width'] === 'string' ? Number(setting['@width']) : undefined
  const { noteShown } = sweeping
  const onRendered = useCallback(
    (next: Rendered) => {
      // For whoever measures: when the frame had laid it out.
      const { current } = box
      if (current) Object.assign(current.dataset, { turn: next.turn, at: next.at, frame: next.milliseconds })
      markup.set(next.markup)
      noteShown()
    },
    [noteShown, markup],
  )
  const bring = (slug: string, key: string) =>
    void onBring(slug).then(() => change(withEntry(now.current, key, { component: slug })))
  return (
    <section ref={box} aria-label="Bench" className="border border-line" data-bench-of={model.slug}>
      <div className="flex flex-wrap items-center gap-2 border-b border-line bg-sheet px-2 py-1">
        <Surroundings model={model} setting={setting} onSetting={change} />
        <span className="ml-auto text-quiet" title="Hold it and point at the component; click to measure from a part">
          Alt measures
        </span>
        <button
          type="button"
          className="control"
          aria-pressed={kept !== undefined}
          onClick={() => setKept(kept ? undefined : setting)}
        >
          <Columns2 size={12} aria-hidden />
          {kept ? 'Close comparison' : 'Compare'}
        </button>
        <button type="button" className="control" onClick={() => setGeneration((count) => count + 1)}>
          <RefreshCw size={12} aria-hidden />
          Restart
        </button>
        <button
          type="button"
          className="control"
          disabled={Object.keys(setting).length === 0}
          onClick={() => change({})}
        >
          <RotateCcw size={12} aria-hidden />
          Reset all
        </button>
      </div>
      <p className="sr-only">Hold Alt to measure what you point at. Click while holding it to measure from there.</p>
      {problems.map((problem) => (
        <p key={problem} role="alert" className="border-b border-line bg-sheet px-2 py-0.5 text-miss">
          From the address: {problem}
        </p>
      ))}
      <div className="grid grid-cols-1 lg:grid-cols-[minmax(0,1fr)_minmax(330px,38%)]">
        <div className="min-w-0 lg:border-r lg:border-line">
          {'problem' in shown ? (
            <p role="alert" className="p-3 text-miss">
              {shown.problem}
            </p>
          ) : (
            <WidthEdge width={width} onWidth={(next) => change(withEntry(setting, '@width', next))}>
              <BenchFrame
                key={generation}
                model={model}
                settings={shown.settings}
                context={context}
                label={`${model.name}, live`}
                height={kept ? HEIGHT / 2 : HEIGHT}
                handle={handle}
                onRendered={onRendered}
                onEvent={(event) => setEvents((all) => [...all, event].slice(-MAX_EVENTS))}
              />
            </WidthEdge>
          )}
          {beside && 'settings' in beside && (
            <div className="border-t border-line-strong">
              <p className="bg-sheet px-2 text-quiet">kept for comparison</p>
              <WidthEdge width={width} onWidth={(next) => change(withEntry(setting, '@width', next))}>
                <BenchFrame
                  model={model}
                  settings={beside.settings}
                  context={keptContext!}
                  label={`${model.name}, kept for comparison`}
                  height={HEIGHT / 2}
                />
              </WidthEdge>
            </div>
          )}
          <div role="tablist" aria-label="Code and events" className="flex border-y border-line bg-sheet">
            {(['code', 'events'] as const).map((each) => (
              <button
                key={each}
                type="button"
                role="tab"
                aria-selected={pane === each}
                className="border-r border-line px-3 py-0.5 aria-selected:bg-ink aria-selected:text-paper"
                onClick={() => setPane(each)}
              >
                {each === 'code' ? 'Code' : `Events (${events.length})`}
              </button>
            ))}
          </div>
          {pane === 'code' && 'settings' in shown && (
            <CodePane sheets={sheets} settings={shown.settings} markup={markup} />
          )}
          {pane === 'events' && <EventPane names={model.events} events={events} onClear={() => setEvents([])} />}
        </div>
        <div className="max-h-[640px] overflow-auto bg-sheet">
          {'panel' in shown && (
            <Controls
              panel={shown.panel}
              model={model}
              setting={setting}
              onSetting={change}
              sweeping={sweeping}
              onBring={bring}
            />
          )}
        </div>
      </div>
    </section>
  )
}

const surroundingOf = (setting: Setting) =>
  JSON.stringify(Object.entries(setting).filter(([key]) => key.startsWith('@')))

/** A setting may come from an address that somebody has written: what it makes impossible is told. */
function opened(work: () => Opened): Opened | { problem: string } {
  try {
    return work()
  } catch (error) {
    return { problem: (error as Error).message }
  }
}
