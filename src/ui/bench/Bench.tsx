'use client'

import { useCallback, useRef, useState, type ReactNode, type RefObject } from 'react'
import type { BenchModel } from '@/contract'
import { contextKey, withEntry, type Setting } from '@/core/bench'
import { notShownLive, surroundingsOf } from '@/core/contexts'
import { Doubt } from '../board'
import { BenchBar } from './BenchBar'
import { BenchFrame, type BenchEvent, type BenchFrameProps, type Rendered } from './BenchFrame'
import { BenchPanes } from './BenchPanes'
import { CodePane } from './CodePane'
import { Controls } from './Controls'
import { makeLatest, type Latest } from './latest'
import { useShown } from './useShown'
import { useRoom } from './useRoom'
import { useSweep } from './useSweep'
import { WidthEdge, type WidthEdgeProps } from './WidthEdge'

const HEIGHT = 380
// Older events than these nobody goes back to.
const MAX_EVENTS = 500

export interface BenchProps {
  model: BenchModel
  /** Puts further components on the bench; resolves when they are there. */
  onBring(slug: string): Promise<void>
  /** It is as high as what it stands in. @defaultValue it stands in a page, which scrolls */
  fills?: boolean
}

/** The live component with its controls; the page's address holds all that is set. */
export function Bench({ model, onBring, fills = false }: BenchProps) {
  const { setting, change, problems, sheets, handle, shown, context, kept, keep, beside, keptContext } = useShown(model)
  const now = useRef(setting)
  now.current = setting
  const [markup] = useState(() => makeLatest(''))
  const [events, setEvents] = useState<readonly BenchEvent[]>([])
  const [generation, setGeneration] = useState(0)
  const box = useRef<HTMLElement>(null)
  const [isFull, setFull] = useState(false)
  const high = useRoom(box, isFull ? 'window' : fills ? 'place' : undefined) ?? HEIGHT
  const sweeping = useSweep((key, value) => change(withEntry(now.current, key, value)))
  const width = widthOf(setting)
  const resize = (next: string | undefined) => change(withEntry(setting, '@width', next))
  const onRendered = useMarkupOf(box, markup, sweeping.noteShown)
  const bring = (slug: string, key: string) =>
    void onBring(slug).then(() => change(withEntry(now.current, key, { component: slug })))
  return (
    <Place {...{ box, isFull, fills, slug: model.slug }} onLeave={() => setFull(false)}>
      <BenchBar
        {...{ model, setting }}
        onSetting={change}
        isComparing={kept !== undefined}
        onCompare={() => keep(kept ? undefined : setting)}
        onRestart={() => setGeneration((count) => count + 1)}
        isFull={isFull}
        onFull={() => setFull(!isFull)}
      />
      <p className="sr-only">Hold Alt to measure what you point at. Click while holding it to measure from there.</p>
      <AddressProblems problems={problems} />
      <div className="grid grid-cols-1 lg:grid-cols-[minmax(0,1fr)_minmax(330px,38%)]">
        <div className="min-w-0 lg:border-r lg:border-line">
          <Lives
            {...{ model, shown, context, handle, onRendered, generation, width, kept, beside, keptContext }}
            high={high}
            onWidth={resize}
            onEvent={(event) => setEvents((all) => [...all, event].slice(-MAX_EVENTS))}
          />
          <BenchPanes
            code={'settings' in shown && <CodePane sheets={sheets} settings={shown.settings} markup={markup} />}
            names={model.events}
            events={events}
            onClear={() => setEvents([])}
          />
        </div>
        <div className={`overflow-auto bg-sheet ${isFull || fills ? 'lg:max-h-[calc(100dvh-40px)]' : 'max-h-[640px]'}`}>
          {'panel' in shown && (
            <Controls {...{ model, setting, sweeping }} panel={shown.panel} onSetting={change} onBring={bring} />
          )}
        </div>
      </div>
    </Place>
  )
}

interface PlaceProps {
  box: RefObject<HTMLElement | null>
  slug: string
  isFull: boolean
  fills: boolean
  onLeave(): void
  children: ReactNode
}

/** Where the bench stands: in a page, in its own view, or over all of the window. */
const Place = ({ box, slug, isFull, fills, onLeave, children }: PlaceProps) => (
  <section
    ref={box}
    aria-label="Bench"
    className={isFull ? 'fixed inset-0 z-40 overflow-auto bg-paper' : fills ? '' : 'border border-line'}
    data-bench-of={slug}
    data-full={isFull || undefined}
    onKeyDown={(event) => isFull && event.key === 'Escape' && onLeave()}
  >
    {children}
  </section>
)

interface LivesProps
  extends
    Pick<ReturnType<typeof useShown>, 'shown' | 'context' | 'handle' | 'kept' | 'beside' | 'keptContext'>,
    Pick<BenchFrameProps, 'model' | 'onRendered' | 'onEvent'> {
  /** Counts restarts. */
  generation: number
  /** How high its place is, in px. */
  high: number
  width: number | undefined
  onWidth: WidthEdgeProps['onWidth']
}

/** The live component, and under it the setting that it is compared with. */
const Lives = ({ model, shown, generation, high, width, onWidth, kept, beside, keptContext, ...frame }: LivesProps) => (
  <>
    <Doubt text={notShownLive(frame.context.values)} />
    {'problem' in shown ? (
      <Impossible text={shown.problem} />
    ) : (
      <WidthEdge width={width} onWidth={onWidth}>
        <BenchFrame
          key={generation}
          {...{ ...frame, model }}
          settings={shown.settings}
          label={`${model.name}, live`}
          height={kept ? high / 2 : high}
        />
      </WidthEdge>
    )}
    {beside && 'settings' in beside && (
      <Kept {...{ model, width, onWidth }} settings={beside.settings} context={keptContext!} height={high / 2} />
    )}
  </>
)

/** How wide the bench is set, in px: by its edge, else by a context that is chosen. */
function widthOf(setting: Setting): number | undefined {
  if (typeof setting['@width'] === 'string') return Number(setting['@width'])
  const chosen = setting[contextKey('viewport-width')]
  return typeof chosen === 'string' ? surroundingsOf({ 'viewport-width': chosen }).viewportWidth : undefined
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
  height,
  ...edge
}: Pick<BenchFrameProps, 'model' | 'settings' | 'context' | 'height'> & Omit<WidthEdgeProps, 'children'>) => (
  <div className="border-t border-line-strong">
    <p className="bg-sheet px-2 text-quiet">kept for comparison</p>
    <WidthEdge {...edge}>
      <BenchFrame {...{ model, settings, context, height }} label={`${model.name}, kept for comparison`} />
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
