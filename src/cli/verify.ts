import { existsSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { parseWhere, type Box } from '@/core/matrix'
import { BadInput } from '@/core/problem'
import { exitStatus, REPORTERS, type Report, type ReportFormat } from '@/core/report'
import type { Cover } from '@/core/sheet'
import {
  BrowserSource,
  FolderKeeper,
  KeptResults,
  launchChromium,
  prepareLibrary,
  runEnvironment,
  verifyLibrary,
} from '@/runner'
import { openFolder } from '@/source'
import { paintFor } from './paint'
import { makeProgress } from './progress'

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
  format: ReportFormat
  out?: string
}

/** `brelt verify`: reads and judges a library's cases in a browser, and prints the report. */
export async function verify(folder: string, given: VerifyArguments): Promise<number> {
  const where = given.where === undefined ? undefined : parseWhere(given.where)
  if (where?.problems.length) throw new BadInput(where.problems)
  const browsers = new BrowserSource(launchChromium)
  const cache = given.cache ?? join(folder, '.brelt', 'cache')
  // It starts while the library is prepared, where one is certainly needed. That there is none is told only where the library is in order.
  if (given.fresh || !existsSync(cache)) browsers.get().catch(() => {})
  const environment = runEnvironment().catch(() => undefined)
  const prepared = await prepare(folder, given, where?.box).catch(async (error: unknown) => {
    await browsers.close()
    throw error
  })
  const stop = new AbortController()
  const onInterrupt = () => stop.abort()
  process.once('SIGINT', onInterrupt)
  process.once('SIGTERM', onInterrupt)
  const progress = makeProgress()
  const keeper = new FolderKeeper(cache)
  const known = await environment
  try {
    const report = await verifyLibrary(browsers, prepared, {
      workers: given.workers,
      repeat: given.repeat,
      clock: given.clock,
      kept: known && new KeptResults(known, keeper, given.fresh),
      signal: stop.signal,
      onProgress: progress.show,
    })
    progress.end()
    print(report, given)
    await keeper.prune()
    if (stop.signal.aborted) process.stderr.write('Stopped: this is what was found so far.\n')
    if (browsers.isLost) process.stderr.write('The browser went down again and again: this is what was found before.\n')
    return browsers.isLost ? NOTHING_RUNS : stop.signal.aborted ? 1 : exitStatus(report)
  } finally {
    progress.end()
    await browsers.close()
  }
}

const prepare = async (folder: string, { component, cover, trustConfig }: VerifyArguments, where: Box | undefined) =>
  prepareLibrary(openFolder(folder, { trustConfig }), { components: component, cover, where })

function print(report: Report, { format, out }: VerifyArguments) {
  const text = REPORTERS.get(format)!.write(report, paintFor(process.stdout))
  if (out === undefined) process.stdout.write(text)
  else writeFileSync(out, text)
}
