import { errorSentence } from '../problem'
import type { ExpectationSource } from '../sheet'
import {
  ExpectationError,
  type Check,
  type Expectation,
  type Operator,
  type Value,
  type ValuePart,
} from './expectation'
import { splitAt } from './scan'

/** How the text of an expectation is taken. */
export interface ParseOptions {
  /** The reading's values are words (`text`, `name`, `attr()` …), not CSS. @defaultValue false */
  literal?: boolean
}

/**
 * Reads an expectation as a sheet writes it.
 * @throws ExpectationError telling what is wrong and where.
 */
export function parseExpectation(source: ExpectationSource, options: ParseOptions = {}): Expectation {
  try {
    return parseTexts(source, options)
  } catch (error) {
    // A parser by recursive descent runs out of stack where a text nests without end.
    if (!(error instanceof RangeError)) throw error
    throw new ExpectationError(
      errorSentence(error),
      asText(Array.isArray(source) ? source[0]! : source).slice(0, 60),
      0,
    )
  }
}

function parseTexts(source: ExpectationSource, { literal = false }: ParseOptions): Expectation {
  const texts = (Array.isArray(source) ? source : [source]).map(asText)
  if (texts.length === 1 && texts[0]!.trim() === 'any') return { kind: 'any' }
  if (literal && texts.length === 1 && texts[0]!.trim() === '')
    return { kind: 'all', checks: [{ kind: 'is', not: false, values: [EMPTY] }] }
  return {
    kind: 'all',
    checks: texts.flatMap((text) =>
      splitAt(text, /\s+and(?:\s+|$)/, literal).map((piece) => parseCheck(text, piece, literal)),
    ),
  }
}

/** No words at all: what an empty name or description must be. */
const EMPTY: Value = { literal: true, parts: [{ kind: 'text', text: '' }] }

const asText = (value: string | number | boolean) =>
  typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value)

interface Piece {
  text: string
  start: number
}

function parseCheck(whole: string, piece: Piece, literal: boolean): Check {
  const text = piece.text.trim()
  const start = piece.start + piece.text.indexOf(text)
  const value = (part: string) => parseValue(whole, part, start + text.indexOf(part), literal)
  const relation = /^(same as|differs from)\s+(.+)$/s.exec(text)
  if (relation)
    return { kind: relation[1] === 'same as' ? 'same' : 'differs', where: parseRelation(whole, relation[2]!, start) }
  const offset = literal ? null : /^(.*?)\s*\b(more|less) than\s+(.+?)(?:\s*(?:±|\+-)\s*(.+))?$/s.exec(text)
  if (offset) {
    const [, by = '', way, where, slack] = offset
    const share = /^([\d.]+)%$/.exec(by)
    return {
      kind: 'offset',
      isLess: way === 'less',
      by: share ? { share: Number(share[1]) / 100 } : value(by),
      ...(slack !== undefined && { slack: value(slack) }),
      where: parseRelation(whole, where!, start),
    }
  }
  const comparison = /^(>=|<=|>|<)\s*(.*)$/s.exec(text)
  if (comparison) return { kind: 'compare', operator: comparison[1] as Operator, value: value(comparison[2]!) }
  const range = twoSides(text, /\s*(?<!\.)\.\.(?!\.)\s*/, literal)
  if (range && !(literal && !range.every(isNumberLike)))
    return { kind: 'range', from: value(range[0]), to: value(range[1]) }
  const near = twoSides(text, /\s*(?:±|\+-)\s*/, literal)
  if (near) return { kind: 'near', value: value(near[0]), slack: value(near[1]) }
  const not = /^not\s+/.test(text)
  const values = splitAt(not ? text.replace(/^not\s+/, '') : text, /\s+or(?:\s+|$)/, literal).map(({ text: part }) =>
    value(part),
  )
  return { kind: 'is', not, values }
}

const isNumberLike = (text: string) => /^[-+]?[\d.]+\D*$|^[{@]/.test(text)

function twoSides(text: string, separator: RegExp, literal: boolean): [string, string] | undefined {
  const sides = splitAt(text, separator, literal).map((side) => side.text.trim())
  return sides.length === 2 && sides.every((side) => side !== '') ? (sides as [string, string]) : undefined
}

function parseRelation(whole: string, text: string, offset: number): Record<string, string> {
  const pairs = text.split(',').map((pair) => {
    const match = /^\s*([a-z][a-z0-9-]*)\s*:\s*(\S+)\s*$/.exec(pair)
    if (!match) throw new ExpectationError(`found "${pair.trim()}", expected axis:value`, whole, offset)
    return [match[1]!, match[2]!]
  })
  return Object.fromEntries(pairs) as Record<string, string>
}

const TOKEN = /^\{\s*([^{}/]+?)\s*(?:\/\s*([\d.]+%?)\s*)?\}$/
// A reading's name may have an argument, which may be a part: gap(label).
const READING =
  /(^|[\s(,*+/-])@([a-z][a-z0-9-]*(?:\[\d+\])?)\.(--[A-Za-z0-9_-]+|[a-z][a-z-]*(?:\.[a-z]+)?(?:\([^()]*\))?)/g

function parseValue(whole: string, text: string, offset: number, literal: boolean): Value {
  const trimmed = text.trim()
  if (trimmed === '') throw new ExpectationError('a value is missing', whole, offset)
  const quoted = /^"([^"]*)"$/.exec(trimmed)
  if (quoted) return { literal: true, parts: [{ kind: 'text', text: quoted[1]! }] }
  return { literal: false, parts: valueParts(whole, trimmed, offset, literal) }
}

function valueParts(whole: string, text: string, offset: number, literal: boolean): ValuePart[] {
  const parts: ValuePart[] = []
  const addText = (added: string) => {
    const last = parts.at(-1)
    if (added === '') return
    if (last?.kind === 'text') parts[parts.length - 1] = { kind: 'text', text: last.text + added }
    else parts.push({ kind: 'text', text: added })
  }
  // Braces are looked for wherever they stand, also inside brackets: calc({space.2} * 2).
  for (const piece of text.split(/("[^"]*"|'[^']*'|\{[^{}]*\})/)) {
    if (!literal && /^["']/.test(piece)) addText(piece)
    else if (piece.startsWith('{')) {
      const token = TOKEN.exec(piece)
      if (token) parts.push({ kind: 'token', path: token[1]!, ...(token[2] && { alpha: token[2] }) })
      else if (literal) addText(piece)
      else
        throw new ExpectationError(`"${piece}" is not a token such as {color.ink} or {color.ink / 20%}`, whole, offset)
    } else {
      let end = 0
      for (const match of piece.matchAll(READING)) {
        addText(piece.slice(end, match.index) + match[1]!)
        parts.push({ kind: 'reading', part: match[2]!, reading: match[3]! })
        end = match.index + match[0].length
      }
      addText(piece.slice(end))
    }
  }
  return parts
}
