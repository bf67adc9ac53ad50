import type { ListedRun } from '@/contract'
import { counted } from '@/core/words'

/** Something of a run that is followed over time. */
export interface Figure {
  name: string
  label: string
  /** Undefined where this run does not tell. */
  of(run: ListedRun): number | undefined
  /** A value in words. */
  print(value: number): string
}

const whole = (value: number) => String(Math.round(value))
const readCases = ({ counts }: ListedRun) => {
  if (!counts) return undefined
  const { holds, misses, unread, open } = counts.cases
  return holds + misses + unread + open
}

/** How long something took, in words. @param milliseconds of real time */
export const printDuration = (milliseconds: number): string =>
  milliseconds < 60_000
    ? `${(milliseconds / 1000).toFixed(1)} s`
    : `${Math.floor(milliseconds / 60_000)} min ${Math.round((milliseconds % 60_000) / 1000)} s`

/** What can be followed over time. */
export const FIGURES: readonly Figure[] = [
  { name: 'misses', label: 'Misses', of: ({ counts }) => counts?.cases.misses, print: whole },
  { name: 'unread', label: 'Unread', of: ({ counts }) => counts?.cases.unread, print: whole },
  {
    name: 'scenarios',
    label: 'Failed scenarios',
    of: ({ counts }) => counts && counts.scenarios.misses + counts.scenarios.unread + counts.scenarios.unsteady,
    print: whole,
  },
  { name: 'pictures', label: 'Changed pictures', of: ({ counts }) => counts?.pictures.changed, print: whole },
  { name: 'cases', label: 'Cases', of: readCases, print: whole },
  { name: 'duration', label: 'Duration', of: (run) => run.milliseconds, print: printDuration },
  {
    name: 'reused',
    label: 'Reused',
    of: (run) => {
      const all = readCases(run)
      return all ? (100 * run.counts!.reused.cases) / all : undefined
    },
    print: (value) => `${Math.round(value)} %`,
  },
]

/** How many of a run's cases were read, in words. */
export function printRead(run: ListedRun): string {
  const all = readCases(run)
  if (all === undefined) return ''
  const read = all - run.counts!.reused.cases
  return read === all ? `all ${counted(all, 'case')} read` : `${read} of ${counted(all, 'case')} read, the others known`
}
