import { InvalidArgumentError } from 'commander'
import { REPORT_FORMATS, type ReportFormat } from '@/core/choices'
import type { ReportTarget } from './verify'

/** What was said of reports on the command line, as far as it has been read. */
export interface ReportOptions {
  format: readonly ReportTarget[]
  /** A file that was named before any format; empty where there is none, since an option's value is never left out. */
  out?: string
}

const isFormat = (text: string): text is ReportFormat => (REPORT_FORMATS as readonly string[]).includes(text)

/** The reports that one command line asks for. Each file belongs to the format before it: the two options are read as one list. */
export class ReportList {
  #last: ReportTarget | undefined

  format(format: string, before: readonly ReportTarget[]): readonly ReportTarget[] {
    if (!isFormat(format)) throw new InvalidArgumentError(`Allowed choices are ${REPORT_FORMATS.join(', ')}.`)
    this.#last = { format }
    return [...before, this.#last]
  }

  file(out: string, before = ''): string {
    const last = this.#last
    if (!last) {
      if (before !== '') throw new InvalidArgumentError('each file belongs to the --format before it')
      return out
    }
    if (last.out !== undefined) throw new InvalidArgumentError(`the ${last.format} report goes to ${last.out} already`)
    last.out = out
    return before
  }

  /** The reports that were asked for: as text, where nobody says how. */
  targets(formats: readonly ReportTarget[], out: string | undefined): ReportTarget[] {
    const targets = formats.length > 0 ? [...formats] : [{ format: 'text' as const }]
    if (!out) return targets
    const [first, ...rest] = targets
    return first!.out === undefined ? [{ ...first!, out }, ...rest] : targets
  }
}
