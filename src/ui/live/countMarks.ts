import type { ComponentState, MarkKind } from '@/contract'

export type MarkCounts = Record<MarkKind, number>

/** Counts marks; cases that no run has read are open. */
export function countMarks(states: readonly ComponentState[]): MarkCounts {
  const counts: MarkCounts = { holds: 0, misses: 0, unread: 0, open: 0 }
  for (const { marks } of states) for (const [, mark] of marks) counts[mark]++
  return counts
}
