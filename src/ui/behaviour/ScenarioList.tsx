'use client'

import { Pencil, Trash2 } from 'lucide-react'
import { useState, type ReactNode } from 'react'
import type { MarkKind } from '@/contract'
import type { ScenarioReport } from '@/core/report'
import type { Scenario } from '@/core/scenario'
import { IconButton, nameCheck, NewName, TextField } from '../editing'
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
  onRename(index: number, name: string): void
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
  onRename,
  children,
}: ScenarioListProps) {
  const taken = scenarios.map(({ name }) => name)
  return (
    <section aria-label="Scenarios">
      <ul>
        {scenarios.map((scenario) => (
          <ScenarioRow
            key={scenario.index}
            {...{ scenario, isOutdated, taken, onSelect, onRemove, onRename }}
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
          taken={taken}
          onAdd={onAdd}
          pattern={/\S/}
          className="w-56"
        />
      </div>
    </section>
  )
}

interface ScenarioRowProps extends Pick<
  ScenarioListProps,
  'isOutdated' | 'onSelect' | 'onRemove' | 'onRename' | 'children'
> {
  /** Names of all scenarios. */
  taken: readonly string[]
  scenario: Scenario
  state: ScenarioReport | undefined
  isChosen: boolean
}

function ScenarioRow(props: ScenarioRowProps) {
  const { scenario, state, isChosen, children } = props
  const { name, about, issues } = scenario
  const kind = issues.length > 0 ? 'unread' : state ? MARKS[state.verdict] : 'open'
  return (
    <li data-scenario={name} data-mark={kind}>
      <ScenarioHead {...props} kind={kind} />
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

/** A scenario's name with its mark; of the chosen one, what can be done with it. */
function ScenarioHead(props: ScenarioRowProps & { kind: MarkKind }) {
  const { scenario, state, kind, isOutdated, isChosen, taken, onSelect, onRemove, onRename } = props
  const { name, index } = scenario
  const [isNaming, setNaming] = useState(false)
  return (
    <div className={`flex items-start border-b border-line ${isChosen ? 'bg-pick' : ''}`}>
      {isNaming && isChosen ? (
        <TextField
          autoFocus
          label={`Name of "${name}"`}
          value={name}
          check={nameCheck(taken, /\S/)}
          className="min-w-0 flex-1"
          onLeave={() => setNaming(false)}
          onDone={(to) => onRename(index, to)}
        />
      ) : (
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
      )}
      {isChosen && (
        <>
          <IconButton label={`Rename "${name}"`} onClick={() => setNaming(true)}>
            <Pencil size={13} aria-hidden />
          </IconButton>
          <IconButton label={`Delete "${name}"`} onClick={() => onRemove(index)}>
            <Trash2 size={13} aria-hidden />
          </IconButton>
        </>
      )}
    </div>
  )
}
