import { join, relative } from 'node:path'
import { watch as watchFiles } from 'chokidar'
import { parseWhere } from '@/core/matrix'
import { BadInput, describeProblem } from '@/core/problem'
import { inertIn, inertLine } from '@/core/words'
import { exitStatus, reportChanges, REPORTERS, type Paint, type Report } from '@/core/report'
import {
  BrowserSource,
  FolderKeeper,
  KeptResults,
  launchChromium,
  prepareLibrary,
  runEnvironment,
  verifyLibrary,
} from '@/runner'
import { openFolder, UNFINISHED } from '@/source'
import { paintFor } from './paint'
import type { SafeOutput, Terminal } from './terminal'
import { HELP, picturesOn, type VerifyArguments } from './verify'

// Editors write a file in several goes, and several files at once.
const QUIET_MS = 80
const IGNORED = /(^|[/\\])(node_modules|\.[^/\\]+)([/\\]|$)/

/** `brelt verify --watch`: verifies again whenever files change, and prints what became different, until it is stopped. */
export async function watch(
  folder: string,
  given: Omit<VerifyArguments, 'reports'>,
  { stdout }: Terminal,
): Promise<number> {
  const browsers = new BrowserSource(launchChromium)
  const stop = new AbortController()
  const changes = new Changes(folder, stop.signal)
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => stop.abort())
  const paint = paintFor(stdout)
  let last: Report | undefined
  try {
    do {
      const report = await once(folder, given, browsers, { stdout, signal: stop.signal })
      if (stop.signal.aborted) break
      if (report)
        stdout.write(
          last ? changesText(inertIn(last), inertIn(report), paint) : REPORTERS.get('text')!.write(report, paint, HELP),
        )
      last = report ?? last
      stdout.write(paint.dim('Watching. Stop with Ctrl C.\n'))
    } while (await changes.next())
  } finally {
    await changes.close()
    await browsers.close()
  }
  return last ? exitStatus(last) : 1
}

/** @returns undefined where the input is wrong: what is wrong has been told */
async function once(
  folder: string,
  given: Omit<VerifyArguments, 'reports'>,
  browsers: BrowserSource,
  { stdout, signal }: { stdout: SafeOutput; signal: AbortSignal },
): Promise<Report | undefined> {
  const {
    cache = join(folder, '.brelt', 'cache'),
    component,
    cover,
    where,
    trustConfig,
    pictures,
    workers,
    repeat,
    clock,
  } = given
  try {
    const tree = openFolder(folder, { trustConfig })
    const prepared = await prepareLibrary(tree, {
      components: component,
      cover,
      where: where === undefined ? undefined : parseWhere(where).box,
    })
    const environment = await runEnvironment().catch(() => undefined)
    const kept = environment && new KeptResults(environment, new FolderKeeper(cache))
    const taken = pictures ? { pictures: picturesOn(environment, prepared) } : {}
    return await verifyLibrary(browsers, prepared, { workers, repeat, clock, kept, signal, ...taken })
  } catch (error) {
    if (!(error instanceof BadInput)) throw error
    for (const problem of error.problems) stdout.write(inertLine(describeProblem(problem)) + '\n')
    return undefined
  }
}

const WORDS = { new: 'new  ', gone: 'gone ', other: 'other' } as const

function changesText(before: Report, after: Report, paint: Paint): string {
  const changes = reportChanges(before, after)
  const { misses, unread } = after.totals
  const lines = changes.map(({ name, is, text }) => {
    const word = is === 'gone' ? paint.good(WORDS[is]) : paint.miss(WORDS[is])
    return `${word} ${paint.strong(name)}  ${text}`
  })
  const time = `${(after.milliseconds / 1000).toFixed(1)} s`
  const summary = changes.length === 0 ? 'Nothing became different' : `${misses} miss, ${unread} unread`
  return ['', ...lines, paint.dim(`${summary} (${time})`), ''].join('\n')
}

/** Tells when files of a folder have changed, and nothing more has for a moment. */
class Changes {
  readonly #watcher
  #isWaiting = false
  #timer: NodeJS.Timeout | undefined
  #told: ((isMore: boolean) => void) | undefined

  constructor(
    folder: string,
    private readonly signal: AbortSignal,
  ) {
    this.#watcher = watchFiles(folder, {
      ignored: (path) => path.endsWith(UNFINISHED) || IGNORED.test(relative(folder, path)),
      ignoreInitial: true,
    })
    this.#watcher.on('all', () => {
      clearTimeout(this.#timer)
      this.#timer = setTimeout(() => this.tell(), QUIET_MS)
    })
    this.#watcher.on('error', () => {}) // what cannot be watched stays as it was read
    signal.addEventListener('abort', () => this.#told?.(false), { once: true })
  }

  private tell() {
    if (this.#told) this.#told(true)
    else this.#isWaiting = true
  }

  /** Waits for the next change, or takes one that came meanwhile. @returns false when it is stopped */
  next(): Promise<boolean> {
    if (this.signal.aborted) return Promise.resolve(false)
    if (this.#isWaiting) {
      this.#isWaiting = false
      return Promise.resolve(true)
    }
    return new Promise((done) => {
      this.#told = (isMore) => {
        this.#told = undefined
        done(isMore)
      }
    })
  }

  close(): Promise<void> {
    clearTimeout(this.#timer)
    return this.#watcher.close()
  }
}
