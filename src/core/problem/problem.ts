import { nearest } from './nearest'

/** Where something stands in an author's file. Line and column count from 1. */
export interface Place {
  file: string
  line: number
  column: number
}

/** What is wrong in an author's file, as data; `describeProblem` words it. */
export interface Problem extends Place {
  /** What is wrong, as one sentence without the place. */
  message: string
  /** The allowed names or types, when there is a list of them. */
  allowed?: readonly string[]
  /** The allowed name that is closest to what was found. */
  nearest?: string | undefined
}

const MAX_NAMES_SHOWN = 12

/** A problem about a name that is not one of `allowed`, with the nearest one. */
export function unknownName(place: Place, what: string, found: string, allowed: Iterable<string>): Problem {
  const names = [...allowed]
  const near = nearest(found, names)
  return { ...place, message: `unknown ${what} "${found}"`, allowed: names, ...(near && { nearest: near }) }
}

/** The sentence that is shown: what was found, what was allowed, the nearest name. */
export function problemSentence({ message, allowed, nearest: near }: Pick<Problem, 'message' | 'allowed' | 'nearest'>) {
  const hint = near ? ` Did you mean "${near}"?` : ''
  if (!allowed?.length) return message + (hint ? '.' + hint : '')
  const shown = allowed.slice(0, MAX_NAMES_SHOWN).join(', ')
  const more = allowed.length > MAX_NAMES_SHOWN ? `, … (${allowed.length} in all)` : ''
  return `${message}; allowed: ${shown}${more}.${hint}`
}

/** One line for a terminal: `file:line:column: sentence`. */
export const describeProblem = (problem: Problem) =>
  `${problem.file}:${problem.line}:${problem.column}: ${problemSentence(problem)}`

/** An author's files cannot be used as they stand. Carries every problem, not the first. */
export class BadInput extends Error {
  override name = 'BadInput'
  constructor(readonly problems: readonly Problem[]) {
    super(problems.map(describeProblem).join('\n'))
  }
}
