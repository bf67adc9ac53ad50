'use client'

import { useState } from 'react'
import type { BenchEvent } from './BenchFrame'

/** What the component has sent, the newest first, with its time and what it carried. */
export function EventPane({
  names,
  events,
  onClear,
}: {
  names: readonly string[]
  events: readonly BenchEvent[]
  onClear(): void
}) {
  const [hidden, setHidden] = useState<ReadonlySet<string>>(new Set())
  const shown = events.filter(({ name }) => !hidden.has(name))
  const flip = (name: string) => {
    const next = new Set(hidden)
    if (!next.delete(name)) next.add(name)
    setHidden(next)
  }
  if (names.length === 0) return <p className="p-2 text-quiet">The sheet defines no events.</p>
  return (
    <div>
      <div className="flex flex-wrap items-center gap-1 border-b border-line px-2 py-0.5">
        {names.map((name) => (
          <button
            key={name}
            type="button"
            className="control"
            aria-pressed={!hidden.has(name)}
            onClick={() => flip(name)}
          >
            {name} <span className="num">{events.filter((each) => each.name === name).length}</span>
          </button>
        ))}
        <button type="button" className="control ml-auto" disabled={events.length === 0} onClick={onClear}>
          Clear
        </button>
      </div>
      {shown.length === 0 ? (
        <p className="p-2 text-quiet">No events yet. Interact with the component.</p>
      ) : (
        <ol className="num max-h-56 overflow-auto p-2" aria-label="Events">
          {shown.toReversed().map((event, at) => (
            <li key={`${event.at}-${at}`} data-event={event.name} className="flex gap-3">
              <span className="w-20 flex-none text-right text-quiet">{(event.at / 1000).toFixed(2)} s</span>
              <span className="flex-none">{event.name}</span>
              <span className="min-w-0 truncate text-quiet">
                {event.detail === undefined ? '' : JSON.stringify(event.detail)}
              </span>
            </li>
          ))}
        </ol>
      )}
    </div>
  )
}
