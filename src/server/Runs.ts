import { randomUUID } from 'node:crypto'
import type { RunEvent } from '@/contract'
import { BadInput } from '@/core/problem'
import { BrowserSource, NoBrowser, prepareLibrary, verifyLibrary } from '@/runner'
import { findLibrary, RunRecorder, treeOfLibrary, type Connection, type RunState } from '@/store'
import type { Launch } from './Browsers'

interface LiveRun {
  id: string
  libraryId: string
  stop: AbortController
  /** The last event of each kind: who joins late is told where things stand. */
  last: RunEvent
  listeners: Set<(event: RunEvent) => void>
  ended: Promise<void>
}

// What a run tells more often than this nobody can see.
const TELL_EVERY_MS = 60

const WENT_DOWN =
  'The browser went down three times in a row. What was found before that is kept; the rest was not read. There may be too little memory.'

/** Runs of all libraries, while they go on and as they ended. One run of a library goes on at a time. */
export class Runs {
  #runs = new Map<string, LiveRun>()

  constructor(
    private readonly link: Connection,
    private readonly launch: Launch,
  ) {}

  /** Starts a run of a library, or of some of its components; gives back its id, or that of the run that is going on. */
  start(libraryId: string, slugs: string[] | undefined): string {
    const going = this.going(libraryId)
    if (going !== undefined) return going
    const run: LiveRun = {
      id: randomUUID(),
      libraryId,
      stop: new AbortController(),
      last: { type: 'progress', done: 0, total: 0, slug: '', msLeft: 0 },
      listeners: new Set(),
      ended: Promise.resolve(),
    }
    this.#runs.set(run.id, run)
    run.ended = this.execute(run, slugs).catch((error: unknown) => this.fail(run, error))
    return run.id
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
  }

  /** Not even the store took it: whoever waits is told, and the next run can begin. */
  private fail(run: LiveRun, error: unknown) {
    this.tell(run, {
      type: 'end',
      state: 'failed',
      problem: `The run could not be recorded: ${(error as Error).message}`,
    })
    run.listeners.clear()
  }

  private async execute(run: LiveRun, slugs: string[] | undefined) {
    const { link } = this
    const startedAt = new Date()
    const record = await findLibrary(link.db, run.libraryId)
    const recorder = await RunRecorder.start(link, {
      id: run.id,
      libraryId: run.libraryId,
      fingerprint: record?.fingerprint ?? '',
      startedAt,
    })
    let state: RunState = 'done'
    let problem = ''
    let version = ''
    const browsers = new BrowserSource(this.launch)
    try {
      const prepared = await prepareLibrary(await treeOfLibrary(link.db, run.libraryId), { components: slugs })
      const writes: Promise<void>[] = []
      let told = 0
      const report = await verifyLibrary(browsers, prepared, {
        signal: run.stop.signal,
        onCase: (slug, result) => recorder.addCase(slug, result),
        onProgress: (done, total, slug) => {
          const now = Date.now()
          if (now - told < TELL_EVERY_MS && done < total) return
          told = now
          this.tell(run, {
            type: 'progress',
            done,
            total,
            slug,
            msLeft: Math.round(((now - startedAt.getTime()) / done) * (total - done)),
          })
        },
        onComponent: (tally) => {
          // A component that was stopped half way keeps the marks of the run before.
          if (run.stop.signal.aborted) return
          writes.push(recorder.endComponent(tally).then(() => this.tell(run, { type: 'component', slug: tally.slug })))
        },
      })
      version = report.browser
      await Promise.all(writes)
      for (const { slug, scenarios } of report.components) {
        if (scenarios.length > 0) await recorder.addScenarios(slug, scenarios)
      }
      if (run.stop.signal.aborted) state = 'stopped'
      else if (browsers.isLost) [state, problem] = ['failed', WENT_DOWN]
    } catch (error) {
      state = 'failed'
      problem =
        error instanceof BadInput || error instanceof NoBrowser
          ? error.message
          : `Something went wrong in Brelt: ${(error as Error).message}`
    } finally {
      await browsers.close()
    }
    await recorder.end({ state, milliseconds: Date.now() - startedAt.getTime(), browser: version, problem })
    this.tell(run, { type: 'end', state, problem })
    run.listeners.clear()
  }
}
