import { InvalidArgumentError } from 'commander'
import { REPORTERS, type ReportFormat } from '@/core/report'
import type { ReportTarget } from './verify'

/** What was said of reports on the command line, as far as it has been read. */
export interface ReportOptions {
  format: readonly ReportTarget[]
  /** A file that was named before any format; empty where there is none, since an option's value is never left out. */
  out?: string
}

// Each file belongs to the format before it: the two options are read as one list.
let last: ReportTarget | undefined

export function reportFormat(format: string, before: readonly ReportTarget[]): readonly ReportTarget[] {
  if (!REPORTERS.has(format as ReportFormat))
    throw new InvalidArgumentError(`Allowed choices are ${[...REPORTERS.keys()].join(', ')}.`)
  last = { format: format as ReportFormat }
  return [...before, last]
}

export function reportFile(out: string, before = ''): string {
  if (!last) {
    if (before !== '') throw new InvalidArgumentError('each file belongs to the --format before it')
    return out
  }
  if (last.out !== undefined) throw new InvalidArgumentError(`the ${last.format} report goes to ${last.out} already`)
  last.out = out
  return before
}

/** The reports that were asked for: as text, where nobody says how. */
export function reportTargets(formats: readonly ReportTarget[], out: string | undefined): ReportTarget[] {
  last = undefined
  const targets = formats.length > 0 ? [...formats] : [{ format: 'text' as const }]
  if (!out) return targets
  const [first, ...rest] = targets
  return first!.out === undefined ? [{ ...first!, out }, ...rest] : targets
}
