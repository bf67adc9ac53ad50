import type { ComponentState } from '@/contract'
import {
  caseMarks,
  findLibrary,
  isSameState,
  latestStates,
  type ComponentState as StoredState,
  type Database,
} from '@/store'
import type { Workspace } from './Workspace'

// From good to bad: a case without a rule is neither.
const RANK = { holds: 0, open: 0, unread: 1, misses: 2 } as const

/** The marks of a component's cases, and how many have turned since the run before. */
async function marksOf(
  db: Database,
  { runId, slug, runBefore }: Pick<StoredState, 'runId' | 'slug' | 'runBefore'>,
): Promise<Pick<ComponentState, 'marks' | 'turned'>> {
  const marks = await caseMarks(db, runId, slug)
  const before = runBefore === undefined ? [] : await caseMarks(db, runBefore, slug)
  const known = new Map(before.map(({ key, mark }) => [key, mark]))
  const steps = marks.map(({ key, mark }) => RANK[mark] - RANK[known.get(key) ?? mark])
  const turned = { worse: steps.filter((step) => step > 0).length, better: steps.filter((step) => step < 0).length }
  return {
    marks: marks.map(({ key, mark, misses }): [string, typeof mark, number] => [key, mark, misses]),
    ...(turned.worse + turned.better > 0 && { turned }),
  }
}

/** How each component of a library stands after its last run, with the mark of every case; undefined when there is no such library. */
export async function componentStates(
  { link: { db } }: Pick<Workspace, 'link'>,
  libraryId: string,
): Promise<ComponentState[] | undefined> {
  const record = await findLibrary(db, libraryId)
  if (!record) return undefined
  const states = await latestStates(db, libraryId)
  return Promise.all(
    states.map(async ({ fingerprint, startedAt, ...state }) => ({
      slug: state.slug,
      runId: state.runId,
      startedAt: startedAt.toISOString(),
      milliseconds: state.milliseconds,
      browser: state.browser,
      isOutdated: !isSameState(fingerprint, record.fingerprint),
      lints: state.lints,
      notes: state.notes,
      findings: state.findings,
      scenarios: state.scenarios,
      ...(state.readAt !== undefined && { readAt: state.readAt }),
      ...(await marksOf(db, state)),
    })),
  )
}
