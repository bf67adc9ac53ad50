import { CONTEXTS } from '@/core/contexts'
import type { Dimension, Space } from '@/core/matrix'

/** Where each axis and context goes: on rows, columns or pages, or held at one value. */
export interface Placement {
  pages: readonly string[]
  down: readonly string[]
  across: readonly string[]
  held: Readonly<Record<string, string>>
}

export type Lane = 'pages' | 'down' | 'across'

/** Whether cells of one document cannot differ by it: all but one value of it are shown as pictures then. */
export const isOfDocument = ({ kind, name }: Pick<Dimension, 'kind' | 'name'>): boolean =>
  kind === 'context' && CONTEXTS.get(name)?.ofDocument === true

/** All cases at once that one document can show: contexts on pages, the last axis across, all others down. */
export function defaultPlacement({ dimensions }: Space): Placement {
  const axes = dimensions.filter(({ kind }) => kind === 'axis').map(({ name }) => name)
  const contexts = dimensions.filter(({ kind }) => kind === 'context')
  return {
    pages: contexts.filter((context) => !isOfDocument(context)).map(({ name }) => name),
    down: axes.slice(0, -1),
    across: axes.slice(-1),
    held: Object.fromEntries(contexts.filter(isOfDocument).map(({ name, default: value }) => [name, value])),
  }
}

const LANES: readonly Lane[] = ['pages', 'down', 'across']

/** Moves an axis to the end of a lane. */
export function moveTo(placement: Placement, name: string, lane: Lane): Placement {
  const { [name]: _, ...held } = placement.held
  const lanes = Object.fromEntries(
    LANES.map((each) => [
      each,
      [...placement[each].filter((other) => other !== name), ...(each === lane ? [name] : [])],
    ]),
  )
  return { ...(lanes as Record<Lane, string[]>), held }
}

/** Holds an axis at a value. */
export function holdAt(placement: Placement, name: string, value: string): Placement {
  const lanes = Object.fromEntries(LANES.map((each) => [each, placement[each].filter((other) => other !== name)]))
  return { ...(lanes as Record<Lane, string[]>), held: { ...placement.held, [name]: value } }
}

/** A placement as it stands in the address. */
export function printPlacement({ pages, down, across, held }: Placement): string {
  const query = new URLSearchParams()
  for (const [lane, names] of Object.entries({ pages, down, across }))
    if (names.length > 0) query.set(lane, names.join('.'))
  const kept = Object.entries(held).map(([name, value]) => `${name}:${value}`)
  if (kept.length > 0) query.set('hold', kept.join('.'))
  return query.toString()
}

/** Reads a placement back; what the address does not say, or says wrongly, is as by default. */
export function readPlacement(query: URLSearchParams, space: Space): Placement {
  const defaultValue = defaultPlacement(space)
  if (!['pages', 'down', 'across', 'hold'].some((key) => query.has(key))) return defaultValue
  let placement: Placement = { pages: [], down: [], across: [], held: {} }
  const named = new Set<string>()
  for (const lane of LANES) {
    for (const name of query.get(lane)?.split('.') ?? []) {
      const dimension = space.dimensions.find((each) => each.name === name)
      if (!dimension || named.has(name)) continue
      named.add(name)
      placement = moveTo(placement, name, lane)
    }
  }
  for (const pair of query.get('hold')?.split('.') ?? []) {
    const [name = '', value = ''] = pair.split(':')
    const dimension = space.dimensions.find((each) => each.name === name)
    if (!dimension?.values.includes(value) || named.has(name)) continue
    named.add(name)
    placement = holdAt(placement, name, value)
  }
  for (const { name, default: value } of space.dimensions)
    if (!named.has(name)) placement = holdAt(placement, name, value)
  return placement
}
