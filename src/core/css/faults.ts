import { tokenize, tokenTypes } from 'css-tree'

/** Where the structure of a style sheet breaks, so that a browser drops more than the author sees. Line and column count from 1. */
export interface CssFault {
  line: number
  column: number
  message: string
  /** It nests so deeply that a browser gives up. */
  isTooDeep?: true
}

type Found = Omit<CssFault, 'line' | 'column'> & { offset: number }

/** Deeper than any style sheet nests; a browser goes down at some thousands. */
const MAX_DEPTH = 256

const CLOSING: Readonly<Record<number, string>> = {
  [tokenTypes.LeftCurlyBracket]: '}',
  [tokenTypes.LeftParenthesis]: ')',
  [tokenTypes.Function]: ')',
  [tokenTypes.LeftSquareBracket]: ']',
}
const CLOSERS: ReadonlySet<number> = new Set([
  tokenTypes.RightCurlyBracket,
  tokenTypes.RightParenthesis,
  tokenTypes.RightSquareBracket,
])

/**
 * What is certainly wrong in a text by CSS Syntax Module Level 3: brackets that nothing opened or closed, broken strings and addresses,
 * comments without an end. Declarations that a browser does not know are none: they are left out on purpose often enough.
 */
export function cssFaults(css: string): CssFault[] {
  const found: Found[] = []
  const open: { closing: string; offset: number }[] = []
  tokenize(css, (type, start, end) => {
    const closing = CLOSING[type]
    if (closing !== undefined) {
      open.push({ closing, offset: end - 1 })
      if (open.length === MAX_DEPTH + 1)
        found.push({ offset: start, message: `nested deeper than ${MAX_DEPTH} brackets`, isTooDeep: true })
    } else if (CLOSERS.has(type)) {
      const text = css[start]!
      if (open.at(-1)?.closing === text) open.pop()
      else if (text === '}') found.push(...closedTooEarly(open, css, start))
      else found.push({ offset: start, message: `"${text}" closes nothing` })
    } else if (type === tokenTypes.BadString) found.push({ offset: start, message: 'a text without its closing quote' })
    else if (type === tokenTypes.BadUrl) found.push({ offset: start, message: 'an address that cannot be read' })
    else if (type === tokenTypes.Comment && (end - start < 4 || !css.startsWith('*/', end - 2)))
      found.push({ offset: start, message: 'a comment without its end' })
  })
  for (const { offset } of open.slice(0, MAX_DEPTH)) found.push({ offset, message: unclosed(css, offset) })
  return placed(css, found)
}

const unclosed = (css: string, offset: number) => `"${css[offset]!}" is closed nowhere`

/** A block's end closes what was left open in it; where there is no block, it takes the rule after it away. */
function* closedTooEarly(open: { closing: string; offset: number }[], css: string, offset: number): Generator<Found> {
  const block = open.findLastIndex(({ closing }) => closing === '}')
  if (block < 0) return yield { offset, message: '"}" closes nothing: the rule after it is lost' }
  for (const left of open.splice(block).slice(1)) yield { offset: left.offset, message: unclosed(css, left.offset) }
}

/** In the order of the text, with lines and columns. */
function placed(css: string, found: readonly Found[]): CssFault[] {
  let [line, from, at] = [1, 0, 0]
  return found
    .toSorted((a, b) => a.offset - b.offset)
    .map(({ offset, ...fault }) => {
      for (; at < offset; at++) {
        if (css[at] !== '\n') continue
        line++
        from = at + 1
      }
      return { line, column: offset - from + 1, ...fault }
    })
}
