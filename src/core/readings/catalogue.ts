import { lexer } from 'css-tree'
import { nearest } from '../problem'

/** How a reading's values are written and compared. */
export type ValueKind =
  /** Computed value of the CSS property that the reading is. */
  | 'css'
  | 'length'
  | 'number'
  /** `yes`, `no` (and `mixed`). */
  | 'truth'
  /** Literal words. */
  | 'text'

/** Where a reading comes from. */
export type Origin = 'style' | 'box' | 'document' | 'text' | 'paint' | 'pointer' | 'accessibility'

/** A reading's name, taken apart. */
export interface Reading {
  /** As the sheet writes it. */
  text: string
  /** The name without its argument: `gap`, `box.width`, `background-color`. */
  name: string
  /** What stands in brackets: a part for `gap(label)`, a name for `attr(aria-label)`. */
  argument?: string
  kind: ValueKind
  origin: Origin
}

interface Definition {
  kind: ValueKind
  origin: Origin
  /** What the bracket holds, for readings that have one. */
  argument?: 'part' | 'name'
}

const define = (origin: Origin, kind: ValueKind, names: readonly string[], argument?: 'part' | 'name') =>
  names.map((name): [string, Definition] => [name, { origin, kind, argument }])

/** Every reading but the CSS properties. */
export const READINGS: ReadonlyMap<string, Definition> = new Map([
  ...define('box', 'length', ['box.width', 'box.height', 'box.left', 'box.top', 'box.right', 'box.bottom']),
  ...define('box', 'number', ['box.ratio']),
  ...define('box', 'truth', ['within', 'covers', 'overlaps'], 'part'),
  ...define('box', 'length', ['gap', 'offset-x', 'offset-y'], 'part'),
  ...define('box', 'truth', ['visible']),
  ...define('box', 'number', ['visible-count']),
  ...define('document', 'truth', ['present', 'focusable', 'focused']),
  ...define('document', 'number', ['count']),
  ...define('document', 'text', ['attr', 'prop'], 'name'),
  ...define('text', 'text', ['text']),
  ...define('text', 'number', ['text.lines']),
  ...define('text', 'truth', ['text.cut', 'text.spills', 'text.clipped']),
  ...define('paint', 'number', ['contrast']),
  ...define('pointer', 'length', ['target.width', 'target.height']),
  ...define('accessibility', 'text', ['role', 'name', 'description']),
  ...define(
    'accessibility',
    'truth',
    ['checked', 'disabled', 'expanded', 'selected', 'pressed', 'invalid', 'busy', 'readonly'].map(
      (state) => 'state.' + state,
    ),
  ),
])

// The types of css-tree leave this table out.
const { properties: PROPERTIES } = lexer as unknown as { properties: Record<string, unknown> }

/** Names of all readings: Brelt's own first, then the CSS properties. */
export const readingNames = (): string[] => [
  ...READINGS.keys(),
  ...Object.keys(PROPERTIES).filter((name) => /^[a-z][a-z-]*$/.test(name)),
]

/** CSS has grown properties that the list at hand may not know yet: the browser has the last word on these. */
const isProperty = (name: string) => name.startsWith('--') || name.startsWith('-webkit-') || name in PROPERTIES

export type ReadingResult = { reading: Reading } | { problem: string; nearest?: string; allowed?: readonly string[] }

const cache = new Map<string, ReadingResult>()

/** Takes a reading's name apart; a name that does not exist comes back as a problem. */
export function parseReading(text: string): ReadingResult {
  let result = cache.get(text)
  if (!result) cache.set(text, (result = parse(text.trim())))
  return result
}

function parse(text: string): ReadingResult {
  const match = /^([A-Za-z_-][\w.-]*)(?:\(\s*([^()]*?)\s*\))?$/.exec(text)
  const name = match?.[1] ?? text
  const argument = match?.[2]
  const definition = READINGS.get(name)
  // `gap` alone is the CSS property, `gap(label)` the distance to a part.
  const isStyle = argument === undefined && isProperty(name)
  if (definition && !(definition.argument && isStyle)) {
    if (definition.argument && !argument)
      return { problem: `"${name}" needs ${definition.argument === 'part' ? 'a part' : 'a name'} in brackets` }
    if (!definition.argument && argument !== undefined) return { problem: `"${name}" takes nothing in brackets` }
    return { reading: { text, name, ...(argument && { argument }), kind: definition.kind, origin: definition.origin } }
  }
  if (match && isStyle) return { reading: { text, name, kind: 'css', origin: 'style' } }
  const near = nearest(text, [...READINGS.keys(), ...Object.keys(PROPERTIES)])
  return { problem: `there is no reading "${text}"`, nearest: near, allowed: [...READINGS.keys(), 'any CSS property'] }
}

/** Whether the argument is a part. */
export const namesPart = ({ name, argument }: Reading) =>
  argument !== undefined && READINGS.get(name)?.argument === 'part'
