import { converter, formatHex, parse } from 'culori/fn'
import { readColor } from '../readings'
import { BYTE_SLACK } from './cssValue'

/** A token's value as one edits it: an alias or a plain value as CSS writes it; what has several fields as JSON. */
export function tokenText(value: unknown, type: string | undefined): string {
  if (typeof value === 'string' || typeof value === 'number') return String(value)
  const fields = typeof value === 'object' && value !== null ? (value as Record<string, unknown>) : undefined
  if (!fields) return JSON.stringify(value)
  if (typeof fields.$ref === 'string') return fields.$ref
  if ('unit' in fields && 'value' in fields) return `${String(fields.value)}${String(fields.unit)}`
  if (type === 'cubicBezier' && Array.isArray(value)) return value.join(', ')
  if (type === 'fontFamily' && Array.isArray(value)) return value.join(', ')
  if (
    type === 'color' &&
    fields.colorSpace === 'srgb' &&
    Array.isArray(fields.components) &&
    fields.components.every((each) => typeof each === 'number')
  ) {
    const [r, g, b] = fields.components as [number, number, number]
    const isByte = [r, g, b].every((each) => Math.abs(each * 255 - Math.round(each * 255)) < BYTE_SLACK)
    if (isByte && (fields.alpha === undefined || fields.alpha === 1)) return formatHex({ mode: 'rgb', r, g, b })
  }
  return JSON.stringify(value)
}

/** The number of digits that make no visible difference beyond. */
const shorten = (value: number) => Math.round(value * 10_000) / 10_000

const toRgb = converter('rgb')

/**
 * Reads what somebody typed as a value of a type, in the form that the token had before where that is possible.
 * @returns the value, or what the type wants instead
 */
export function readTokenText(
  text: string,
  type: string | undefined,
  was: unknown,
): { value: unknown } | { problem: string } {
  const given = text.trim()
  if (given === '') return { problem: 'a value' }
  if (/^\{[^{}":]+\}$/.test(given)) return { value: given }
  if (/^[[{]/.test(given)) {
    try {
      return { value: JSON.parse(given) }
    } catch (error) {
      return { problem: `JSON that can be read: ${(error as Error).message}` }
    }
  }
  const isDraft = typeof was === 'string' && !was.startsWith('{')
  switch (type) {
    case 'color':
      return readColorText(given, isDraft)
    case 'dimension':
    case 'duration': {
      const match = /^(-?[\d.]+)([a-z%]+)$/.exec(given)
      if (!match || Number.isNaN(Number(match[1])))
        return { problem: type === 'dimension' ? 'a length such as 4px' : 'a time such as 180ms' }
      return { value: isDraft ? given : { value: Number(match[1]), unit: match[2]! } }
    }
    case 'number':
      return Number.isNaN(Number(given)) ? { problem: 'a number' } : { value: Number(given) }
    case 'fontWeight':
      return { value: Number.isNaN(Number(given)) ? given : Number(given) }
    case 'fontFamily':
      return {
        value: given.includes(',') ? given.split(',').map((name) => name.trim().replace(/^["']|["']$/g, '')) : given,
      }
    case 'cubicBezier': {
      const numbers = given
        .replace(/^cubic-bezier\((.*)\)$/, '$1')
        .split(',')
        .map(Number)
      return numbers.length === 4 && !numbers.some(Number.isNaN) ? { value: numbers } : { problem: 'four numbers' }
    }
    default:
      return { value: given }
  }
}

function readColorText(text: string, isDraft: boolean): { value: unknown } | { problem: string } {
  const parsed = readColor(text) && parse(text)
  if (!parsed) return { problem: 'a colour such as #1e6049, oklch(…) or {color.ink}' }
  if (isDraft) return { value: text }
  const alpha = parsed.alpha === undefined || parsed.alpha === 1 ? {} : { alpha: shorten(parsed.alpha) }
  const space = SPACES[parsed.mode]
  if (space) {
    const channels = space.channels.map((channel) => (parsed as unknown as Record<string, number | undefined>)[channel])
    return {
      value: {
        colorSpace: space.name,
        components: channels.map((each) => (each === undefined ? 'none' : shorten(each * (space.scale ?? 1)))),
        ...alpha,
      },
    }
  }
  const { r, g, b } = toRgb(parsed)
  return { value: { colorSpace: 'srgb', components: [r, g, b].map(shorten), ...alpha } }
}

/** The format's colour spaces that have the channels of culori's modes. */
const SPACES: Readonly<Record<string, { name: string; channels: readonly string[]; scale?: number }>> = {
  rgb: { name: 'srgb', channels: ['r', 'g', 'b'] },
  oklch: { name: 'oklch', channels: ['l', 'c', 'h'] },
  oklab: { name: 'oklab', channels: ['l', 'a', 'b'] },
  lab: { name: 'lab', channels: ['l', 'a', 'b'] },
  lch: { name: 'lch', channels: ['l', 'c', 'h'] },
  p3: { name: 'display-p3', channels: ['r', 'g', 'b'] },
}
