import { connection, goingRun, notFound } from '@/app/_server'
import { caseMarks, findLibrary, latestStates } from '@/store'
import type { LibraryStates } from '@/ui/live'

/** How each component of a library stands after its last run, with the mark of every case. */
export async function GET(_: Request, { params }: { params: Promise<{ library: string }> }) {
  const { library } = await params
  const { db } = await connection()
  const record = await findLibrary(db, library)
  if (!record) return notFound(`library "${library}"`)
  const states = await latestStates(db, library)
  const components = await Promise.all(
    states.map(
      async ({ slug, runId, startedAt, milliseconds, browser, fingerprint, lints, notes, findings, scenarios }) => ({
        slug,
        runId,
        startedAt: startedAt.toISOString(),
        milliseconds,
        browser,
        isOutdated: fingerprint !== record.fingerprint,
        lints,
        notes,
        findings,
        scenarios,
        marks: (await caseMarks(db, runId, slug)).map(({ key, mark, misses }): [string, typeof mark, number] => [
          key,
          mark,
          misses,
        ]),
      }),
    ),
  )
  return Response.json({ going: goingRun(library) ?? null, components } satisfies LibraryStates)
}
