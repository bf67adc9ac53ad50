import type { Verdict } from '../plan'
import type { ComponentReport, Report } from './reportSchema'

/** Cases by their marks. */
export type CaseCounts = Record<Verdict | 'open', number>

/** What a run came to, in numbers: of one component, or of all. */
export interface RunCounts {
  cases: CaseCounts
  scenarios: Report['totals']['scenarios']
  lints: Report['totals']['lints']
  pictures: Pick<ComponentReport['pictures'], 'same' | 'changed' | 'new'>
  /** Cases and scenarios that were not read again. */
  reused: { cases: number; scenarios: number }
}

const NONE: RunCounts = {
  cases: { holds: 0, misses: 0, unread: 0, open: 0 },
  scenarios: { holds: 0, misses: 0, unsteady: 0, unread: 0 },
  lints: { error: 0, warning: 0 },
  pictures: { same: 0, changed: 0, new: 0 },
  reused: { cases: 0, scenarios: 0 },
}

/** Counts what a component came to. @param cases its cases by their marks, which its report does not tell */
export function countsOf({ scenarios, lints, pictures, reused }: ComponentReport, cases: CaseCounts): RunCounts {
  const by = <T, K extends string>(all: readonly T[], kinds: Record<K, number>, kindOf: (one: T) => K) =>
    Object.fromEntries(
      Object.keys(kinds).map((kind) => [kind, all.filter((one) => kindOf(one) === kind).length]),
    ) as Record<K, number>
  return {
    cases: { ...cases },
    scenarios: by(scenarios, NONE.scenarios, ({ verdict }) => verdict),
    lints: by(lints, NONE.lints, ({ severity }) => severity),
    pictures: { same: pictures.same, changed: pictures.changed, new: pictures.new },
    reused: { cases: reused?.cases ?? 0, scenarios: reused?.scenarios ?? 0 },
  }
}

/** All of some counts together. */
export function sumCounts(all: readonly RunCounts[]): RunCounts {
  const sum = <K extends keyof RunCounts>(of: K): RunCounts[K] =>
    Object.fromEntries(
      Object.keys(NONE[of]).map((kind) => [
        kind,
        all.reduce((total, counts) => total + (counts[of] as Record<string, number>)[kind]!, 0),
      ]),
    ) as RunCounts[K]
  return {
    cases: sum('cases'),
    scenarios: sum('scenarios'),
    lints: sum('lints'),
    pictures: sum('pictures'),
    reused: sum('reused'),
  }
}
