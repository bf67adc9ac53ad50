import { existsSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { lintStrength, LINTS, type LintCode } from '@/core/lint'
import { parseWhere, type Box } from '@/core/matrix'
import type { Shard } from '@/core/plan'
import { BadInput } from '@/core/problem'
import type { StrengthWay } from '@/core/breaks'
import {
  exitStatus,
  REPORTERS,
  withStrength,
  type Paint,
  type Report,
  type ReportHelp,
  type ReportFormat,
} from '@/core/report'
import type { Cover } from '@/core/sheet'
import { counted, inertLine } from '@/core/words'
import {
  breakLibrary,
  filmFailed,
  FolderKeeper,
  KeptResults,
  prepareLibrary,
  rigOf,
  verifyLibrary,
  WholeRun,
  performed,
  pictureKey,
  type PictureOptions,
  type PreparedLibrary,
  type RunEnvironment,
  type Selection,
} from '@/runner'
import { openPlace, type OpenPlace } from '@/queue'
import { gitState, openFolder } from '@/source'
import { readSince } from './changedSince'
import { Evidence } from './Evidence'
import { paintFor } from './paint'
import { partOf } from './partOf'
import { makeProgress } from './progress'
import type { SafeOutput, Terminal } from './terminal'

// As where none can be started at all.
const NOTHING_RUNS = 3

export interface VerifyArguments {
  component?: string[]
  cover?: Cover
  where?: string
  workers?: number
  repeat?: number
  clock?: 'engine' | 'page'
  trustConfig?: boolean
  /** Where results are kept. @defaultValue `.brelt/cache` in the library's folder */
  cache?: string
  /** What was found before does not count. */
  fresh?: boolean
  /** A report, or a commit: what is as it was then is left out. */
  changedSince?: string
  /** Only one part of the components. */
  shard?: Shard
  /** Takes pictures, and holds them against the approved ones. */
  pictures?: boolean
  /** The address of a queue: workers that take their work from there do it. */
  queue?: string
  /** The address of a browser that runs elsewhere. */
  browser?: string
  /** Breaks components on purpose too, to see what their specifications notice. */
  strength?: StrengthWay
  reports: readonly ReportTarget[]
}

/** A form in which the report is written, and where; printed where no file is named. */
export interface ReportTarget {
  format: ReportFormat
  out?: string
}

/** `brelt verify`: reads and judges a library's cases in a browser, and prints the report. */
export async function verify(folder: string, given: VerifyArguments, terminal: Terminal): Promise<number> {
  const where = given.where === undefined ? undefined : parseWhere(given.where)
  if (where?.problems.length) throw new BadInput(where.problems)
  // What a browser that runs elsewhere cannot be asked for is never said to have been asked.
  const clock = given.queue === undefined && given.browser !== undefined ? 'page' : given.clock
  const stop = stopOnSignal()
  const place = openPlace({
    queue: given.queue,
    browser: given.browser,
    signal: stop.signal,
    onNote: (note) => terminal.stderr.write(`${inertLine(note)}\n`),
  })
  try {
    const asked = { ...given, ...(clock && { clock }) }
    return await verifyAt(place, folder, where?.box, asked, { ...terminal, signal: stop.signal })
  } finally {
    stop.end()
    await place.close()
  }
}

async function verifyAt(
  place: OpenPlace,
  folder: string,
  where: Box | undefined,
  given: VerifyArguments,
  around: Around,
): Promise<number> {
  const { stdout, stderr, signal } = around
  const { reports, cache = join(folder, '.brelt', 'cache'), fresh = false, queue: _, browser: __, ...options } = given
  const tree = openFolder(folder, { trustConfig: given.trustConfig })
  if (fresh || !existsSync(cache)) place.warm()
  const keeper = new FolderKeeper(cache)
  const start = performance.now()
  const startedAt = new Date().toISOString()
  const [environment, git] = await Promise.all([place.environment(), gitState(folder)])
  const kept = environment && new KeptResults(environment, keeper, fresh)
  // Pictures have just been kept, whether or not what was kept before counts.
  const pictureOf = (name: string) => keeper.get(pictureKey(name))
  const evidence = reports.some(({ format }) => format === 'html') ? new Evidence(tree, pictureOf) : undefined
  // What a commit's name stands for may be another one tomorrow, and so may a part; and what a whole report is kept with has no pictures.
  const whole =
    environment && given.changedSince === undefined && given.shard === undefined && !evidence
      ? WholeRun.of(tree, environment, keeper, options)
      : undefined
  const known = fresh ? undefined : await whole?.report()
  if (known) {
    const { git: _, ...rest } = known
    const times = { startedAt, milliseconds: Math.round(performance.now() - start) }
    print({ ...rest, ...times, ...(git && { git }) }, { reports, stdout })
    return exitStatus(known)
  }
  const selection = { components: given.component, cover: given.cover, where }
  const prepared = await prepareLibrary(whole?.tree ?? tree, selection)
  const part = given.shard && (await partOf(prepared, given.shard, kept))
  const chosen = await sinceThen(part?.prepared ?? prepared, folder, environment, { ...given, selection, stderr })
  const working = { at: place.at, kept, signal, stderr }
  const report = {
    ...(await verified(working, chosen, { ...given, git, environment, evidence })),
    ...(part && { shard: part.shard }),
  }
  const broken = await withBreaks(report, chosen, { ...working, way: given.strength })
  if (evidence) await gatherEvidence(evidence, chosen, broken, { ...working, ...options })
  print(broken, { reports, stdout, evidence: evidence?.help })
  if (kept && !signal.aborted && !place.isLost) await whole?.keep(broken, prepared, kept)
  await keeper.prune()
  return ended(broken, { isLost: place.isLost, isStopped: signal.aborted, stderr })
}

/** Where a command writes, and what stops it. */
interface Around extends Omit<Terminal, 'stdin'> {
  signal: AbortSignal
}

/** What the parts of a command share. */
interface Working {
  at: OpenPlace['at']
  kept: KeptResults | undefined
  signal: AbortSignal
  stderr: SafeOutput
}

interface Verifying extends Pick<VerifyArguments, 'workers' | 'repeat' | 'clock' | 'pictures' | 'shard'> {
  git: Report['git']
  environment: RunEnvironment | undefined
  evidence: Evidence | undefined
}

async function verified(
  { at, kept, signal, stderr }: Working,
  prepared: PreparedLibrary,
  { workers, repeat, clock, pictures, shard, git, environment, evidence }: Verifying,
): Promise<Report> {
  const progress = makeProgress(stderr)
  try {
    return await verifyLibrary(at, prepared, {
      ...{ workers, repeat, clock, kept, git, signal, isPart: shard !== undefined, onProgress: progress.show },
      pictures: pictures ? picturesOn(environment, prepared) : undefined,
      onPictures: (slug, own) => evidence?.takePictures(slug, own),
    })
  } finally {
    progress.end()
  }
}

/** Stops with the signals that ask a program to end. @returns its signal, and how it hears of them no more */
function stopOnSignal(): { signal: AbortSignal; end: () => void } {
  const stop = new AbortController()
  const abort = () => stop.abort()
  const signals = ['SIGINT', 'SIGTERM'] as const
  for (const signal of signals) process.once(signal, abort)
  return { signal: stop.signal, end: () => signals.forEach((signal) => process.off(signal, abort)) }
}

/** Says why a run came to its end before its time. @returns what its end says to the shell */
function ended(
  report: Report,
  { isLost, isStopped, stderr }: { isLost: boolean; isStopped: boolean; stderr: SafeOutput },
): number {
  if (isStopped) stderr.write('Stopped: this is what was found so far.\n')
  if (isLost) stderr.write('The browser went down again and again: this is what was found before.\n')
  return isLost ? NOTHING_RUNS : isStopped ? 1 : exitStatus(report)
}

interface Breaking extends Working {
  /** Left out where nothing is to be broken. */
  way: StrengthWay | undefined
}

/** A report with what its components' specifications notice, where that is asked for. */
async function withBreaks(
  report: Report,
  prepared: PreparedLibrary,
  { at, way, stderr, ...options }: Breaking,
): Promise<Report> {
  if (!way) return report
  const progress = makeProgress(stderr)
  try {
    const onProgress = (slug: string, done: number, total: number) => progress.show(done, total, slug)
    const strengths = await breakLibrary(at, prepared, { way, onProgress, ...options })
    return withStrength(report, strengths, (slug) => {
      const { sheet } = prepared.components.find((each) => each.sheet.slug === slug)!
      const rules = (strengths.get(slug)?.untested ?? []).map(({ rule }) => rule)
      return lintStrength(sheet, rules).map(({ code, severity, message, file, line }) => ({
        ...{ code, severity, message, line },
        ...{ file: file.slice(file.lastIndexOf('/') + 1), path: file },
      }))
    })
  } finally {
    progress.end()
  }
}

/** What of a library is verified: all of it, one part, or what has changed since some point. */
async function sinceThen(
  prepared: PreparedLibrary,
  folder: string,
  environment: RunEnvironment | undefined,
  given: Omit<VerifyArguments, 'reports' | 'shard'> & { selection: Selection; stderr: SafeOutput },
): Promise<PreparedLibrary> {
  const { changedSince, selection, trustConfig, clock, repeat, pictures, stderr } = given
  if (changedSince === undefined) return prepared
  const how = performed({ clock, repeat }, pictures === true)
  const since = await readSince(changedSince, folder, environment, how, { ...selection, trustConfig })
  const components = prepared.components.filter((component) => !since.isUnchanged(prepared, component))
  const same = prepared.components.length - components.length
  stderr.write(
    `${counted(same, 'component')} as at ${changedSince}, not verified; ${counted(components.length, 'component')} changed.\n`,
  )
  return { ...prepared, components }
}

/** @throws Error where it cannot be told what this machine's pictures depend on */
export function picturesOn(environment: RunEnvironment | undefined, { library }: PreparedLibrary): PictureOptions {
  if (!environment)
    throw new Error('the browser does not tell its version, without which pictures cannot be held against others')
  return { rig: rigOf(environment, library.data.viewport) }
}

/** Films what failed, and reads the pictures. A report is printed all the same where that cannot be done. */
async function gatherEvidence(
  evidence: Evidence,
  prepared: PreparedLibrary,
  report: Report,
  { stderr, ...options }: Omit<Parameters<typeof filmFailed>[2], 'onFilm'> & { stderr: SafeOutput },
) {
  const films = filmFailed(prepared, report, { ...options, onFilm: (...film) => evidence.takeFilm(...film) })
  await films.catch((error: unknown) => stderr.write(`There are no films: ${(error as Error).message}\n`))
  await evidence.gather(report)
}

/** Writes a report in each form that was asked for. @param evidence pictures for those that show any */
export function print(
  report: Report,
  {
    reports,
    stdout,
    evidence,
  }: { reports: readonly ReportTarget[]; stdout: SafeOutput; evidence?: Partial<ReportHelp> | undefined },
) {
  const help = { ...HELP, ...evidence }
  for (const { format, out } of reports) {
    const reporter = REPORTERS.get(format)!
    if (out === undefined) stdout.write(reporter.write(report, paintFor(stdout), help))
    else writeFileSync(out, reporter.write(report, UNPAINTED, help))
  }
}

/** What reports tell of lints. */
export const HELP: ReportHelp = { lint: (code) => LINTS.get(code as LintCode)?.about }

const same = (text: string) => text
/** A file has no colours. */
const UNPAINTED: Paint = { miss: same, warn: same, good: same, dim: same, strong: same }
