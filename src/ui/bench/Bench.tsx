'use client'

import { useCallback, useRef, useState, type RefObject } from 'react'
import type { BenchModel } from '@/contract'
import { withEntry } from '@/core/bench'
import { BenchBar } from './BenchBar'
import { BenchFrame, type BenchEvent, type BenchFrameProps, type Rendered } from './BenchFrame'
import { BenchPanes } from './BenchPanes'
import { CodePane } from './CodePane'
import { Controls } from './Controls'
import { makeLatest, type Latest } from './latest'
import { useShown } from './useShown'
import { useSweep } from './useSweep'
import { WidthEdge, type WidthEdgeProps } from './WidthEdge'

const HEIGHT = 380
// Older events than these nobody goes back to.
const MAX_EVENTS = 500

export interface BenchProps {
  model: BenchModel
  /** Puts further components on the bench; resolves when they are there. */
  onBring(slug: string): Promise<void>
}

/** The live component with its controls; the page's address holds all that is set. */
export function Bench({ model, onBring }: BenchProps) {
  const { setting, change, problems, sheets, handle, shown, context, kept, keep, beside, keptContext } = useShown(model)
  const now = useRef(setting)
  now.current = setting
  const [markup] = useState(() => makeLatest(''))
  const [events, setEvents] = useState<readonly BenchEvent[]>([])
  const [generation, setGeneration] = useState(0)
  const box = useRef<HTMLElement>(null)
  const sweeping = useSweep((key, value) => change(withEntry(now.current, key, value)))
  const width = typeof setting['@width'] === 'string' ? Number(setting['@width']) : undefined
  const resize = (next: string | undefined) => change(withEntry(setting, '@width', next))
  const onRendered = useMarkupOf(box, markup, sweeping.noteShown)
  const bring = (slug: string, key: string) =>
    void onBring(slug).then(() => change(withEntry(now.current, key, { component: slug })))
  return (
    <section ref={box} aria-label="Bench" className="border border-line" data-bench-of={model.slug}>
      <BenchBar
        {...{ model, setting }}
        onSetting={change}
        isComparing={kept !== undefined}
        onCompare={() => keep(kept ? undefined : setting)}
        onRestart={() => setGeneration((count) => count + 1)}
      />
      <p className="sr-only">Hold Alt to measure what you point at. Click while holding it to measure from there.</p>
      <AddressProblems problems={problems} />
      <div className="grid grid-cols-1 lg:grid-cols-[minmax(0,1fr)_minmax(330px,38%)]">
        <div className="min-w-0 lg:border-r lg:border-line">
          {'problem' in shown ? (
            <Impossible text={shown.problem} />
          ) : (
            <WidthEdge width={width} onWidth={resize}>
              <BenchFrame
                key={generation}
                {...{ model, context, handle, onRendered }}
                settings={shown.settings}
                label={`${model.name}, live`}
                height={kept ? HEIGHT / 2 : HEIGHT}
                onEvent={(event) => setEvents((all) => [...all, event].slice(-MAX_EVENTS))}
              />
            </WidthEdge>
          )}
          {beside && 'settings' in beside && (
            <Kept model={model} settings={beside.settings} context={keptContext!} width={width} onWidth={resize} />
          )}
          <BenchPanes
            code={'settings' in shown && <CodePane sheets={sheets} settings={shown.settings} markup={markup} />}
            names={model.events}
            events={events}
            onClear={() => setEvents([])}
          />
        </div>
        <div className="max-h-[640px] overflow-auto bg-sheet">
          {'panel' in shown && (
            <Controls {...{ model, setting, sweeping }} panel={shown.panel} onSetting={change} onBring={bring} />
          )}
        </div>
      </div>
    </section>
  )
}

const Impossible = ({ text }: { text: string }) => (
  <p role="alert" className="p-3 text-miss">
    {text}
  </p>
)

/** The setting that was kept, under the one that is worked on. */
const Kept = ({
  model,
  settings,
  context,
  ...edge
}: Pick<BenchFrameProps, 'model' | 'settings' | 'context'> & Omit<WidthEdgeProps, 'children'>) => (
  <div className="border-t border-line-strong">
    <p className="bg-sheet px-2 text-quiet">kept for comparison</p>
    <WidthEdge {...edge}>
      <BenchFrame {...{ model, settings, context }} label={`${model.name}, kept for comparison`} height={HEIGHT / 2} />
    </WidthEdge>
  </div>
)

const AddressProblems = ({ problems }: { problems: readonly string[] }) =>
  problems.map((problem) => (
    <p key={problem} role="alert" className="border-b border-line bg-sheet px-2 py-0.5 text-miss">
      From the address: {problem}
    </p>
  ))

/** Hands each rendering on: its markup to the pane that shows it, its time to whoever measures. */
function useMarkupOf(box: RefObject<HTMLElement | null>, markup: Latest<string>, noteShown: () => void) {
  return useCallback(
    (next: Rendered) => {
      // For whoever measures: when the frame had laid it out.
      const { current } = box
      if (current) Object.assign(current.dataset, { turn: next.turn, at: next.at, frame: next.milliseconds })
      markup.set(next.markup)
      noteShown()
    },
    [box, noteShown, markup],
  )
}
