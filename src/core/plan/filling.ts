import type { SlotValue } from '../sheet'
import { reachOf, type Change, type Forced, type Reachable } from './reach'

/** What stands in a slot, ready for the stage. */
export type Filling = { kind: 'none' } | { kind: 'text'; text: string } | ({ kind: 'component' } & Nested)

/** A component inside another, with all that brings it about. */
export interface Nested {
  slug: string
  props: Readonly<Record<string, unknown>>
  slots: Readonly<Record<string, Filling>>
  changes: readonly Change[]
  forced: readonly Forced[]
}

/** A library's components by slug, as far as slots need them. */
export type Others = ReadonlyMap<string, Reachable>

/** Components that hold themselves without end: the way there, from slot to slot. */
export class SlotCycle extends Error {
  override name = 'SlotCycle'
  constructor(readonly path: readonly string[]) {
    super(`components hold each other without end: ${path.join(' → ')}`)
  }
}

/** A value that a sheet itself puts into a slot of its component. Meeting one again inside itself is a cycle. */
interface Step {
  at: string
  value: SlotValue
}

/** Where a value came from: `given` by the component around it, or put there by its own sheet. */
export type FillSource = 'given' | 'own'

/**
 * Resolves what stands in a slot, to any depth.
 * @throws SlotCycle when a sheet's own values lead back to themselves.
 */
export function fillingOf(
  owner: Reachable,
  slot: string,
  value: SlotValue,
  others: Others,
  source: FillSource,
  above: readonly Step[] = [],
): Filling {
  if (typeof value === 'object' && 'text' in value) return { kind: 'text', text: value.text }
  const slug = typeof value === 'string' ? value : value.component
  if (slug === 'none') return { kind: 'none' }
  const inner = others.get(slug)
  if (!inner) {
    if (typeof value === 'string' && owner.data.slots[slot]?.text) return { kind: 'text', text: value }
    throw new Error(`the slot "${slot}" of ${owner.slug} holds "${slug}", which is no component of the library`)
  }
  const at = `${owner.slug}.${slot}`
  const path = source === 'own' ? [...above, { at, value }] : above
  if (source === 'own' && above.some((step) => step.at === at && step.value === value)) {
    const start = above.findIndex((step) => step.at === at && step.value === value)
    throw new SlotCycle([...above.slice(start).map((step) => step.at), at])
  }
  const given: Exclude<SlotValue, string | { text: string }> = typeof value === 'string' ? { component: slug } : value
  const { slotValues, props, changes, forced } = reachOf(inner, given.axes ?? {}, given.props)
  const slots = Object.fromEntries(
    Object.entries(slotValues).map(([name, own]) => {
      const put = given.slots?.[name]
      return [name, fillingOf(inner, name, put ?? own, others, put === undefined ? 'own' : 'given', path)]
    }),
  )
  return { kind: 'component', slug, props, slots, changes, forced }
}
