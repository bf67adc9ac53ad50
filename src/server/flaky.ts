import type { Flaky } from '@/contract'
import { groupBy } from '@/core/group'
import { unpackResults } from '@/core/picture'
import { caseMarks, runPictures, runReports, type Database, type ListedRun } from '@/store'

// Each is read whole: the last few tell enough.
const RUNS_LOOKED_AT = 5

interface Look {
  run: ListedRun
  verdicts: string
}

/** What came out otherwise in some of these runs than in others, although nothing had changed that it depends on. */
export async function flakyOf(db: Database, runs: readonly ListedRun[]): Promise<Flaky[]> {
  const looks = runs.flatMap((run) =>
    run.components.flatMap(({ slug, isWhole, fingerprint, verdicts }) =>
      isWhole && fingerprint !== null && verdicts !== null ? [{ run, slug, fingerprint, verdicts }] : [],
    ),
  )
  const groups = [...groupBy(looks, ({ slug, fingerprint }) => `${slug} ${fingerprint}`).values()]
  const found = await Promise.all(groups.map((group) => differencesIn(db, group[0]!.slug, group)))
  return found.flat()
}

/** @param looks at a component with one fingerprint, the last first */
async function differencesIn(db: Database, slug: string, looks: readonly Look[]): Promise<Flaky[]> {
  // Of those that came to the same the last one stands for all.
  const kinds = [...groupBy(looks, ({ verdicts }) => verdicts).values()].map(([last]) => last!.run)
  if (kinds.length < 2) return []
  const some = kinds.slice(0, RUNS_LOOKED_AT).toReversed()
  const came = await Promise.all(some.map(async (run) => ({ run, ...(await cameTo(db, run.id, slug)) })))
  const name = came.at(-1)!.name
  return (['case', 'scenario', 'picture'] as const).flatMap((kind) => {
    const all = new Set(came.flatMap((each) => [...each[kind].keys()]))
    return [...all].flatMap((what): Flaky[] => {
      const results = came.map(({ run, [kind]: own }) => ({
        run: run.id,
        startedAt: run.startedAt.toISOString(),
        as: own.get(what) ?? 'not there',
      }))
      return new Set(results.map(({ as }) => as)).size > 1 ? [{ slug, name, kind, what, came: results }] : []
    })
  })
}

/** What each case, scenario and picture of a component came to in a run. */
async function cameTo(db: Database, runId: string, slug: string) {
  const [marks, reports, packed] = await Promise.all([
    caseMarks(db, runId, slug),
    runReports(db, runId, slug),
    runPictures(db, runId, slug),
  ])
  const misses = (count: number) => (count === 1 ? ', 1 miss' : count > 1 ? `, ${count} misses` : '')
  return {
    name: reports[0]?.name ?? slug,
    case: new Map(marks.map((each) => [each.key, `${each.mark}${misses(each.misses)}`])),
    scenario: new Map(reports.flatMap(({ scenarios }) => scenarios.map((each) => [each.name, each.verdict] as const))),
    picture: new Map(packed ? unpackResults(packed).map(({ key, picture }) => [key, picture.slice(0, 8)]) : []),
  }
}
