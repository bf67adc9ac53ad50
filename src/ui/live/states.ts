import type { Lint } from '@/core/lint'
import type { Finding, ScenarioReport } from '@/core/report'
import type { MarkKind } from '../marks'

/** How one component stands after the last run that took it. */
export interface ComponentState {
  slug: string
  runId: string
  startedAt: string
  milliseconds: number
  browser: string
  /** The library's files have changed since. */
  isOutdated: boolean
  lints: Lint[]
  notes: string[]
  findings: Finding[]
  scenarios: ScenarioReport[]
  marks: [key: string, mark: MarkKind, misses: number][]
}

export interface LibraryStates {
  /** The run that is going on. */
  going: string | null
  components: ComponentState[]
}

export type MarkCounts = Record<MarkKind, number>

/** Counts marks; cases that no run has read are open. */
export function countMarks(states: readonly ComponentState[]): MarkCounts {
  const counts: MarkCounts = { holds: 0, misses: 0, unread: 0, open: 0 }
  for (const { marks } of states) for (const [, mark] of marks) counts[mark]++
  return counts
}
