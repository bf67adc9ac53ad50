import type { ComponentTally } from './ComponentTally'
import type { Report } from './reportSchema'

export interface ReportFacts {
  library: string
  browser: string
  startedAt: Date
  milliseconds: number
  git?: Report['git']
}

/** The report of a run, from what was gathered of each component. */
export function makeReport(
  { library, browser, startedAt, milliseconds, git }: ReportFacts,
  tallies: readonly ComponentTally[],
): Report {
  const components = tallies.map((tally) => tally.report())
  const sum = (of: (tally: ComponentTally) => number) => tallies.reduce((total, tally) => total + of(tally), 0)
  const lints = (severity: string) => sum((tally) => tally.lints.filter((lint) => lint.severity === severity).length)
  const scenarios = (verdict: string) =>
    sum((tally) => tally.scenarios.filter((each) => each.verdict === verdict).length)
  const [holds, misses, unread] = [
    sum(({ counts }) => counts.holds),
    sum(({ counts }) => counts.misses),
    sum(({ counts }) => counts.unread),
  ]
  return {
    brelt: 1,
    library,
    browser,
    startedAt: startedAt.toISOString(),
    milliseconds: Math.round(milliseconds),
    ...(git && { git }),
    totals: {
      components: components.length,
      cases: components.reduce((total, { cases }) => total + cases, 0),
      readings: holds + misses + unread,
      holds,
      misses,
      unread,
      scenarios: {
        holds: scenarios('holds'),
        misses: scenarios('misses'),
        unsteady: scenarios('unsteady'),
        unread: scenarios('unread'),
      },
      lints: { error: lints('error'), warning: lints('warning') },
    },
    components,
  }
}

/**
 * 0: nothing is wrong; 1: something misses, a reading or a whole case could not be read, something differs from run to run, is wrong
 * with a sheet, or a picture has changed or nobody has approved it.
 */
export function exitStatus({ totals: { misses, unread, lints, scenarios }, components }: Report): 0 | 1 {
  const pictures = components.reduce((sum, each) => sum + each.pictures.changed + each.pictures.new, 0)
  const failed = components.filter((each) => each.failed).length
  const bad =
    misses + unread + failed + lints.error + scenarios.misses + scenarios.unread + scenarios.unsteady + pictures
  return bad > 0 ? 1 : 0
}

/** How a whole library stands, in words: `hollow` where nothing is wrong, and nothing was found out either. */
export function standingWords(report: Report): 'holds' | 'does not hold' | 'hollow' {
  if (exitStatus(report) === 1) return 'does not hold'
  const { components } = report
  const isHollow = components.some(({ hollow }) => hollow) && components.every(({ hollow, cases }) => hollow || !cases)
  return isHollow ? 'hollow' : 'holds'
}
