import type { ValueKind } from '../readings'
import type { Value } from '../spec'
import type { TokenBook } from '../tokens'

/** An expected value that the browser is asked to compute. */
export interface Probe {
  /** What the text is a value of: a CSS property, or a length or number for readings that are none. */
  property: string
  text: string
  /** The part in whose place it is computed; undefined where the place makes no difference. */
  part?: string
  /** How the probe must stand in its place to be computed as the part itself was. */
  needs: 'nothing' | 'inheritance' | 'layout'
}

// A property of each kind takes negative values and computes them without layout.
const LENGTH_PROPERTY = 'left'
const NUMBER_PROPERTY = 'scale'

const RELATIVE =
  /%|[\d.](em|ex|ch|lh|cap|ic|cq[a-z]+)\b|\b(inherit|unset|revert|currentcolor|smaller|larger|bolder|lighter)\b|\b(var|env|light-dark|attr)\s*\(/i
// Percentages and letters inside a colour are not relative to anything, unless it names a variable or the current colour.
const COLOUR = /\b(rgba?|hsla?|hwb|lab|lch|oklab|oklch|color|color-mix)\((?:[^()]|\([^()]*\))*\)/gi
const withoutColours = (text: string) =>
  text.replace(COLOUR, (colour) => (/var\(|currentcolor/i.test(colour) ? colour : ''))

const BY_LAYOUT =
  /^(width|height|(inline|block)-size|margin(-.+)?|padding(-.+)?|inset(-.+)?|top|right|bottom|left|transform|transform-origin|perspective-origin)$/
const NEEDS_LAYOUT = /%|\b(auto|stretch|(min|max|fit)-content)\b/

/** What the browser must be asked for a value with its tokens and readings filled in. */
export function probeFor(kind: ValueKind, property: string, text: string, part: string): Probe {
  const asked = kind === 'css' ? property : kind === 'length' ? LENGTH_PROPERTY : NUMBER_PROPERTY
  if (kind === 'css' && BY_LAYOUT.test(property) && (NEEDS_LAYOUT.test(text) || property.startsWith('transform'))) {
    return { property: asked, text, part, needs: 'layout' }
  }
  // A line height without a unit is a multiple of the part's own font size.
  const ofFont =
    kind === 'css' && (property === 'font' || (property === 'line-height' && !/^[\d.]+(px|rem)$/.test(text)))
  const relative = ofFont || RELATIVE.test(withoutColours(text))
  return relative ? { property: asked, text, part, needs: 'inheritance' } : { property: asked, text, needs: 'nothing' }
}

const PLAIN = { length: /^[-+]?(\d+\.?\d*|\.\d+)px$|^0$/, number: /^[-+]?(\d+\.?\d*|\.\d+)$/ } as const

/** Properties in which a whole number of pixels computes to itself. Widths of borders are rounded; shorthands may be written otherwise. */
export const PIXEL_PROPERTIES: ReadonlySet<string> = new Set([
  ...[
    'width',
    'height',
    'min-width',
    'min-height',
    'max-width',
    'max-height',
    'row-gap',
    'column-gap',
    'outline-offset',
  ],
  ...['top', 'right', 'bottom', 'left'].flatMap((side) => [`margin-${side}`, `padding-${side}`, side]),
])
const WHOLE_PIXELS = /^[1-9]\d{0,4}px$/

/** Whether a value is what it computes to already, so that no browser need be asked. @param name of the reading */
export const isPlain = (kind: ValueKind, text: string, name = ''): boolean =>
  kind === 'text' ||
  kind === 'truth' ||
  ((kind === 'length' || kind === 'number') && PLAIN[kind].test(text)) ||
  (kind === 'css' && PIXEL_PROPERTIES.has(name) && WHOLE_PIXELS.test(text))

/** Looks up `@part.reading`; undefined when it was not read. */
export type ReadingLookup = (part: string, reading: string) => string | undefined

/** A value's text with tokens and readings filled in, or why that cannot be done. */
export function fillIn(
  value: Value,
  context: Readonly<Record<string, string>>,
  tokens: Pick<TokenBook, 'get'>,
  lookup: ReadingLookup,
): { text: string } | { invalid: string; cause: 'lookup' } {
  let text = ''
  for (const part of value.parts) {
    if (part.kind === 'text') text += part.text
    else if (part.kind === 'token') {
      const token = tokens.get(part.path, context)
      if (!token) return { invalid: `there is no token {${part.path}} in this context`, cause: 'lookup' }
      // Relative colour syntax: the browser, not we, knows how to make a colour of any space transparent.
      text += part.alpha ? `rgb(from ${token.css} r g b / ${part.alpha})` : token.css
    } else {
      const measured = lookup(part.part, part.reading)
      if (measured === undefined) return { invalid: `@${part.part}.${part.reading} could not be read`, cause: 'lookup' }
      text += measured
    }
  }
  return { text }
}
