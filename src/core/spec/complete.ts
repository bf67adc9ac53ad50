import { READINGS } from '../readings'

/** Something that may stand at a place of an expectation's text. */
export interface Suggestion {
  /** What is put in place of the text from `from` to the cursor. */
  text: string
  from: number
  detail: string
  /** A token's value, for showing it as what it is. */
  css?: string
  type?: string
}

/** What suggestions are made from. */
export interface CompletionContext {
  reading: string
  kind: 'css' | 'length' | 'number' | 'truth' | 'text'
  tokens: readonly { path: string; type: string; css: string }[]
  parts: readonly string[]
  /** Axes and contexts with their values. */
  axes: readonly { name: string; values: readonly string[] }[]
  /** What is read of it in the cases at hand. */
  readings: readonly string[]
}

const MAX_SHOWN = 40

/** What may come next in an expectation, given the text before the cursor. */
export function completeExpectation(before: string, context: CompletionContext): Suggestion[] {
  return [...suggestions(before, context)].slice(0, MAX_SHOWN)
}

function* suggestions(before: string, context: CompletionContext): Generator<Suggestion> {
  const { tokens, parts, axes } = context
  const brace = /\{([^{}]*)$/.exec(before)
  if (brace) return yield* tokensLike(brace[1]!, before.length - brace[1]!.length - 1, tokens, context)
  const at = /@([\w-]*)(?:\.([\w.-]*))?$/.exec(before)
  if (at) {
    const [whole, part = '', reading] = at
    const from = before.length - whole.length
    if (reading === undefined)
      for (const each of parts) if (each.includes(part)) yield { text: `@${each}.`, from, detail: 'part' }
    if (reading !== undefined)
      for (const each of READINGS.keys())
        if (each.startsWith(reading)) yield { text: `@${part}.${each}`, from, detail: 'reading' }
    return
  }
  const where = /(same as|differs from|(?:more|less) than)\s+([\w:, -]*)$/.exec(before)
  if (where) {
    const typed = /[^,\s]*$/.exec(where[2]!)![0]
    for (const { name, values } of axes)
      for (const value of values)
        if (`${name}:${value}`.includes(typed))
          yield { text: `${name}:${value}`, from: before.length - typed.length, detail: 'case' }
    return
  }
  const number = /(?:^|\s)-?\d+(?:\.\d+)?([a-z%]*)$/.exec(before)
  if (number && context.kind !== 'text' && context.kind !== 'number') {
    for (const unit of unitsOf(context))
      if (unit.startsWith(number[1]!) && unit !== number[1])
        yield { text: unit, from: before.length - number[1]!.length, detail: 'unit' }
  }
  const word = /[^\s]*$/.exec(before)![0]
  const from = before.length - word.length
  const isStart = /(^|\s(or|and|not)\s+|^not\s+)$/.test(before.slice(0, from))
  for (const text of context.readings)
    if (isStart && text !== '' && text.startsWith(word) && text !== word) yield { text, from, detail: 'as read' }
  if (context.kind === 'truth')
    for (const text of ['yes', 'no', 'mixed'])
      if (text.startsWith(word) && text !== word) yield { text, from, detail: 'state' }
  if (!isStart)
    for (const [text, detail] of BETWEEN) if (text.startsWith(word) && text !== word) yield { text, from, detail }
  if (context.kind === 'css' || context.kind === 'length') yield* tokensLike(word, from, tokens, context)
  if (isStart)
    for (const [text, detail] of STARTS) if (text.startsWith(word) && text !== word) yield { text, from, detail }
}

const STARTS: readonly (readonly [string, string])[] = [
  ['>= ', 'at least'],
  ['<= ', 'at most'],
  ['not ', 'anything but'],
  ['same as ', 'as in another case'],
  ['differs from ', 'not as in another case'],
  ['any', 'nothing is expected'],
]

const BETWEEN: readonly (readonly [string, string])[] = [
  ['or ', 'another value is as good'],
  ['and ', 'this too'],
  ['± ', 'off by no more than'],
  ['more than ', 'so much more than in another case'],
  ['less than ', 'so much less than in another case'],
  ['.. ', 'up to'],
]

function unitsOf({ reading }: CompletionContext): readonly string[] {
  if (/duration|delay/.test(reading)) return ['ms', 's']
  if (/rotate|angle/.test(reading)) return ['deg', 'turn']
  return ['px', '%', 'em', 'rem']
}

/** Types of tokens that a property is likely to take; they come first. */
function typesFor(reading: string): RegExp {
  if (/shadow/.test(reading)) return /^shadow$/
  if (/colou?r|background|fill|stroke/.test(reading)) return /^color$/
  if (/duration|delay/.test(reading)) return /^duration$/
  if (/timing/.test(reading)) return /^cubicBezier$/
  if (/^font-family/.test(reading)) return /^fontFamily$/
  if (/^font-weight/.test(reading)) return /^fontWeight$/
  if (/^font$/.test(reading)) return /^typography$/
  if (/^(border|outline)$/.test(reading)) return /^(border|color|dimension)$/
  if (/opacity|line-height|contrast/.test(reading)) return /^number$/
  return /^dimension$/
}

function* tokensLike(
  typed: string,
  from: number,
  tokens: CompletionContext['tokens'],
  { reading }: CompletionContext,
): Generator<Suggestion> {
  const words = typed.replace(/^\{/, '').toLowerCase()
  const fitting = typesFor(reading)
  const found = tokens.filter(({ path }) => path.toLowerCase().includes(words))
  for (const first of [true, false])
    for (const { path, type, css } of found)
      if (fitting.test(type) === first && (first || words !== ''))
        yield { text: `{${path}}`, from, detail: css, css, type }
}

/** Names of readings that begin with, or hold, what was typed; those that were surveyed for the part come first. */
export function completeReading(typed: string, surveyed: readonly string[], all: readonly string[]): Suggestion[] {
  const names = [...new Set([...surveyed, ...all])].filter((name) => name.includes(typed) && name !== typed)
  const rank = (name: string) => (name.startsWith(typed) ? 0 : 2) + (surveyed.includes(name) ? 0 : 1)
  return names
    .sort((a, b) => rank(a) - rank(b))
    .slice(0, MAX_SHOWN)
    .map((text) => ({ text, from: 0, detail: surveyed.includes(text) ? 'surveyed' : '' }))
}
