import { and, asc, desc, eq, inArray, not } from 'drizzle-orm'
import { groupBy } from '@/core/group'
import type { Lint } from '@/core/lint'
import type { PackedPictures } from '@/core/picture'
import { sumCounts, type ComponentReport, type RunCounts, type ScenarioReport } from '@/core/report'
import { type Manifest } from './manifest'
import type { Connection, Database } from './open'
import { findingsOf, type RunState } from './runs'
import { caseResults, files, findings, libraries, outcomes, runComponents, runs, type RunWorkers } from './schema'

/** A run as it is listed. */
export interface ListedRun {
  id: string
  state: RunState
  startedAt: Date
  milliseconds: number
  browser: string
  /** Why it failed. */
  problem: string
  /** The components that it was asked for; null for all. */
  asked: readonly string[] | null
  git: (typeof runs.$inferSelect)['git']
  workers: RunWorkers | null
  /** Somebody keeps it. */
  isKept: boolean
  components: readonly ListedComponent[]
}

/** One component of a run as it is listed; what is null was not kept when it ran. */
export interface ListedComponent {
  slug: string
  isWhole: boolean
  counts: RunCounts | null
  fingerprint: string | null
  verdicts: string | null
}

/** All runs of a library, the last first. @param slug only those that took this component, and of them only that */
export async function listRuns(db: Database, libraryId: string, slug?: string): Promise<ListedRun[]> {
  const all = await db.select().from(runs).where(eq(runs.libraryId, libraryId)).orderBy(desc(runs.startedAt))
  const { runId, isWhole, counts, fingerprint, verdicts } = runComponents
  const isOwn = eq(runComponents.libraryId, libraryId)
  const rows = await db
    .select({ runId, slug: runComponents.slug, isWhole, counts, fingerprint, verdicts })
    .from(runComponents)
    .where(slug === undefined ? isOwn : and(isOwn, eq(runComponents.slug, slug)))
    .orderBy(asc(runComponents.slug))
  const byRun = groupBy(rows, (row) => row.runId)
  return all
    .map(({ id, state, startedAt, milliseconds, browser, problem, asked, git, workers, isKept }) => ({
      ...{ id, state, startedAt, milliseconds, browser, problem, asked, git, workers, isKept },
      components: (byRun.get(id) ?? []).map(({ runId: _, ...component }) => component),
    }))
    .filter(({ components }) => slug === undefined || components.length > 0)
}

/** All that was kept of some components in numbers; undefined where that was not. */
export function countsOfAll(components: readonly Pick<ListedComponent, 'counts'>[]): RunCounts | undefined {
  const known = components.flatMap(({ counts }) => counts ?? [])
  return known.length < components.length ? undefined : sumCounts(known)
}

/** What a run has found, component by component. @returns without those that an older Brelt has not kept whole */
export async function runReports(db: Database, runId: string, slug?: string): Promise<ComponentReport[]> {
  const isOf = eq(runComponents.runId, runId)
  const rows = await db
    .select()
    .from(runComponents)
    .where(slug === undefined ? isOf : and(isOf, eq(runComponents.slug, slug)))
    .orderBy(asc(runComponents.slug))
  return Promise.all(
    rows.flatMap(({ slug: own, about, lints, notes, scenarios }) =>
      about
        ? [
            findingsOf(db, runId, own).then((found) => ({
              ...about,
              lints: lints as Lint[],
              notes: notes as string[],
              findings: found,
              scenarios: scenarios as ScenarioReport[],
            })),
          ]
        : [],
    ),
  )
}

/** A component's pictures as a run took them. */
export async function runPictures(db: Database, runId: string, slug: string): Promise<PackedPictures | undefined> {
  const [found] = await db
    .select({ pictures: runComponents.pictures })
    .from(runComponents)
    .where(and(eq(runComponents.runId, runId), eq(runComponents.slug, slug)))
  return (found?.pictures as PackedPictures | null) ?? undefined
}

/** The files of a library as they were when a run began; undefined where that was not kept. */
export async function runManifest(db: Database, runId: string): Promise<Manifest | undefined> {
  const [found] = await db
    .select({ bytes: files.bytes })
    .from(runs)
    .innerJoin(files, eq(files.hash, runs.manifest))
    .where(eq(runs.id, runId))
  return found && (JSON.parse(found.bytes.toString('utf8')) as Manifest)
}

/** A run, and whose it is. */
interface RunPlace {
  libraryId: string
  id: string
}

/** Keeps a run for good, or no more. @returns whether there is one */
export const setRunKept = ({ db, write }: Connection, { libraryId, id }: RunPlace, isKept: boolean): Promise<boolean> =>
  write(
    async () =>
      (
        await db
          .update(runs)
          .set({ isKept })
          .where(and(eq(runs.libraryId, libraryId), eq(runs.id, id)))
          .returning({ id: runs.id })
      ).length > 0,
  )

/** Deletes a run with all that it found, unless it goes on. @returns whether it is gone */
export const deleteRun = (connection: Connection, { libraryId, id }: RunPlace): Promise<boolean> =>
  connection.write(async () => (await deleteRuns(connection, libraryId, [id])) > 0)

async function deleteRuns({ db }: Connection, libraryId: string, ids: readonly string[]): Promise<number> {
  return db.transaction(async (tx) => {
    const own = await tx
      .select({ id: runs.id })
      .from(runs)
      .where(and(eq(runs.libraryId, libraryId), inArray(runs.id, [...ids]), not(eq(runs.state, 'running'))))
    for (const { id } of own) {
      for (const table of [caseResults, findings, outcomes, runComponents] as const)
        await tx.delete(table).where(eq(table.runId, id))
      await tx.delete(runs).where(eq(runs.id, id))
    }
    return own.length
  })
}

/** How many runs of a library are kept, besides those that somebody keeps; 0 for all. */
export async function runsKept(db: Database, libraryId: string): Promise<number> {
  const [found] = await db.select({ count: libraries.runsKept }).from(libraries).where(eq(libraries.id, libraryId))
  return found?.count ?? 0
}

export const setRunsKept = ({ db, write }: Connection, libraryId: string, count: number): Promise<void> =>
  write(async () => {
    await db.update(libraries).set({ runsKept: count }).where(eq(libraries.id, libraryId))
  })

/** Deletes the runs that are more than are kept: the oldest, but none by which a component stands as it does. @returns how many */
export const pruneRuns = (connection: Connection, libraryId: string): Promise<number> =>
  connection.write(async () => {
    const most = await runsKept(connection.db, libraryId)
    if (most === 0) return 0
    const all = await listRuns(connection.db, libraryId)
    const old = all.filter(({ isKept }) => !isKept).slice(most)
    if (old.length === 0) return 0
    const latest = new Map(all.toReversed().flatMap(({ id, components }) => components.map(({ slug }) => [slug, id])))
    const standing = new Set(latest.values())
    const ids = old.map(({ id }) => id).filter((id) => !standing.has(id))
    return ids.length === 0 ? 0 : deleteRuns(connection, libraryId, ids)
  })
