import { ExpectationError } from './expectation'

/** A stretch of an expectation's text that no quote, bracket or brace encloses, or one that is enclosed. */
export interface Stretch {
  text: string
  start: number
  enclosed: boolean
}

const CLOSERS: Record<string, string> = { '(': ')', '[': ']', '{': '}' }

/**
 * Splits a text into what stands outside quotes and brackets, and what stands inside.
 * @param literal text readings are words, not CSS: there only double quotes and `{…}` enclose.
 * @throws ExpectationError for what is opened and never closed.
 */
export function scan(text: string, literal: boolean): Stretch[] {
  const stretches: Stretch[] = []
  let start = 0
  let at = 0
  const push = (end: number, enclosed: boolean) => {
    if (end > start) stretches.push({ text: text.slice(start, end), start, enclosed })
    start = end
  }
  while (at < text.length) {
    const end = enclosureEnd(text, at, literal)
    if (end === undefined) at++
    else {
      push(at, false)
      push(end, true)
      at = end
    }
  }
  push(text.length, false)
  return stretches
}

/** Where the quote or bracket that opens at `at` ends; undefined when nothing opens there. */
function enclosureEnd(text: string, at: number, literal: boolean): number | undefined {
  const open = text[at]!
  if (open === '"' || (open === "'" && !literal)) {
    const end = text.indexOf(open, at + 1)
    if (end < 0) throw new ExpectationError(`${open} is never closed`, text, at)
    return end + 1
  }
  const close = CLOSERS[open]
  if (!close || (literal && open !== '{')) return undefined
  let inner = at + 1
  while (inner < text.length && text[inner] !== close) inner = enclosureEnd(text, inner, literal) ?? inner + 1
  if (inner < text.length) return inner + 1
  if (literal) return undefined
  throw new ExpectationError(`"${open}" is never closed`, text, at)
}

/** Splits at a separator where it stands outside quotes and brackets; each piece comes with its offset. */
export function splitAt(text: string, separator: RegExp, literal: boolean): { text: string; start: number }[] {
  const cuts: { from: number; to: number }[] = []
  for (const stretch of scan(text, literal)) {
    if (stretch.enclosed) continue
    for (const match of stretch.text.matchAll(new RegExp(separator.source, 'g'))) {
      cuts.push({ from: stretch.start + match.index, to: stretch.start + match.index + match[0].length })
    }
  }
  const edges = [0, ...cuts.flatMap(({ from, to }) => [from, to]), text.length]
  return Array.from({ length: edges.length / 2 }, (_, index) => ({
    text: text.slice(edges[index * 2], edges[index * 2 + 1]),
    start: edges[index * 2]!,
  }))
}
