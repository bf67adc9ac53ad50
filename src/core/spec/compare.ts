import { readColor } from '../readings'
import type { Tolerance } from '../sheet'

/** A computed value taken apart as far as tolerances need: colours, numbers with units, and the rest. */
type Piece =
  | { kind: 'colour'; channels: readonly number[] }
  | { kind: 'number'; value: number; unit: string }
  | { kind: 'text'; text: string }

const PIECE =
  /("(?:[^"\\]|\\.)*")|((?:rgba?|hsla?|hwb|lab|lch|oklab|oklch|color)\([^()]*\)|#[0-9a-f]{3,8}\b)|((?<![\w-])[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)([a-z%]*)/gi

function pieces(text: string): Piece[] {
  const found: Piece[] = []
  let end = 0
  const addText = (between: string) => {
    const words = between.replace(/\s+/g, ' ').trim()
    if (words) found.push({ kind: 'text', text: words })
  }
  for (const match of text.matchAll(PIECE)) {
    addText(text.slice(end, match.index))
    end = match.index + match[0].length
    const [, string, colour, number, unit] = match
    const rgb = colour ? readColor(colour) : undefined
    if (rgb)
      found.push({
        kind: 'colour',
        channels: [rgb.r, rgb.g, rgb.b, rgb.alpha].map((channel) => Math.round(channel * 255)),
      })
    else if (number !== undefined) found.push({ kind: 'number', value: Number(number), unit: unit!.toLowerCase() })
    else found.push({ kind: 'text', text: string ?? colour! })
  }
  addText(text.slice(end))
  return found
}

/** Whether two computed values are the same within the library's tolerance. */
export function sameComputed(a: string, b: string, tolerance: Tolerance): boolean {
  if (a === b) return true
  const left = pieces(a)
  const right = pieces(b)
  return left.length === right.length && left.every((piece, index) => samePiece(piece, right[index]!, tolerance))
}

function samePiece(a: Piece, b: Piece, tolerance: Tolerance): boolean {
  if (a.kind === 'colour') {
    if (b.kind !== 'colour') return false
    // What cannot be seen has no hue: a fade that has just begun gives its aim's.
    if (a.channels[3] === 0 && b.channels[3] === 0) return true
    return a.channels.every((channel, at) => Math.abs(channel - b.channels[at]!) <= tolerance.colour)
  }
  if (a.kind === 'text') return b.kind === 'text' && a.text === b.text
  if (b.kind !== 'number') return false
  const slack = a.unit === 'px' || b.unit === 'px' ? tolerance.length : tolerance.number
  // 0 and 0px are the same computed length.
  const sameUnit = a.unit === b.unit || (a.value === 0 && b.value === 0)
  return sameUnit && Math.abs(a.value - b.value) <= slack + Number.EPSILON * Math.abs(a.value)
}

/** A computed value for people: colours of sRGB in the 8-bit steps that are compared. */
export const readable = (text: string): string =>
  text.replace(/\bcolor\(srgb [^()]*\)/g, (colour) => {
    const rgb = readColor(colour)
    if (!rgb) return colour
    const bytes = [rgb.r, rgb.g, rgb.b].map((channel) => Math.round(channel * 255)).join(', ')
    return rgb.alpha === 1 ? `rgb(${bytes})` : `rgba(${bytes}, ${Math.round(rgb.alpha * 1000) / 1000})`
  })

/** A value that is one number with a unit (or none); undefined otherwise. */
export function asNumber(text: string): { value: number; unit: string } | undefined {
  const match = /^\s*([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)\s*([a-z%]*)\s*$/i.exec(text)
  return match ? { value: Number(match[1]), unit: match[2]!.toLowerCase() } : undefined
}

const signed = (value: number) => (value > 0 ? '+' : '') + Math.round(value * 1000) / 1000

/** How far `measured` is from `expected`: `-2px`, the steps of each 8-bit channel, or of each piece that differs; empty where that makes no sense. */
export function difference(expected: string, measured: string): string {
  const [wanted, got] = [asNumber(expected), asNumber(measured)]
  if (wanted && got) return wanted.unit === got.unit ? signed(got.value - wanted.value) + got.unit : ''
  const [from, to] = [pieces(expected), pieces(measured)]
  if (from.length !== to.length || from.some((piece, at) => piece.kind !== to[at]!.kind)) return ''
  const steps = from.map((piece, at) => pieceDifference(piece, to[at]!))
  return steps.includes(undefined) ? '' : steps.filter(Boolean).join(', ')
}

/** Empty for no difference, undefined where a difference cannot be counted. */
function pieceDifference(from: Piece, to: Piece): string | undefined {
  if (from.kind === 'text') return to.kind === 'text' && to.text === from.text ? '' : undefined
  if (from.kind === 'number') {
    if (to.kind !== 'number' || to.unit !== from.unit) return undefined
    return to.value === from.value ? '' : signed(to.value - from.value) + to.unit
  }
  if (to.kind !== 'colour') return undefined
  const steps = ['red', 'green', 'blue'].map((channel, at) => ({ channel, by: to.channels[at]! - from.channels[at]! }))
  const alpha = Math.round(((to.channels[3]! - from.channels[3]!) / 255) * 100)
  return [
    ...steps.filter(({ by }) => by !== 0).map(({ channel, by }) => `${channel} ${signed(by)}`),
    ...(alpha ? [`alpha ${signed(alpha)}%`] : []),
  ].join(', ')
}
