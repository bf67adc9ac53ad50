'use client'

import { Trash2 } from 'lucide-react'
import type { ReactNode } from 'react'
import type { MarkKind } from '@/contract'
import type { ScenarioReport } from '@/core/report'
import type { Scenario } from '@/core/scenario'
import { IconButton, NewName } from '../editing'
import { Mark, markLabel } from '../marks'

const MARKS = { holds: 'holds', misses: 'misses', unread: 'unread', unsteady: 'misses' } as const satisfies Record<
  ScenarioReport['verdict'],
  MarkKind
>

/** A component's scenarios with what the last run says of each; the chosen one is open. */
export function ScenarioList({
  scenarios,
  states,
  isOutdated,
  selected,
  onSelect,
  onAdd,
  onRemove,
  children,
}: {
  scenarios: readonly Scenario[]
  states: readonly ScenarioReport[]
  isOutdated: boolean
  selected: number
  onSelect(index: number): void
  onAdd(name: string): void
  onRemove(index: number): void
  /** The chosen scenario's steps. */
  children: ReactNode
}) {
  return (
    <section aria-label="Scenarios">
      <ul>
        {scenarios.map(({ name, index, about, issues }) => {
          const state = states.find((each) => each.name === name)
          const kind = issues.length > 0 ? 'unread' : state ? MARKS[state.verdict] : 'open'
          const isChosen = index === selected
          return (
            <li key={index} data-scenario={name} data-mark={kind}>
              <div className={`flex items-start border-b border-line ${isChosen ? 'bg-pick' : ''}`}>
                <button
                  type="button"
                  aria-expanded={isChosen}
                  onClick={() => onSelect(index)}
                  className="flex min-w-0 flex-1 items-center gap-2 px-2 py-1 text-left hover:bg-pick"
                >
                  <Mark kind={kind} isOutdated={isOutdated} />
                  <span className={isChosen ? 'font-semibold' : ''}>{name}</span>
                  <span className="sr-only">
                    {state?.verdict === 'unsteady' ? 'unsteady' : markLabel(kind, isOutdated)}
                  </span>
                  {state?.verdict === 'unsteady' && <span className="text-miss">unsteady</span>}
                </button>
                {isChosen && (
                  <IconButton label={`Delete "${name}"`} onClick={() => onRemove(index)}>
                    <Trash2 size={13} aria-hidden />
                  </IconButton>
                )}
              </div>
              {isChosen && (
                <>
                  {about && <p className="border-b border-line px-2 py-0.5 text-quiet">{about}</p>}
                  {issues.map(({ message }, at) => (
                    <p key={at} role="alert" className="border-b border-line px-2 py-0.5 text-miss">
                      {message}
                    </p>
                  ))}
                  {children}
                </>
              )}
            </li>
          )
        })}
      </ul>
      <div className="flex items-center gap-1 p-2">
        <NewName
          label="New scenario"
          placeholder="What happens, in a sentence"
          taken={scenarios.map(({ name }) => name)}
          onAdd={onAdd}
          pattern={/\S/}
          className="w-56"
        />
      </div>
    </section>
  )
}
