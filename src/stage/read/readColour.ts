import { colourIn } from '@/core/readings'
import { Unread, type ReadMatch } from './Reader'

const ofColour =
  (channel: 'l' | 'c' | 'h', digits: number): ReadMatch =>
  (reader, match, property) => {
    const css = reader.style(match).getPropertyValue(property!)
    const colour = css === '' ? undefined : colourIn(css, 'oklch')
    if (!colour) throw new Unread(`"${property!}" holds no colour${css === '' ? '' : `: ${css}`}`)
    // What has hardly any chroma has a hue of rounding only.
    const value = channel === 'h' && colour.c < 0.002 ? undefined : colour[channel]
    return value === undefined ? 'none' : String(Number(value.toFixed(digits)))
  }

/** Readings of a colour in OKLCH. */
export const COLOUR_READERS = {
  lightness: ofColour('l', 4),
  chroma: ofColour('c', 4),
  hue: ofColour('h', 1),
} satisfies Record<string, ReadMatch>
