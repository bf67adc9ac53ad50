import { and, eq } from 'drizzle-orm'
import { packResults } from '@/core/picture'
import { markOf, type CaseResult, type CheckResult } from '@/core/plan'
import { countsOf, type CaseCounts, type ComponentReport, type ComponentTally, type Report } from '@/core/report'
import { fileHashes, hashOf, inBatches, putBlobs, type Transaction } from './libraries'
import type { Connection } from './open'
import { thisOwner } from './runLease'
import type { RunState } from './runs'
import { caseResults, findings, outcomes, runComponents, runs, type RunWorkers } from './schema'
import { reopenRun, type UnfinishedRun } from './unfinishedRun'

/** What is known of a run as it begins. */
export interface BeginningRun {
  id: string
  libraryId: string
  /** What the library's files are. */
  fingerprint: string
  startedAt: Date
  /** The components that it is asked for; left out for all. */
  asked?: string[] | undefined
  /** What the repository says of the library's folder. */
  git?: Report['git']
}

const ROWS_AT_ONCE = 500

const encoder = new TextEncoder()

/** Keeps a run as it goes on: what was found is there even when the run is stopped or the process dies. */
export class RunRecorder {
  #outcomes = new Map<string, number>()
  #ids = new WeakMap<CheckResult, number>()
  #writes: Promise<void>[] = []
  #newOutcomes: { runId: string; id: number; check: CheckResult }[] = []
  #cases: (typeof caseResults.$inferInsert)[] = []
  /** Each component's cases by their marks, and what each came to. */
  #marks = new Map<string, { counts: CaseCounts; verdicts: string[] }>()

  private constructor(
    readonly connection: Connection,
    readonly id: string,
    readonly libraryId: string,
    readonly serial: number,
    /** Numbers of outcomes go on from here. */
    private readonly firstOutcome = 0,
  ) {}

  static async start(connection: Connection, { asked, git, ...run }: BeginningRun): Promise<RunRecorder> {
    const owner = { owner: thisOwner(), beatAt: new Date() }
    await connection.write(() =>
      connection.db.transaction(async (tx) => {
        const manifest = await keepManifest(tx, run.libraryId)
        await tx
          .insert(runs)
          .values({ ...run, ...owner, asked: asked ?? null, git: git ?? null, manifest, state: 'running' })
      }),
    )
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
    const mark = markOf(result)
    const marks = this.marksOf(slug)
    marks.counts[mark]++
    marks.verdicts.push(`${result.key}\t${mark} ${misses}`)
    this.#cases.push({
      runId: this.id,
      slug,
      key: result.key,
      mark,
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

  private marksOf(slug: string) {
    let marks = this.#marks.get(slug)
    if (!marks) {
      marks = { counts: { holds: 0, misses: 0, unread: 0, open: 0 }, verdicts: [] }
      this.#marks.set(slug, marks)
    }
    return marks
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
        await inBatches(made, (some) => tx.insert(outcomes).values(some))
        await inBatches(cases, (some) => tx.insert(caseResults).values(some))
      }),
    )
  }

  /** A component's cases are through: they take the place of those of earlier runs. */
  async endComponent(tally: ComponentTally): Promise<void> {
    await Promise.all([...this.#writes.splice(0), this.flush()])
    const { slug, pictures, reused } = tally
    const report = tally.report()
    const { db, write } = this.connection
    const row = {
      runId: this.id,
      libraryId: this.libraryId,
      slug,
      serial: this.serial,
      // Cases come before their component's end; scenarios may still be under way.
      readAt: reused?.cases ? reused.since : null,
      pictures: pictures ? packResults(pictures.results) : null,
      rig: pictures?.rig ?? null,
      ...this.summary(report),
    }
    const rows = report.findings.map((finding, position) => ({ runId: this.id, slug, position, finding }))
    await write(() =>
      db.transaction(async (tx) => {
        await tx.insert(runComponents).values(row)
        await inBatches(rows, (some) => tx.insert(findings).values(some))
      }),
    )
  }

  /** What a component's scenarios came to, once its cases are written. @param isWhole they are all of them */
  async addScenarios(tally: ComponentTally, isWhole: boolean): Promise<void> {
    const names = isWhole && { fingerprint: tally.fingerprint ?? null, verdicts: this.verdictsOf(tally) }
    await this.connection.write(async () => {
      await this.connection.db
        .update(runComponents)
        .set({ ...this.summary(tally.report()), isWhole, ...names })
        .where(and(eq(runComponents.runId, this.id), eq(runComponents.slug, tally.slug)))
    })
  }

  private summary(report: ComponentReport) {
    const { lints, notes, scenarios, findings: _, ...about } = report
    return { lints, notes, scenarios, about, counts: countsOf(report, this.marksOf(report.slug).counts) }
  }

  /** Names what each case, scenario and picture came to. */
  private verdictsOf({ slug, scenarios, pictures }: ComponentTally): string {
    const all = [
      ...this.marksOf(slug).verdicts,
      ...scenarios.map(({ name, verdict }) => `${name}\t${verdict}`),
      ...(pictures?.results ?? []).map(({ key, picture }) => `${key}\t${picture}`),
    ]
    return hashOf(encoder.encode(all.toSorted().join('\n')))
  }

  async end(end: RunEnd): Promise<void> {
    await this.flush()
    await this.connection.write(async () => {
      await this.connection.db.update(runs).set(end).where(eq(runs.id, this.id))
    })
  }
}

/** How a run ended. */
export interface RunEnd {
  state: RunState
  milliseconds: number
  browser?: string
  problem?: string
  workers?: RunWorkers
}

/** Keeps which files a library has, each as it is. @returns the name of that list */
async function keepManifest(tx: Transaction, libraryId: string): Promise<string> {
  const hashes = [...(await fileHashes(tx, libraryId))].toSorted(([a], [b]) => (a < b ? -1 : 1))
  const bytes = encoder.encode(JSON.stringify(Object.fromEntries(hashes)))
  const hash = hashOf(bytes)
  await putBlobs(tx, [{ hash, bytes }])
  return hash
}
