import type { ComponentState } from '@/contract'
import { indexPath } from '@/core/picture'
import {
  caseMarks,
  findLibrary,
  isSameState,
  latestStates,
  runManifest,
  manifestTexts,
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

/**
 * How each component of a library stands after its last run, with the mark of every case; undefined when there is no such library.
 * `isSettled`: it is known of each what its results depend on; until then, one that may be out of date is.
 */
export async function componentStates(
  { link: { db }, freshness }: Pick<Workspace, 'link' | 'freshness'>,
  libraryId: string,
): Promise<{ components: ComponentState[]; isSettled: boolean } | undefined> {
  const record = await findLibrary(db, libraryId)
  if (!record) return undefined
  const states = await latestStates(db, libraryId)
  const isChanged = states.some(({ fingerprint }) => !isSameState(fingerprint, record.fingerprint))
  const prints = isChanged ? freshness.printsOf(record) : undefined
  const approvedIn = approvals(db)
  const isOutdated = async ({ runId, slug, fingerprint, print }: StoredState): Promise<boolean> => {
    if (isSameState(fingerprint, record.fingerprint)) return false
    const now = prints?.get(slug)
    return !now || print === undefined || !now(await approvedIn(runId, slug)).includes(print)
  }
  const components = await Promise.all(
    states.map(async (state) => ({
      slug: state.slug,
      runId: state.runId,
      startedAt: state.startedAt.toISOString(),
      milliseconds: state.milliseconds,
      browser: state.browser,
      isOutdated: await isOutdated(state),
      lints: state.lints,
      notes: state.notes,
      findings: state.findings,
      ...(state.failed && { failed: state.failed }),
      scenarios: state.scenarios,
      ...(state.readAt !== undefined && { readAt: state.readAt }),
      ...(state.face && { face: state.face }),
      ...(await marksOf(db, state)),
    })),
  )
  return { components, isSettled: !isChanged || prints !== undefined }
}

/** The index of a component's approved pictures as a run found it. Most components are of one run, whose files are looked up once. */
function approvals(db: Database): (runId: string, slug: string) => Promise<string> {
  const manifests = new Map<string, ReturnType<typeof runManifest>>()
  return async (runId, slug) => {
    const manifest = manifests.get(runId) ?? runManifest(db, runId)
    manifests.set(runId, manifest)
    const path = indexPath(slug)
    const hash = (await manifest)?.[path]
    return hash === undefined ? '' : ((await manifestTexts(db, { [path]: hash }))[path] ?? '')
  }
}
