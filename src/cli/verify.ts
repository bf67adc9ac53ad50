import { writeFileSync } from 'node:fs'
import { parseWhere, type Box } from '@/core/matrix'
import { BadInput } from '@/core/problem'
import { exitStatus, REPORTERS, type Report, type ReportFormat } from '@/core/report'
import type { Cover } from '@/core/sheet'
import { launchChromium, prepareLibrary, verifyLibrary } from '@/runner'
import { openFolder } from '@/source'
import { paintFor } from './paint'
import { makeProgress } from './progress'

export interface VerifyArguments {
  component?: string[]
  cover?: Cover
  where?: string
  workers?: number
  repeat?: number
  clock?: 'engine' | 'page'
  trustConfig?: boolean
  format: ReportFormat
  out?: string
}

/** `brelt verify`: reads and judges a library's cases in a browser, and prints the report. */
export async function verify(folder: string, given: VerifyArguments): Promise<number> {
  const where = given.where === undefined ? undefined : parseWhere(given.where)
  if (where?.problems.length) throw new BadInput(where.problems)
  // It starts while the library is prepared. That there is none is told only where the library is in order.
  const browser = launchChromium()
  browser.catch(() => {})
  const prepared = await prepare(folder, given, where?.box).catch(async (error: unknown) => {
    await browser.then((started) => started.close()).catch(() => {})
    throw error
  })
  const stop = new AbortController()
  const onInterrupt = () => stop.abort()
  process.once('SIGINT', onInterrupt)
  process.once('SIGTERM', onInterrupt)
  const progress = makeProgress()
  try {
    const report = await verifyLibrary(await browser, prepared, {
      workers: given.workers,
      repeat: given.repeat,
      clock: given.clock,
      signal: stop.signal,
      onProgress: progress.show,
    })
    progress.end()
    print(report, given)
    if (stop.signal.aborted) process.stderr.write('Stopped: this is what was found so far.\n')
    return stop.signal.aborted ? 1 : exitStatus(report)
  } finally {
    progress.end()
    await browser.then((started) => started.close()).catch(() => {})
  }
}

const prepare = async (folder: string, { component, cover, trustConfig }: VerifyArguments, where: Box | undefined) =>
  prepareLibrary(openFolder(folder, { trustConfig }), { components: component, cover, where })

function print(report: Report, { format, out }: VerifyArguments) {
  const text = REPORTERS.get(format)!.write(report, paintFor(process.stdout))
  if (out === undefined) process.stdout.write(text)
  else writeFileSync(out, text)
}
