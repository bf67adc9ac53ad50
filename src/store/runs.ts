import { and, asc, desc, eq, inArray } from 'drizzle-orm'
import type { Lint } from '@/core/lint'
import { markOf, type CaseResult, type CheckResult } from '@/core/plan'
import { packResults, type PackedPictures } from '@/core/picture'
import type { ComponentTally, Finding, ScenarioReport } from '@/core/report'
import type { Connection, Database } from './open'
import { thisOwner } from './runLease'
import { reopenRun, type UnfinishedRun } from './unfinishedRun'
import { caseResults, findings, outcomes, runComponents, runs } from './schema'

export type RunState = (typeof runs.$inferSelect)['state']

/** How a component stands after the last run that took it. */
export interface ComponentState {
  slug: string
  runId: string
  state: RunState
  startedAt: Date
  milliseconds: number
  browser: string
  /** What the library's files were when it ran. */
  fingerprint: string
  lints: Lint[]
  notes: string[]
  findings: Finding[]
  scenarios: ScenarioReport[]
  /** When the run began, ISO 8601, that read its cases, where that was an earlier one. */
  readAt?: string
  /** The run of it before. */
  runBefore?: string
}

export interface CaseMark {
  key: string
  mark: 'holds' | 'misses' | 'unread' | 'open'
  misses: number
}

const ROWS_AT_ONCE = 500

/** Keeps a run as it goes on: what was found is there even when the run is stopped or the process dies. */
export class RunRecorder {
  #outcomes = new Map<string, number>()
  #ids = new WeakMap<CheckResult, number>()
  #writes: Promise<void>[] = []
  #newOutcomes: { runId: string; id: number; check: CheckResult }[] = []
  #cases: (typeof caseResults.$inferInsert)[] = []

  private constructor(
    readonly connection: Connection,
    readonly id: string,
    readonly libraryId: string,
    readonly serial: number,
    /** Numbers of outcomes go on from here. */
    private readonly firstOutcome = 0,
  ) {}

  static async start(
    connection: Connection,
    run: { id: string; libraryId: string; fingerprint: string; startedAt: Date; asked?: string[] | undefined },
  ): Promise<RunRecorder> {
    await connection.write(async () => {
      await connection.db
        .insert(runs)
        .values({ ...run, asked: run.asked ?? null, state: 'running', owner: thisOwner(), beatAt: new Date() })
    })
    return new RunRecorder(connection, run.id, run.libraryId, run.startedAt.getTime())
  }

  /** Goes on with a run that ended before it was through; undefined where another process does so already. */
  static async resume(connection: Connection, run: UnfinishedRun): Promise<RunRecorder | undefined> {
    const first = await reopenRun(connection, run, thisOwner())
    if (first === undefined) return undefined
    return new RunRecorder(connection, run.id, run.libraryId, run.startedAt.getTime(), first)
  }

  addCase(slug: string, result: CaseResult): void {
    const ids = result.checks.map((check) => this.outcomeId(check))
    const misses = result.checks.filter(({ verdict }) => verdict === 'misses').length
    this.#cases.push({
      runId: this.id,
      slug,
      key: result.key,
      mark: markOf(result),
      misses,
      failure: result.failure ?? null,
      outcomes: ids,
    })
    if (this.#cases.length >= ROWS_AT_ONCE) {
      // A write that fails is told at the end of its component, where somebody listens.
      const write = this.flush()
      write.catch(() => {})
      this.#writes.push(write)
    }
  }

  private outcomeId(check: CheckResult): number {
    const known = this.#ids.get(check)
    if (known !== undefined) return known
    const text = JSON.stringify(check)
    let id = this.#outcomes.get(text)
    if (id === undefined) {
      id = this.firstOutcome + this.#outcomes.size
      this.#outcomes.set(text, id)
      this.#newOutcomes.push({ runId: this.id, id, check })
    }
    this.#ids.set(check, id)
    return id
  }

  /** Writes what has gathered. */
  async flush(): Promise<void> {
    const made = this.#newOutcomes.splice(0)
    const cases = this.#cases.splice(0)
    const { db, write } = this.connection
    await write(() =>
      db.transaction(async (tx) => {
        for (let at = 0; at < made.length; at += ROWS_AT_ONCE)
          await tx.insert(outcomes).values(made.slice(at, at + ROWS_AT_ONCE))
        for (let at = 0; at < cases.length; at += ROWS_AT_ONCE)
          await tx.insert(caseResults).values(cases.slice(at, at + ROWS_AT_ONCE))
      }),
    )
  }

  /** A component is through: its cases take the place of those of earlier runs. */
  async endComponent(tally: ComponentTally): Promise<void> {
    await Promise.all([...this.#writes.splice(0), this.flush()])
    const report = tally.report()
    const { db, write } = this.connection
    const row = {
      runId: this.id,
      libraryId: this.libraryId,
      slug: tally.slug,
      serial: this.serial,
      lints: report.lints,
      notes: report.notes,
      // Cases come before their component's end; scenarios may still be under way.
      readAt: tally.reused?.cases ? tally.reused.since : null,
      pictures: tally.pictures ? packResults(tally.pictures.results) : null,
      rig: tally.pictures?.rig ?? null,
    }
    const rows = report.findings.map((finding, position) => ({ runId: this.id, slug: tally.slug, position, finding }))
    await write(() =>
      db.transaction(async (tx) => {
        await tx.insert(runComponents).values(row)
        for (let at = 0; at < rows.length; at += ROWS_AT_ONCE)
          await tx.insert(findings).values(rows.slice(at, at + ROWS_AT_ONCE))
      }),
    )
  }

  /** What a component's scenarios came to, once its cases are written. @param isWhole they are all of them */
  async addScenarios(slug: string, scenarios: readonly ScenarioReport[], isWhole: boolean): Promise<void> {
    await this.connection.write(async () => {
      await this.connection.db
        .update(runComponents)
        .set({ scenarios, isWhole })
        .where(and(eq(runComponents.runId, this.id), eq(runComponents.slug, slug)))
    })
  }

  async end(end: { state: RunState; milliseconds: number; browser?: string; problem?: string }): Promise<void> {
    await this.flush()
    await this.connection.write(async () => {
      await this.connection.db.update(runs).set(end).where(eq(runs.id, this.id))
    })
  }
}

/** The last known state of each component of a library. */
export async function latestStates(db: Database, libraryId: string): Promise<ComponentState[]> {
  const rows = await db
    .select()
    .from(runComponents)
    .innerJoin(runs, eq(runs.id, runComponents.runId))
    .where(eq(runComponents.libraryId, libraryId))
    .orderBy(desc(runComponents.serial))
  const latest = [...new Map(rows.toReversed().map((row) => [row.run_components.slug, row])).values()]
  const runBefore = (slug: string) => rows.filter((row) => row.run_components.slug === slug)[1]?.runs.id
  return Promise.all(
    latest.map(async ({ run_components: { slug, lints, notes, scenarios, readAt }, runs: run }) => {
      const own = await db
        .select()
        .from(findings)
        .where(and(eq(findings.runId, run.id), eq(findings.slug, slug)))
        .orderBy(asc(findings.position))
      return {
        slug,
        runId: run.id,
        state: run.state,
        startedAt: run.startedAt,
        milliseconds: run.milliseconds,
        browser: run.browser,
        fingerprint: run.fingerprint,
        lints: lints as Lint[],
        notes: notes as string[],
        findings: own.map(({ finding }) => finding as Finding),
        scenarios: scenarios as ScenarioReport[],
        ...(readAt !== null && { readAt }),
        ...(runBefore(slug) !== undefined && { runBefore: runBefore(slug)! }),
      }
    }),
  )
}

/** A component's pictures after the last run that took any of it. */
export interface LatestPictures {
  slug: string
  rig: string
  packed: PackedPictures
  /** What the library's files were when they were taken. */
  fingerprint: string
}

/** The pictures of each component of a library, as the last run that took it has left them. */
export async function latestPictures(db: Database, libraryId: string): Promise<LatestPictures[]> {
  const { slug, rig, pictures, serial } = runComponents
  const rows = await db
    .select({ slug, rig, pictures, fingerprint: runs.fingerprint })
    .from(runComponents)
    .innerJoin(runs, eq(runs.id, runComponents.runId))
    .where(eq(runComponents.libraryId, libraryId))
    .orderBy(asc(serial))
  const latest = [...new Map(rows.map((row) => [row.slug, row])).values()]
  return latest.flatMap(({ pictures: packed, rig: where, ...row }) =>
    packed && where !== null ? [{ ...row, rig: where, packed: packed as PackedPictures }] : [],
  )
}

/** The marks of a component's cases in a run. */
export async function caseMarks(db: Database, runId: string, slug: string): Promise<CaseMark[]> {
  return db
    .select({ key: caseResults.key, mark: caseResults.mark, misses: caseResults.misses })
    .from(caseResults)
    .where(and(eq(caseResults.runId, runId), eq(caseResults.slug, slug)))
}

/** All that was read in one case. */
export async function caseChecks(
  db: Database,
  runId: string,
  slug: string,
  key: string,
): Promise<{ checks: CheckResult[]; failure?: string } | undefined> {
  const [row] = await db
    .select()
    .from(caseResults)
    .where(and(eq(caseResults.runId, runId), eq(caseResults.slug, slug), eq(caseResults.key, key)))
  if (!row) return undefined
  const ids = row.outcomes as number[]
  const rows =
    ids.length === 0
      ? []
      : await db
          .select()
          .from(outcomes)
          .where(and(eq(outcomes.runId, runId), inArray(outcomes.id, [...new Set(ids)])))
  const byId = new Map(rows.map(({ id, check }) => [id, check as CheckResult]))
  return { checks: ids.map((id) => byId.get(id)!), ...(row.failure !== null && { failure: row.failure }) }
}
