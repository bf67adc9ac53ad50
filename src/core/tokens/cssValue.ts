/** What is wrong with a token's value for its type, as the end of a sentence. */
export class TokenValueError extends Error {
  override name = 'TokenValueError'
}

const fail = (what: string): never => {
  throw new TokenValueError(what)
}

type Fields = Record<string, unknown>
const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

const shorten = (value: number) => String(Math.round(value * 1e6) / 1e6)

const number = (value: unknown): string =>
  typeof value === 'number'
    ? shorten(value)
    : typeof value === 'string' && value.trim() !== '' && !Number.isNaN(Number(value))
      ? value
      : fail('a number')

/** `{ value, unit }`, or the drafts' string. */
const withUnit = (what: string, units: RegExp) => (value: unknown) => {
  if (isFields(value) && typeof value.value === 'number' && units.test(String(value.unit)))
    return number(value.value) + String(value.unit)
  if (typeof value === 'string' && /^-?[\d.]+[a-z%]+$|^0$|^(calc|min|max|clamp)\(/i.test(value)) return value
  return value === 0 ? '0px' : fail(what)
}

const dimension = withUnit('a dimension such as { "value": 4, "unit": "px" }', /^(px|rem|em|%|vw|vh)$/)
const duration = withUnit('a duration such as { "value": 180, "unit": "ms" }', /^(ms|s)$/)

// Colour spaces of the format whose CSS has a function of its own; all others go through color().
const FUNCTIONS: Record<string, (c: string[]) => string> = {
  hsl: ([h, s, l]) => `hsl(${h} ${s}% ${l}%`,
  hwb: ([h, w, b]) => `hwb(${h} ${w}% ${b}%`,
  lab: (c) => `lab(${c.join(' ')}`,
  lch: (c) => `lch(${c.join(' ')}`,
  oklab: (c) => `oklab(${c.join(' ')}`,
  oklch: (c) => `oklch(${c.join(' ')}`,
}

function color(value: unknown): string {
  if (typeof value === 'string') return value
  if (!isFields(value) || typeof value.colorSpace !== 'string' || !Array.isArray(value.components)) {
    return fail('a colour such as { "colorSpace": "srgb", "components": [0, 0.5, 1] }')
  }
  const components = value.components.map((part) => (part === 'none' ? 'none' : number(part)))
  const alpha = value.alpha === undefined || value.alpha === 1 ? '' : ` / ${number(value.alpha)}`
  const open = FUNCTIONS[value.colorSpace]?.(components) ?? `color(${value.colorSpace} ${components.join(' ')}`
  return byteColor(value.colorSpace, components, alpha) ?? `${open}${alpha})`
}

/** How far a channel may be from a whole 8-bit step: four digits of a fraction come that near. */
export const BYTE_SLACK = 0.02

/** sRGB on whole 8-bit steps is written as people write it. */
function byteColor(space: string, components: string[], alpha: string): string | undefined {
  const bytes = components.map((part) => Number(part) * 255)
  if (space !== 'srgb' || alpha !== '' || !bytes.every((byte) => Math.abs(byte - Math.round(byte)) < BYTE_SLACK))
    return undefined
  return '#' + bytes.map((byte) => Math.round(byte).toString(16).padStart(2, '0')).join('')
}

const GENERIC = /^(serif|sans-serif|monospace|cursive|fantasy|math|emoji|fangsong|(ui|-apple)-[a-z-]+|system-ui)$/
const family = (name: string) => (GENERIC.test(name) || /^".*"$/.test(name) ? name : `"${name}"`)

function fontFamily(value: unknown): string {
  if (typeof value === 'string') return value.includes(',') ? value : family(value)
  if (Array.isArray(value) && value.every((name) => typeof name === 'string')) return value.map(family).join(', ')
  return fail('a font name or a list of them')
}

/** Names of weights, without hyphens or spaces: "Semi Bold", "semi-bold" and "SemiBold" are one. */
const WEIGHTS: Record<string, number> = {
  thin: 100,
  hairline: 100,
  extralight: 200,
  ultralight: 200,
  light: 300,
  normal: 400,
  regular: 400,
  book: 400,
  medium: 500,
  semibold: 600,
  demibold: 600,
  bold: 700,
  extrabold: 800,
  ultrabold: 800,
  black: 900,
  heavy: 900,
  extrablack: 950,
  ultrablack: 950,
}

function fontWeight(value: unknown): string {
  const named = typeof value === 'string' ? WEIGHTS[value.toLowerCase().replace(/[\s-]/g, '')] : undefined
  if (named !== undefined) return String(named)
  const weight = Number(number(value))
  return weight >= 1 && weight <= 1000 ? String(weight) : fail('a font weight from 1 to 1000')
}

function cubicBezier(value: unknown): string {
  if (typeof value === 'string') return value
  return Array.isArray(value) && value.length === 4
    ? `cubic-bezier(${value.map(number).join(', ')})`
    : fail('four numbers')
}

function strokeStyle(value: unknown): string {
  if (typeof value === 'string') return value
  // CSS borders have no dash array of their own: the nearest style stands for it.
  return isFields(value) && Array.isArray(value.dashArray) ? 'dashed' : fail('a line style or { "dashArray": … }')
}

const fields = (value: unknown, what: string): Fields => (isFields(value) ? value : fail(what))

function shadow(value: unknown): string {
  if (typeof value === 'string') return value
  if (Array.isArray(value)) return value.map(shadow).join(', ')
  const {
    inset,
    offsetX,
    offsetY,
    blur = '0px',
    spread = '0px',
    color: paint,
  } = fields(value, 'a shadow with offsetX, offsetY and color')
  return `${inset === true ? 'inset ' : ''}${[offsetX, offsetY, blur, spread].map(dimension).join(' ')} ${color(paint)}`
}

function border(value: unknown): string {
  if (typeof value === 'string') return value
  const { width, style, color: paint } = fields(value, 'a border with width, style and color')
  return `${dimension(width)} ${strokeStyle(style)} ${color(paint)}`
}

function transition(value: unknown): string {
  if (typeof value === 'string') return value
  const { duration: time, timingFunction, delay } = fields(value, 'a transition with duration and timingFunction')
  return [duration(time), cubicBezier(timingFunction), ...(delay === undefined ? [] : [duration(delay)])].join(' ')
}

function gradient(value: unknown): string {
  if (typeof value === 'string') return value
  if (!Array.isArray(value)) return fail('a list of gradient stops')
  const stops = value.map((stop) => {
    const { color: paint, position } = fields(stop, 'stops with color and position')
    return `${color(paint)} ${shorten(Number(number(position)) * 100)}%`
  })
  return `linear-gradient(${stops.join(', ')})`
}

const lineHeight = (value: unknown) =>
  typeof value === 'number' ? number(value) : typeof value === 'string' ? value : dimension(value)

/** A typography token's fields, by CSS property. */
export function typographyFields(value: unknown): Record<string, string> {
  const given = fields(value, 'typography with fontFamily and fontSize')
  const readers: [string, string, (field: unknown) => string][] = [
    ['fontFamily', 'font-family', fontFamily],
    ['fontSize', 'font-size', dimension],
    ['fontWeight', 'font-weight', fontWeight],
    ['letterSpacing', 'letter-spacing', dimension],
    ['lineHeight', 'line-height', lineHeight],
  ]
  return Object.fromEntries(
    readers
      .filter(([field]) => given[field] !== undefined)
      .map(([field, property, read]) => [property, read(given[field])]),
  )
}

function typography(value: unknown): string {
  if (typeof value === 'string') return value
  const {
    'font-weight': weight,
    'font-size': size,
    'line-height': height,
    'font-family': name,
  } = typographyFields(value)
  if (!size || !name) return fail('typography with fontFamily and fontSize')
  return `${weight ? weight + ' ' : ''}${size}${height ? '/' + height : ''} ${name}`
}

const WRITERS: Record<string, (value: unknown) => string> = {
  color,
  dimension,
  duration,
  number,
  fontFamily,
  fontWeight,
  cubicBezier,
  strokeStyle,
  shadow,
  border,
  transition,
  gradient,
  typography,
}

export const TOKEN_TYPES: readonly string[] = Object.keys(WRITERS)

/**
 * A token's value as one CSS value. Aliases must have been replaced.
 * @throws TokenValueError naming what the type wants.
 */
export function cssValue(value: unknown, type: string | undefined): string {
  const write = type === undefined ? undefined : WRITERS[type]
  if (write) return write(value)
  if (typeof value === 'string') return value
  if (typeof value === 'number' || typeof value === 'boolean') return String(value)
  return fail('a $type, or a text, since its value is not one')
}
