import { isProperty, propertyNames } from '../css'
import { nearest } from '../problem'
import type { Origin, ReadingDefinition, ValueKind } from './defineReading'
import { DEFINITIONS } from './list'
import { parsePartReference, type PartReference } from './partReference'

/** The name of a reading that is Brelt's own. */
export type ReadingName = (typeof DEFINITIONS)[number]['name']

/** Names of the readings that come from `From`. */
export type ReadingOf<From extends Origin> = Extract<(typeof DEFINITIONS)[number], { origin: From }>['name']

/** A reading's name, taken apart. */
export interface Reading {
  /** As the sheet writes it. */
  text: string
  /** The name without its argument: `gap`, `box.width`, `background-color`. */
  name: string
  /** What stands in brackets: a part for `gap(label)`, a name for `attr(aria-label)`. */
  argument?: string
  /** The part that the argument names, where it names one: `gap(list[2])` is the distance to the second. */
  other?: PartReference
  kind: ValueKind
  origin: Origin
}

/** Every reading but the CSS properties. */
export const READINGS: ReadonlyMap<string, ReadingDefinition> = new Map<string, ReadingDefinition>(
  DEFINITIONS.map((definition) => [definition.name, definition]),
)

/** Names of all readings: Brelt's own first, then the CSS properties. */
export const readingNames = (): string[] => [
  ...READINGS.keys(),
  ...propertyNames().filter((name) => /^[a-z][a-z-]*$/.test(name)),
]

export type ReadingResult =
  { reading: Reading } | { problem: string; nearest?: string | undefined; allowed?: readonly string[] }

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
  if (definition && !(definition.argument && isStyle)) return parseOwn(text, definition, argument)
  if (match && isStyle) return { reading: { text, name, kind: 'css', origin: 'style' } }
  const near = nearest(text, [...READINGS.keys(), ...propertyNames()])
  return { problem: `there is no reading "${text}"`, nearest: near, allowed: [...READINGS.keys(), 'any CSS property'] }
}

function parseOwn(text: string, definition: ReadingDefinition, argument: string | undefined): ReadingResult {
  const { name, kind, origin } = definition
  if (!definition.argument)
    return argument === undefined
      ? { reading: { text, name, kind, origin } }
      : { problem: `"${name}" takes nothing in brackets` }
  if (!argument)
    return { problem: `"${name}" needs ${definition.argument === 'part' ? 'a part' : 'a name'} in brackets` }
  if (definition.argument === 'name') return { reading: { text, name, argument, kind, origin } }
  const other = parsePartReference(argument)
  if (other.index === 'all') return { problem: `"${name}" needs one part in brackets, not all that ${argument} names` }
  return { reading: { text, name, argument, other, kind, origin } }
}

/** CSS properties that decide a reading; the first that is declared counts. */
export const decidingProperties = (text: string): readonly string[] => {
  const own = READINGS.get(text.replace(/\(.*$/, ''))
  return isProperty(text) ? [text] : (own?.decidedBy ?? [])
}
