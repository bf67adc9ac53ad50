import type { ComponentState } from '@/contract'
import { countMarks } from '../live'

export type WallOrder = 'name' | 'misses' | 'read'

/** Orders components: by name, worst first, or longest unread first. */
export function orderComponents<T extends { slug: string; name: string }>(
  components: readonly T[],
  states: readonly ComponentState[],
  order: WallOrder,
): T[] {
  const stateOf = (slug: string) => states.find((state) => state.slug === slug)
  const misses = ({ slug }: T) => countMarks([stateOf(slug)].filter((state) => state !== undefined)).misses
  const read = ({ slug }: T) => stateOf(slug)?.startedAt ?? ''
  const byName = (a: T, b: T) => a.name.localeCompare(b.name)
  switch (order) {
    case 'name':
      return components.toSorted(byName)
    case 'misses':
      return components.toSorted((a, b) => misses(b) - misses(a) || byName(a, b))
    case 'read':
      return components.toSorted((a, b) => read(a).localeCompare(read(b)) || byName(a, b))
  }
}
