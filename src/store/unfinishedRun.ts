import { and, desc, eq, inArray, max, notInArray } from 'drizzle-orm'
import { isSameState } from './libraries'
import type { Connection, Database } from './open'
import { caseResults, findings, libraries, outcomes, runComponents, runs } from './schema'

/** A run that ended before it was through, and can be taken up where it was. */
export interface UnfinishedRun {
  id: string
  libraryId: string
  state: 'interrupted' | 'stopped'
  startedAt: Date
  /** The components that it was asked for; null for all. */
  asked: readonly string[] | null
  /** Those that are through. */
  whole: readonly string[]
}

const UNFINISHED = ['interrupted', 'stopped'] as const

/** The last run of a library, where it is unfinished and the library is what it was. */
export async function unfinishedRun(db: Database, libraryId: string): Promise<UnfinishedRun | undefined> {
  const [last] = await db
    .select({ run: runs, fingerprint: libraries.fingerprint })
    .from(runs)
    .innerJoin(libraries, eq(libraries.id, runs.libraryId))
    .where(eq(runs.libraryId, libraryId))
    .orderBy(desc(runs.startedAt))
    .limit(1)
  if (!last || !isSameState(last.run.fingerprint, last.fingerprint)) return undefined
  const { id, state, startedAt, asked } = last.run
  const isUnfinished = UNFINISHED.find((each) => each === state)
  if (!isUnfinished) return undefined
  const through = await db
    .select({ slug: runComponents.slug })
    .from(runComponents)
    .where(and(eq(runComponents.runId, id), eq(runComponents.isWhole, true)))
  return { id, libraryId, state: isUnfinished, startedAt, asked, whole: through.map(({ slug }) => slug) }
}

/** Opens a run again: what was half read is forgotten. @returns the number that its next outcome gets; undefined where somebody was quicker */
export async function reopenRun(
  { db, write }: Connection,
  { id, whole }: UnfinishedRun,
  owner: string,
): Promise<number | undefined> {
  return write(() =>
    db.transaction(async (tx) => {
      const opened = await tx
        .update(runs)
        .set({ state: 'running', problem: '', owner, beatAt: new Date() })
        .where(and(eq(runs.id, id), inArray(runs.state, [...UNFINISHED])))
        .returning({ id: runs.id })
      if (opened.length === 0) return undefined
      for (const table of [caseResults, findings, runComponents] as const)
        await tx
          .delete(table)
          .where(whole.length > 0 ? and(eq(table.runId, id), notInArray(table.slug, [...whole])) : eq(table.runId, id))
      const [last] = await tx
        .select({ id: max(outcomes.id) })
        .from(outcomes)
        .where(eq(outcomes.runId, id))
      return (last?.id ?? -1) + 1
    }),
  )
}
