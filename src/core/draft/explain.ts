import { parseReading, readColor } from '../readings'
import { printLiteral, printValue, readSoleValue } from '../spec'
import { standingProperty, tokenKind, type ComputedToken, type Survey } from '../survey'

/** Says what a reading's text may be called in a context, the plainest or most telling name first. */
export type Explain = (text: string, context: number) => readonly string[]

// More names than this for one value tell nobody anything.
const MAX_NAMES = 12

/** Looks a component's tokens up by their computed values. */
export function makeExplainer(survey: Survey): (reading: string) => Explain {
  const books = survey.contexts.map(({ tokens }) => bookOf(tokens))
  const rank = makeRank(survey)
  return (reading) => {
    const parsed = parseReading(reading)
    if ('reading' in parsed && parsed.reading.kind === 'text')
      return (text) => [printLiteral(text)].filter((each) => each !== undefined)
    const score = (path: string) => rank(path, reading)
    return (text, context) => {
      const names = namesOf(text, reading, books[context]!, score)
      return names.filter((name) => isReadAs(name)).slice(0, MAX_NAMES)
    }
  }
}

interface Book {
  colours: Map<string, string[]>
  lengths: Map<string, string[]>
  times: Map<string, string[]>
  /** By property and computed value. */
  wholes: Map<string, string[]>
}

function bookOf(tokens: readonly ComputedToken[]): Book {
  const book: Book = { colours: new Map(), lengths: new Map(), times: new Map(), wholes: new Map() }
  const add = (map: Map<string, string[]>, key: string | undefined, path: string) => {
    if (key === undefined) return
    const known = map.get(key)
    if (known) known.push(path)
    else map.set(key, [path])
  }
  for (const { path, type, computed } of tokens) {
    const kind = tokenKind(type)
    if (kind === 'colour') add(book.colours, colourKey(computed), path)
    else if (kind === 'length') add(book.lengths, computed, path)
    else if (kind === 'time') add(book.times, computed, path)
    else if (kind === 'whole') add(book.wholes, `${standingProperty(type)}|${computed}`, path)
  }
  return book
}

const channels = (text: string) => {
  const colour = readColor(text)
  return colour && { bytes: [colour.r, colour.g, colour.b].map((each) => Math.round(each * 255)), alpha: colour.alpha }
}

function colourKey(text: string): string | undefined {
  const colour = channels(text)
  return colour && `${colour.bytes.join()}|${Math.round(colour.alpha * 255)}`
}

/** All names of a value: tokens for the whole, then piece by piece, then as it is. */
function namesOf(text: string, reading: string, book: Book, score: Score): string[] {
  const byScore = (paths: readonly string[] = []) => [...paths].sort((a, b) => score(b) - score(a))
  const whole = byScore(book.wholes.get(`${reading}|${text}`)).map((path) => `{${path}}`)
  const pieces = text.split(PIECES).map((piece): string[] => {
    if (!piece || /^[\s,/]+$/.test(piece)) return [piece]
    if (COLOUR.test(piece)) return colourNames(piece, book, byScore)
    if (/^-?[\d.]+px$/.test(piece)) return measureNames(piece, book.lengths, byScore, score)
    if (/^[\d.]+m?s$/.test(piece)) return measureNames(piece, book.times, byScore, score)
    return [piece]
  })
  return [...new Set([...whole, ...combine(pieces)])]
}

const COLOUR = /^(rgba?|hsla?|hwb|lab|lch|oklab|oklch|color)\(/
const PIECES = /((?:rgba?|hsla?|hwb|lab|lch|oklab|oklch|color)\([^()]*\)|"[^"]*"|[\s,/]+)/

function colourNames(text: string, book: Book, byScore: (paths?: readonly string[]) => string[]): string[] {
  const colour = channels(text)
  if (!colour) return [text]
  const same = byScore(book.colours.get(colourKey(text)!)).map((path) => `{${path}}`)
  // What is only a share of a token's colour is said as that share.
  const share =
    colour.alpha < 1 && colour.alpha > 0
      ? byScore(book.colours.get(`${colour.bytes.join()}|255`)).map(
          (path) => `{${path} / ${Math.round(colour.alpha * 1000) / 10}%}`,
        )
      : []
  return [...same, ...share, literalColour(text, colour)]
}

function literalColour(text: string, { bytes, alpha }: NonNullable<ReturnType<typeof channels>>): string {
  if (alpha === 0 && bytes.every((byte) => byte === 0)) return 'transparent'
  if (!/^rgba?\(|^color\(srgb /.test(text)) return text
  if (alpha === 1) return '#' + bytes.map((byte) => byte.toString(16).padStart(2, '0')).join('')
  return `rgb(${bytes.join(' ')} / ${Math.round(alpha * 1000) / 10}%)`
}

/** A plain measure comes before tokens that nothing speaks for: 12px need not be what happens to be 12px wide elsewhere. */
function measureNames(
  text: string,
  book: ReadonlyMap<string, string[]>,
  byScore: (paths?: readonly string[]) => string[],
  score: Score,
): string[] {
  const paths = byScore(book.get(text))
  const telling = paths.filter((path) => score(path) >= TELLING)
  const other = paths.filter((path) => score(path) < TELLING)
  return [...telling.map((path) => `{${path}}`), text, ...other.map((path) => `{${path}}`)]
}

/** All ways to put the pieces together, those that take the first names first. */
function combine(pieces: readonly (readonly string[])[]): string[] {
  let ways = ['']
  for (const names of pieces) {
    ways = names
      .flatMap((name, nth) => ways.map((way, at) => ({ text: way + name, order: nth + at })))
      .sort((a, b) => a.order - b.order)
      .slice(0, MAX_NAMES)
      .map(({ text }) => text)
  }
  return ways
}

type Score = (path: string) => number

// From here on a token is taken for a measure by itself.
const TELLING = 2

/** How much speaks for a token: the component's styles name it for this property, or at all; its path says what it is for. */
function makeRank({ usage }: Survey): (path: string, reading: string) => number {
  const used = new Map<string, Set<string>>()
  for (const { property, token } of usage) {
    const known = used.get(token)
    if (known) known.add(property)
    else used.set(token, new Set([property]))
  }
  return (path, reading) => {
    const properties = used.get(path)
    const family = familyOf(reading)
    const named =
      properties && [...properties].some((property) => property !== '' && familyOf(property) === family) ? 3 : 0
    return named + (properties ? 1 : 0) + (family !== '' && AFFINITY[family]?.test(path) ? 1 : 0)
  }
}

const AFFINITY: Readonly<Record<string, RegExp>> = {
  radius: /radius|round|corner/i,
  space: /space|spacing|gap|inset|pad/i,
  line: /line|border|stroke|edge|ring/i,
  type: /type|font|text/i,
  colour: /colou?r/i,
  size: /size/i,
}

/** What properties are for, coarsely: tokens are named after that. */
function familyOf(property: string): string {
  if (/radius/.test(property)) return 'radius'
  if (/^(padding|margin|gap|row-gap|column-gap|inset)/.test(property)) return 'space'
  if (/^(border|outline)/.test(property)) return 'line'
  if (/^(font|line-height|letter-spacing)/.test(property)) return 'type'
  if (/colou?r|^background|^fill|^stroke$/.test(property)) return 'colour'
  if (/width|height|size/.test(property)) return 'size'
  return ''
}

/** Whether a value is read as one value to be equal to, and printed as it is. */
const isReadAs = (text: string): boolean => {
  const value = readSoleValue(text, false)
  return value !== undefined && printValue(value) === text
}
