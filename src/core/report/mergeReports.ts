import type { Report } from './reportSchema'

/** Reports that are not parts of one run. */
export class UnlikeReports extends Error {
  override name = 'UnlikeReports'
}

const sum = (values: readonly number[]) => values.reduce((total, value) => total + value, 0)

/**
 * Joins reports of parts of one library: its components in the order of the reports, totals added up, the earliest start and the
 * longest duration.
 * @throws UnlikeReports where they are of different libraries or commits, hold a component twice, or are not all parts of one whole
 */
export function mergeReports(reports: readonly Report[]): Report {
  const [first] = reports
  if (!first) throw new UnlikeReports('there is no report to be joined')
  for (const each of reports) {
    if (each.library !== first.library)
      throw new UnlikeReports(`one report is of "${first.library}", another of "${each.library}"`)
    if (each.git?.commit !== first.git?.commit) throw new UnlikeReports('the reports are of different commits')
  }
  checkShards(reports)
  const components = reports.flatMap((each) => each.components)
  const twice = components.find(({ slug }, at) => components.findIndex((each) => each.slug === slug) !== at)
  if (twice) throw new UnlikeReports(`"${twice.slug}" stands in two reports`)
  const totalOf = (of: (totals: Report['totals']) => number) => sum(reports.map(({ totals }) => of(totals)))
  return {
    brelt: 1,
    library: first.library,
    browser: [...new Set(reports.map(({ browser }) => browser))].join(', '),
    startedAt: reports.map(({ startedAt }) => startedAt).toSorted()[0]!,
    milliseconds: Math.max(...reports.map(({ milliseconds }) => milliseconds)),
    ...(first.git && { git: { ...first.git, isClean: reports.every(({ git }) => git?.isClean) } }),
    totals: {
      components: components.length,
      cases: totalOf(({ cases }) => cases),
      readings: totalOf(({ readings }) => readings),
      holds: totalOf(({ holds }) => holds),
      misses: totalOf(({ misses }) => misses),
      unread: totalOf(({ unread }) => unread),
      scenarios: {
        holds: totalOf(({ scenarios }) => scenarios.holds),
        misses: totalOf(({ scenarios }) => scenarios.misses),
        unsteady: totalOf(({ scenarios }) => scenarios.unsteady),
        unread: totalOf(({ scenarios }) => scenarios.unread),
      },
      lints: { error: totalOf(({ lints }) => lints.error), warning: totalOf(({ lints }) => lints.warning) },
    },
    components,
  }
}

/** Parts that were divided otherwise may both lack the same component: nothing would tell of it. */
function checkShards(reports: readonly Report[]) {
  const shards = reports.flatMap(({ shard }) => shard ?? [])
  const [first] = shards
  if (!first) return
  if (shards.some(({ of, split }) => of !== first.of || split !== first.split))
    throw new UnlikeReports('the parts were divided in different ways: each must have begun with the same cache')
  const missing = Array.from({ length: first.of }, (_, at) => at + 1).filter(
    (number) => !shards.some((shard) => shard.number === number),
  )
  if (missing.length > 0)
    throw new UnlikeReports(`of ${first.of} parts ${missing.join(', ')} ${missing.length === 1 ? 'is' : 'are'} missing`)
}
