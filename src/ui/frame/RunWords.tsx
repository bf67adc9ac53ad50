'use client'

import type { ComponentState } from '@/contract'
import { counted } from '@/core/words'
import { standingOf, useRuns, type MarkCounts } from '../live'

const told = ({ holds, misses, unread }: MarkCounts, what: string) => [
  `${counted(holds, what)} ${holds === 1 ? 'holds' : 'hold'}`,
  `${misses} miss`,
  ...(unread > 0 ? [`${unread} could not be read`] : []),
]

/** What a run has come to, told once when it ends: not every step of its progress. */
export function RunWords({ states }: { states: readonly ComponentState[] }) {
  const { going } = useRuns()
  const { cases, scenarios } = standingOf(states)
  const hasScenarios = Object.values(scenarios).some((count) => count > 0)
  const words = [...told(cases, 'case'), ...(hasScenarios ? told(scenarios, 'scenario') : [])].join(', ')
  return (
    <span role="status" className="sr-only" data-testid="run-words">
      {going.phase === 'running' ? 'Verifying' : states.length > 0 ? words : ''}
    </span>
  )
}
