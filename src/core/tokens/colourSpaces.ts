import { formatHex, formatHex8 } from 'culori/fn'
import { colourIn } from '../readings'

/** A space in which a colour is chosen: its channels with their ranges. */
export interface ColourSpace {
  space: 'rgb' | 'p3' | 'oklch'
  label: string
  channels: readonly { key: string; label: string; max: number; step: number }[]
}

export const COLOUR_SPACES: readonly ColourSpace[] = [
  {
    space: 'rgb',
    label: 'sRGB',
    channels: ['Red', 'Green', 'Blue'].map((label) => ({ key: label[0]!.toLowerCase(), label, max: 255, step: 1 })),
  },
  {
    space: 'p3',
    label: 'Display P3',
    channels: ['Red', 'Green', 'Blue'].map((label) => ({ key: label[0]!.toLowerCase(), label, max: 1, step: 0.005 })),
  },
  {
    space: 'oklch',
    label: 'OKLCH',
    channels: [
      { key: 'l', label: 'Lightness', max: 1, step: 0.005 },
      { key: 'c', label: 'Chroma', max: 0.37, step: 0.002 },
      { key: 'h', label: 'Hue', max: 360, step: 1 },
    ],
  },
]

const spaceCalled = (name: ColourSpace['space']) => COLOUR_SPACES.find(({ space }) => space === name)!

/** The space that a colour is written in; sRGB for what is written in no other of these. */
export const spaceOf = (css: string): ColourSpace['space'] =>
  /^oklch\(/i.test(css.trim()) ? 'oklch' : /^color\(\s*display-p3\b/i.test(css.trim()) ? 'p3' : 'rgb'

/** A colour's channels in a space, each from 0 to its greatest, and its alpha from 0 to 1; undefined for what is no colour. */
export function channelsOf(css: string, name: ColourSpace['space']): { channels: number[]; alpha: number } | undefined {
  const colour = colourIn(css, name)
  if (!colour) return undefined
  const { channels } = spaceCalled(name)
  const given = colour as unknown as Record<string, number | undefined>
  const scale = name === 'rgb' ? 255 : 1
  return {
    channels: channels.map(({ key, max }) => Math.min(max, Math.max(0, (given[key] ?? 0) * scale))),
    alpha: colour.alpha ?? 1,
  }
}

const short = (value: number, digits: number) => String(Number(value.toFixed(digits)))

/** A colour as CSS writes it in a space, with digits that make a visible difference. */
export function colourText(name: ColourSpace['space'], channels: readonly number[], alpha = 1): string {
  const [a = 0, b = 0, c = 0] = channels
  const tail = alpha < 1 ? ` / ${short(alpha, 3)}` : ''
  if (name === 'oklch') return `oklch(${short(a, 4)} ${short(b, 4)} ${short(c, 2)}${tail})`
  if (name === 'p3') return `color(display-p3 ${short(a, 4)} ${short(b, 4)} ${short(c, 4)}${tail})`
  const rgb = { mode: 'rgb' as const, r: a / 255, g: b / 255, b: c / 255, alpha }
  return alpha < 1 ? formatHex8(rgb) : formatHex(rgb)
}

/** Whether screens that know no more than sRGB show a colour as it is. */
export function isInReach(css: string): boolean {
  const colour = colourIn(css, 'rgb')
  // Rounding in a wider space goes past the edge by less than a channel's step.
  return !colour || [colour.r, colour.g, colour.b].every((each) => each > -0.002 && each < 1.002)
}
