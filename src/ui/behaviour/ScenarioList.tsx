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

export interface ScenarioListProps {
  scenarios: readonly Scenario[]
  states: readonly ScenarioReport[]
  isOutdated: boolean
  selected: number
  onSelect(index: number): void
  onAdd(name: string): void
  onRemove(index: number): void
  /** The chosen scenario's steps. */
  children: ReactNode
}

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
}: ScenarioListProps) {
  return (
    <section aria-label="Scenarios">
      <ul>
        {scenarios.map((scenario) => (
          <ScenarioRow
            key={scenario.index}
            {...{ scenario, isOutdated, onSelect, onRemove }}
            state={states.find((each) => each.name === scenario.name)}
            isChosen={scenario.index === selected}
          >
            {children}
          </ScenarioRow>
        ))}
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

interface ScenarioRowProps extends Pick<ScenarioListProps, 'isOutdated' | 'onSelect' | 'onRemove' | 'children'> {
  scenario: Scenario
  state: ScenarioReport | undefined
  isChosen: boolean
}

function ScenarioRow({ scenario, state, isOutdated, isChosen, onSelect, onRemove, children }: ScenarioRowProps) {
  const { name, index, about, issues } = scenario
  const kind = issues.length > 0 ? 'unread' : state ? MARKS[state.verdict] : 'open'
  return (
    <li data-scenario={name} data-mark={kind}>
      <div className={`flex items-start border-b border-line ${isChosen ? 'bg-pick' : ''}`}>
        <button
          type="button"
          aria-expanded={isChosen}
          onClick={() => onSelect(index)}
          className="flex min-w-0 flex-1 items-center gap-2 px-2 py-1 text-left hover:bg-pick"
        >
          <Mark kind={kind} isOutdated={isOutdated} />
          <span className={isChosen ? 'font-semibold' : ''}>{name}</span>
          <span className="sr-only">{state?.verdict === 'unsteady' ? 'unsteady' : markLabel(kind, isOutdated)}</span>
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
}
