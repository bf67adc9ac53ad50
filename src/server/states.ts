import type { ComponentState } from '@/contract'
import { caseMarks, findLibrary, isSameState, latestStates } from '@/store'
import type { Workspace } from './Workspace'

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
      marks: (await caseMarks(db, state.runId, state.slug)).map(
        ({ key, mark, misses }): [string, typeof mark, number] => [key, mark, misses],
      ),
    })),
  )
}
