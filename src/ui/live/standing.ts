import type { ComponentState, MarkKind } from '@/contract'
import { counted } from '@/core/words'

export type MarkCounts = Record<MarkKind, number>

/** How components stand: their cases, their scenarios, and what is wrong with their sheets. */
export interface Standing {
  /** Cases that no run has read are open. */
  cases: MarkCounts
  scenarios: MarkCounts
  /** Lints that are errors. */
  errors: number
}

const none = (): MarkCounts => ({ holds: 0, misses: 0, unread: 0, open: 0 })

// Nobody can rely on one that comes out otherwise each time.
const MARK_OF = { holds: 'holds', misses: 'misses', unsteady: 'misses', unread: 'unread' } as const

/** Counts how components stand by their last runs. */
export function standingOf(states: readonly ComponentState[]): Standing {
  const [cases, scenarios] = [none(), none()]
  let errors = 0
  for (const state of states) {
    for (const [, mark] of state.marks) cases[mark]++
    for (const { verdict } of state.scenarios) scenarios[MARK_OF[verdict]]++
    errors += state.lints.filter(({ severity }) => severity === 'error').length
  }
  return { cases, scenarios, errors }
}

/** How much of it fails: of what could not be read, nobody knows that it holds. */
export const failuresIn = ({ cases, scenarios, errors }: Standing): number =>
  cases.misses + cases.unread + scenarios.misses + scenarios.unread + errors

/** What fails besides cases, in words. */
export const failingWords = ({ scenarios: { misses, unread }, errors }: Standing): string =>
  [
    misses > 0 && `${counted(misses, 'scenario')} ${misses === 1 ? 'misses' : 'miss'}`,
    unread > 0 && `${counted(unread, 'scenario')} unread`,
    errors > 0 && counted(errors, 'error'),
  ]
    .filter((words) => words !== false)
    .join(', ')
