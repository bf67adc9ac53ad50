'use client'

import { useState, type ReactNode } from 'react'
import type { BenchEvent } from './BenchFrame'
import { EventPane } from './EventPane'

/** What stands under the component: the code that makes it, or what it has told. */
export function BenchPanes({
  code,
  names,
  events,
  onClear,
}: {
  code: ReactNode
  /** Events that the component has. */
  names: readonly string[]
  events: readonly BenchEvent[]
  onClear(): void
}) {
  const [pane, setPane] = useState<'code' | 'events'>('code')
  return (
    <>
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

      {pane === 'code' && code}
      {pane === 'events' && <EventPane names={names} events={events} onClear={onClear} />}
    </>
  )
}
