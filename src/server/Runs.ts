import { randomUUID } from 'node:crypto'
import type { RunEvent } from '@/contract'
import { BadInput, describeProblem, type Problem } from '@/core/problem'
import pLimit from 'p-limit'
import { NoQueue, type OpenPlace } from '@/queue'
import { KeptResults, NoBrowser, prepareSound, rigOf, verifyLibrary } from '@/runner'
import { gitState, homeFolder, type SourceWork } from '@/source'
import {
  beat,
  BEAT_MS,
  databaseFile,
  findLibrary,
  markInterrupted,
  pruneRuns,
  RunRecorder,
  storeFault,
  StoreKeeper,
  treeOfLibrary,
  unfinishedRun,
  type Connection,
  type RunState,
  type UnfinishedRun,
} from '@/store'
import { WholeComponents } from './WholeComponents'
import { countWork } from './countWork'
import { log } from './log'
import type { Places } from './Places'

/** Told when a run of a library has begun, and when it has ended. */
type OnRun = (libraryId: string, run: { id: string; isGoing: boolean }) => void

interface LiveRun {
  id: string
  libraryId: string
  stop: AbortController
  /** The last event of each kind: who joins late is told where things stand. */
  last: RunEvent
  listeners: Set<(event: RunEvent) => void>
  ended: Promise<void>
}

// Each has browsers of its own: more at once only take turns, and memory.
const MAX_AT_ONCE = 2

// What a run tells more often than this nobody can see.
const TELL_EVERY_MS = 60
// From less of a run it cannot be told what the rest takes.
const LEAST_KNOWN = 0.05

/** The components that a run is asked for, and those of them that are through already. */
interface Part {
  slugs: readonly string[] | undefined
  whole: readonly string[]
  /** What earlier runs have found does not count. */
  isFresh: boolean
}

/** What is wrong with the store, where that is what an error comes from. */
const storeWords = (error: unknown) => storeFault(error, databaseFile(homeFolder()))?.message

const WENT_DOWN =
  'The browser went down three times in a row. What was found before that is kept; the rest was not read. There may be too little memory.'

/** Runs of all libraries, while they go on and as they ended. One run of a library goes on at a time. */
export class Runs {
  #runs = new Map<string, LiveRun>()
  #turn = pLimit(MAX_AT_ONCE)

  constructor(
    private readonly link: Connection,
    private readonly places: Places,
    private readonly work: SourceWork,
    private readonly onRun: OnRun = () => {},
  ) {}

  /** Starts a run of a library, or of some of its components; gives back its id, or that of the run that is going on. */
  start(libraryId: string, slugs: string[] | undefined, isFresh = false): string {
    const going = this.going(libraryId)
    if (going !== undefined) return going
    const id = randomUUID()
    return this.begin(id, libraryId, async (run) => {
      const record = await findLibrary(this.link.db, libraryId)
      const startedAt = new Date()
      const git = record?.folder === undefined ? undefined : await gitState(record.folder)
      const recorder = await RunRecorder.start(this.link, {
        id,
        libraryId,
        fingerprint: record?.fingerprint ?? '',
        startedAt,
        asked: slugs,
        ...(git && { git }),
      })
      await this.execute(run, recorder, { slugs, whole: [], isFresh })
    })
  }

  /** The last run of a library, where it ended before it was through and can be taken up again. */
  async unfinished(libraryId: string): Promise<UnfinishedRun | undefined> {
    if (this.going(libraryId) !== undefined) return undefined
    await markInterrupted(this.link)
    return unfinishedRun(this.link.db, libraryId)
  }

  /** Goes on with the last run of a library where it was; undefined when that is not this run, or when nothing of it is left. */
  async resume(id: string, libraryId: string): Promise<string | undefined> {
    const left = await this.unfinished(libraryId)
    if (left?.id !== id) return undefined
    return this.begin(id, libraryId, async (run) => {
      const recorder = await RunRecorder.resume(this.link, left)
      if (!recorder) throw new Error('another process goes on with it already')
      await this.execute(run, recorder, { slugs: left.asked ?? undefined, whole: left.whole, isFresh: false })
    })
  }

  private begin(id: string, libraryId: string, work: (run: LiveRun) => Promise<void>): string {
    const run: LiveRun = {
      id,
      libraryId,
      stop: new AbortController(),
      last: { type: 'progress', done: 0, total: 0, slug: '' },
      listeners: new Set(),
      ended: Promise.resolve(),
    }
    this.#runs.set(run.id, run)
    this.onRun(libraryId, { id, isGoing: true })
    run.ended = this.#turn(() => work(run)).catch((error: unknown) => this.fail(run, error))
    return id
  }

  /** The run of a library that is going on, if any. */
  going(libraryId: string): string | undefined {
    return [...this.#runs.values()].find((run) => run.libraryId === libraryId && run.last.type !== 'end')?.id
  }

  /** Asks a run to stop; what it has found stays. */
  stop(id: string): boolean {
    const run = this.#runs.get(id)
    run?.stop.abort()
    return run !== undefined
  }

  /** Listens to a run, from where it stands; undefined when there is no such run. Gives back how to stop listening. */
  listen(id: string, listener: (event: RunEvent) => void): (() => void) | undefined {
    const run = this.#runs.get(id)
    if (!run) return undefined
    listener(run.last)
    if (run.last.type === 'end') return () => {}
    run.listeners.add(listener)
    return () => run.listeners.delete(listener)
  }

  /** Stops all runs, and waits until they have ended. */
  async close(): Promise<void> {
    for (const run of this.#runs.values()) run.stop.abort()
    await Promise.all([...this.#runs.values()].map(({ ended }) => ended))
  }

  private tell(run: LiveRun, event: RunEvent) {
    run.last = event
    for (const listener of run.listeners) listener(event)
    if (event.type === 'end') this.onRun(run.libraryId, { id: run.id, isGoing: false })
  }

  /** Tells what a run waits for, beside how far it has come. */
  private tellNote(run: LiveRun, note: string) {
    log.warn({ run: run.id, library: run.libraryId }, note)
    if (run.last.type === 'progress') this.tell(run, { ...run.last, note })
  }

  /** Not even the store took it: whoever waits is told, and the next run can begin. */
  private fail(run: LiveRun, error: unknown) {
    this.tell(run, {
      type: 'end',
      state: 'failed',
      problem: `The run could not be recorded: ${storeWords(error) ?? (error as Error).message}`,
    })
    run.listeners.clear()
  }

  /** Tells how far a run has come, as often as somebody can see it. */
  private tellsProgress(run: LiveRun) {
    let told = 0
    // What it takes until somebody begins says nothing of what the rest takes.
    let first: { at: number; done: number } | undefined
    return (done: number, total: number, slug: string) => {
      const now = Date.now()
      first ??= { at: now, done }
      if (now - told < TELL_EVERY_MS && done < total) return
      told = now
      const since = done - first.done
      const msLeft = Math.round(((now - first.at) / since) * (total - done))
      this.tell(run, { type: 'progress', done, total, slug, ...(since >= total * LEAST_KNOWN && { msLeft }) })
    }
  }

  private async execute(run: LiveRun, recorder: RunRecorder, part: Part) {
    const { link } = this
    const startedAt = new Date()
    log.info({ run: run.id, library: run.libraryId, components: part.slugs }, 'a run begins')
    const beating = setInterval(() => void beat(link, run.id).catch(() => {}), BEAT_MS) // the next one tells it
    beating.unref()
    let state: RunState = 'done'
    let problem: string
    let browser = ''
    const { signal } = run.stop
    const work = countWork()
    let place: OpenPlace | undefined
    try {
      place = this.places.open({ signal, onDone: work.add, onNote: (note) => this.tellNote(run, note) })
      ;({ problem, browser } = await this.verifyAt(place, run, recorder, part))
      if (signal.aborted) state = 'stopped'
      else if (place.isLost) [state, problem] = ['failed', WENT_DOWN]
    } catch (error) {
      // One that was stopped while it waited for a worker has not failed.
      state = signal.aborted ? 'stopped' : 'failed'
      problem = signal.aborted ? '' : failureWords(error)
    } finally {
      clearInterval(beating)
      await place?.close()
    }
    const milliseconds = Date.now() - startedAt.getTime()
    const workers = work.counted()
    await recorder.end({ state, milliseconds, browser, problem, ...(workers && { workers }) })
    await pruneRuns(link, run.libraryId)
    log.info({ run: run.id, library: run.libraryId, state, milliseconds, problem }, 'a run has ended')
    this.tell(run, { type: 'end', state, problem })
    run.listeners.clear()
  }

  /** @returns what is to be told of components that could not be prepared, and the browser's version */
  private async verifyAt(
    place: OpenPlace,
    run: LiveRun,
    recorder: RunRecorder,
    { slugs, whole, isFresh }: Part,
  ): Promise<{ problem: string; browser: string }> {
    const { link } = this
    const { signal } = run.stop
    const tree = await treeOfLibrary(link.db, run.libraryId)
    const library = await prepareSound(tree, { components: slugs }, this.work)
    const prepared = { ...library, components: library.components.filter(({ sheet }) => !whole.includes(sheet.slug)) }
    const through = new WholeComponents(prepared, recorder)
    const keeper = new StoreKeeper(link)
    const environment = await place.environment()
    const report = await verifyLibrary(place.at, prepared, {
      signal,
      kept: environment && new KeptResults(environment, keeper, isFresh),
      // Which cases they are of is for sheets to say; where nobody knows what they depend on they are of no use.
      pictures: environment && { rig: rigOf(environment, prepared.library.data.viewport) },
      onCase: (slug, result) => recorder.addCase(slug, result),
      onProgress: this.tellsProgress(run),
      onComponent: (tally) => {
        // A component that was stopped half way keeps the marks of the run before.
        if (signal.aborted) return
        const written = recorder.endComponent(tally).then(() => this.tell(run, { type: 'component', slug: tally.slug }))
        through.endCases(tally, written)
      },
      // One that was stopped half way is performed again where the run is taken up.
      onScenario: (slug) => !signal.aborted && through.endScenario(slug),
    })
    await through.written()
    await keeper.prune()
    return { problem: leftOut(library.faults), browser: report.browser }
  }
}

/** Why a run could not be made, in words for whoever asked for it. */
const failureWords = (error: unknown): string =>
  error instanceof BadInput || error instanceof NoBrowser || error instanceof NoQueue
    ? error.message
    : (storeWords(error) ?? `Something went wrong in Brelt: ${(error as Error).message}`)

/** What a run says of components that could not be prepared. */
const leftOut = (faults: ReadonlyMap<string, readonly Problem[]>): string =>
  [...faults].map(([slug, [first]]) => `${slug} was left out: ${describeProblem(first!)}`).join('\n')
