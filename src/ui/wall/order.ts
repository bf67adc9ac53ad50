import type { ComponentState } from '@/contract'
import { failuresIn, standingOf } from '../live'

export type WallOrder = 'name' | 'failing' | 'read'

/** Orders components: by name, worst first, or longest unread first. */
export function orderComponents<T extends { slug: string; name: string; fault?: string }>(
  components: readonly T[],
  states: readonly ComponentState[],
  order: WallOrder,
): T[] {
  const stateOf = (slug: string) => states.find((state) => state.slug === slug)
  const failures = ({ slug, fault }: T) =>
    // What cannot even be read fails most.
    fault === undefined ? failuresIn(standingOf(states.filter((state) => state.slug === slug))) : Infinity
  const read = ({ slug }: T) => stateOf(slug)?.startedAt ?? ''
  const byName = (a: T, b: T) => a.name.localeCompare(b.name)
  switch (order) {
    case 'name':
      return components.toSorted(byName)
    case 'failing':
      return components.toSorted((a, b) => compare(failures(b), failures(a)) || byName(a, b))
    case 'read':
      return components.toSorted((a, b) => read(a).localeCompare(read(b)) || byName(a, b))
  }
}

const compare = (a: number, b: number) => (a === b ? 0 : a - b)
