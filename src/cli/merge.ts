import { readFileSync } from 'node:fs'
import { BadInput, type Problem } from '@/core/problem'
import { exitStatus, mergeReports, reportSchema, UnlikeReports, type Report } from '@/core/report'
import type { Terminal } from './terminal'
import { print, type ReportTarget } from './verify'

/** `brelt merge`: joins JSON reports of parts of a library, and writes them as one. */
export async function merge(
  files: readonly string[],
  reports: readonly ReportTarget[],
  { stdout }: Terminal,
): Promise<number> {
  const problems: Problem[] = []
  const read = files.flatMap((file): Report[] => {
    try {
      return [reportSchema.parse(JSON.parse(readFileSync(file, 'utf8')))]
    } catch {
      problems.push({ file, line: 1, column: 1, message: 'it is no report that was written as JSON' })
      return []
    }
  })
  if (problems.length > 0) throw new BadInput(problems)
  try {
    const whole = mergeReports(read)
    print(whole, { reports, stdout })
    return exitStatus(whole)
  } catch (error) {
    if (!(error instanceof UnlikeReports)) throw error
    throw new BadInput([{ file: files.join(', '), line: 1, column: 1, message: error.message }])
  }
}
