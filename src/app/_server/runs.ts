import { randomUUID } from 'node:crypto'
import type { Browser } from 'puppeteer-core'
import type { RunEvent } from '@/contract'
import { BadInput } from '@/core/problem'
import { launchChromium, NoBrowser, prepareLibrary, verifyLibrary } from '@/runner'
import { findLibrary, RunRecorder, treeOfLibrary, type RunState } from '@/store'
import { connection } from './connection'

interface LiveRun {
  id: string
  libraryId: string
  stop: AbortController
  /** The last event of each kind: who joins late is told where things stand. */
  last: RunEvent
  listeners: Set<(event: RunEvent) => void>
}

// The bundler may load a module more than once; a process has one set of runs.
const shared = globalThis as typeof globalThis & { breltRuns?: Map<string, LiveRun> }
const runs = (shared.breltRuns ??= new Map())

// What a run tells more often than this nobody can see.
const TELL_EVERY_MS = 60

/** Starts a run of a library, or of some of its components. One run of a library goes on at a time. */
export async function startRun(libraryId: string, slugs: string[] | undefined): Promise<string> {
  const going = [...runs.values()].find((run) => run.libraryId === libraryId && run.last.type !== 'end')
  if (going) return going.id
  const run: LiveRun = {
    id: randomUUID(),
    libraryId,
    stop: new AbortController(),
    last: { type: 'progress', done: 0, total: 0, slug: '', msLeft: 0 },
    listeners: new Set(),
  }
  runs.set(run.id, run)
  void execute(run, slugs)
  return run.id
}

function tell(run: LiveRun, event: RunEvent) {
  run.last = event
  for (const listener of run.listeners) listener(event)
}

async function execute(run: LiveRun, slugs: string[] | undefined) {
  const link = await connection()
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
  let browser: Browser | undefined
  try {
    const prepared = await prepareLibrary(await treeOfLibrary(link.db, run.libraryId), { components: slugs })
    browser = await launchChromium()
    const writes: Promise<void>[] = []
    let told = 0
    const report = await verifyLibrary(browser, prepared, {
      signal: run.stop.signal,
      onCase: (slug, result) => recorder.addCase(slug, result),
      onProgress: (done, total, slug) => {
        const now = Date.now()
        if (now - told < TELL_EVERY_MS && done < total) return
        told = now
        tell(run, {
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
        writes.push(recorder.endComponent(tally).then(() => tell(run, { type: 'component', slug: tally.slug })))
      },
    })
    version = report.browser
    await Promise.all(writes)
    for (const { slug, scenarios } of report.components) {
      if (scenarios.length > 0) await recorder.addScenarios(slug, scenarios)
    }
    if (run.stop.signal.aborted) state = 'stopped'
  } catch (error) {
    state = 'failed'
    problem =
      error instanceof BadInput || error instanceof NoBrowser
        ? error.message
        : `Something went wrong in Brelt: ${(error as Error).message}`
  } finally {
    await browser?.close().catch(() => {})
  }
  await recorder.end({ state, milliseconds: Date.now() - startedAt.getTime(), browser: version, problem })
  tell(run, { type: 'end', state, problem })
  run.listeners.clear()
}

/** The run of a library that is going on, if any. */
export const goingRun = (libraryId: string): string | undefined =>
  [...runs.values()].find((run) => run.libraryId === libraryId && run.last.type !== 'end')?.id

/** Asks a run to stop; what it has found stays. */
export function stopRun(id: string): boolean {
  const run = runs.get(id)
  run?.stop.abort()
  return run !== undefined
}

/** Listens to a run, from where it stands; undefined when there is no such run. Returns the way to stop listening. */
export function listenToRun(id: string, listener: (event: RunEvent) => void): (() => void) | undefined {
  const run = runs.get(id)
  if (!run) return undefined
  listener(run.last)
  if (run.last.type === 'end') return () => {}
  run.listeners.add(listener)
  return () => run.listeners.delete(listener)
}
