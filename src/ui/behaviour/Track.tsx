'use client'

import { useMemo } from 'react'
import type { Film } from '@/core/scenario'
import { placeOf, stretchesOf, type Stretch } from './timeline'
import type { Playback } from './usePlayback'

const LANE = 15
const HEAD = 36

/** Virtual time, drawn: each step its stretch, under it what changed in which part, and the events that were sent. */
export function Track({ film, playback }: { film: Film; playback: Playback }) {
  const stretches = useMemo(() => stretchesOf(film), [film])
  const lanes = useMemo(() => lanesOf(film), [film])
  const { frame } = playback
  const now = frame ? placeOf(stretches, frame.step, frame.at, frame.isEnd) : 0
  const height = HEAD + LANE * (lanes.length + 1)
  return (
    <section aria-label="Timeline" className="border-t border-line bg-sheet" data-testid="track">
      <div
        role="region"
        aria-label="Tracks"
        tabIndex={0}
        className="grid max-h-48 grid-cols-[140px_minmax(0,1fr)] overflow-auto"
      >
        <LaneNames names={lanes.map(([name]) => name)} height={height} />
        <div className="relative mr-3" style={{ height }}>
          {stretches.map((stretch) => (
            <StepStretch
              key={stretch.step}
              stretch={stretch}
              result={film.result.performance.steps[stretch.step]!}
              onGo={() => playback.goToStep(stretch.step)}
            />
          ))}
          <EventMarks film={film} stretches={stretches} />
          {lanes.map(([name, changes], lane) => (
            <ChangeMarks key={name} {...{ changes, lane, stretches }} />
          ))}
          <span aria-hidden className="absolute top-0 w-px bg-miss" style={{ left: percent(now), height }} />
        </div>
      </div>
    </section>
  )
}

type Changes = Film['changes']

const percent = (share: number) => `${(share * 100).toFixed(2)}%`

/** What changed, by the reading that did. */
function lanesOf(film: Film): [name: string, changes: Changes][] {
  const parts = new Map<string, Film['changes'][number][]>()
  for (const change of film.changes) {
    const name = `${change.part} · ${change.reading}`
    parts.set(name, [...(parts.get(name) ?? []), change])
  }
  return [...parts]
}

const LaneNames = ({ names, height }: { names: readonly string[]; height: number }) => (
  <div className="border-r border-line" style={{ height }}>
    <div style={{ height: HEAD }} className="truncate px-2 pt-1 text-quiet">
      steps
    </div>
    <div style={{ height: LANE }} className="truncate px-2 text-quiet leading-none">
      events
    </div>
    {names.map((name) => (
      <div key={name} style={{ height: LANE }} className="num truncate px-2 leading-none" title={name}>
        {name}
      </div>
    ))}
  </div>
)

interface StepStretchProps {
  stretch: Stretch
  result: Film['result']['performance']['steps'][number]
  onGo(): void
}

function StepStretch({ stretch: { step, from, at, left, width }, result, onGo }: StepStretchProps) {
  const isTimed = at > from
  return (
    <button
      type="button"
      title={`${result.step}: ${result.verdict}`}
      aria-label={`Step ${step + 1}, ${result.step}, ends at ${at} ms`}
      onClick={onGo}
      data-verdict={result.verdict}
      className="absolute top-0 overflow-hidden border-r border-line px-0.5 text-left leading-4 whitespace-nowrap hover:bg-pick data-[verdict=misses]:text-miss"
      style={{ left: percent(left), width: percent(width), height: HEAD }}
    >
      <span className="num">{step + 1}</span>{' '}
      <span className="text-quiet">{isTimed ? result.step.split(' ')[0] : ''}</span>
      <br />
      <span className="num text-quiet">{isTimed ? at : ''}</span>
      {result.heldAfter !== undefined && result.heldAfter > 0 && (
        <span className="absolute inset-x-0 bottom-0 h-1 bg-ink" title={`held after ${result.heldAfter} ms`} />
      )}
    </button>
  )
}

const EventMarks = ({ film, stretches }: { film: Film; stretches: readonly Stretch[] }) =>
  film.events.map((event, at) => (
    <span
      key={at}
      title={`${event.name} at ${event.at} ms${event.detail === undefined ? '' : ` ${JSON.stringify(event.detail)}`}`}
      className="num absolute -translate-x-1/2 leading-none"
      style={{ left: percent(placeOf(stretches, event.step, event.at)), top: HEAD }}
    >
      ◆<span className="sr-only">{`${event.name} at ${event.at} ms`}</span>
    </span>
  ))

interface ChangeMarksProps {
  changes: Changes
  lane: number
  stretches: readonly Stretch[]
}

const ChangeMarks = ({ changes, lane, stretches }: ChangeMarksProps) => (
  <div>
    <span className="absolute inset-x-0 h-px bg-line" style={{ top: HEAD + LANE * (lane + 1) + LANE / 2 }} />
    {changes.map((change, at) => (
      <span
        key={at}
        title={`at ${change.at} ms: ${change.from || 'empty'} → ${change.to || 'empty'}`}
        className="absolute h-2.5 w-1 -translate-x-1/2 bg-ink"
        style={{
          left: percent(placeOf(stretches, change.step, change.at)),
          top: HEAD + LANE * (lane + 1) + 2,
        }}
      />
    ))}
  </div>
)
