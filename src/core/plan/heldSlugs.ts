import type { SheetFile, SlotValue } from '../sheet'
import type { StepFile } from '../steps'
import type { Others } from './filling'
import type { Reachable } from './reach'

/** What of a sheet can bring other components into its component. */
export interface Holder {
  axes: Reachable['axes']
  data: Reachable['data'] & Partial<Pick<SheetFile, 'scenarios' | 'examples'>>
}

/**
 * Every component that may come to stand in a component, at any depth: by its slots' defaults, by its axes (their steps too), by
 * its scenarios, its examples, or links of its guide. Itself only where it holds itself.
 */
export function nestedSlugs(owner: Holder, others: Others, guide = ''): Set<string> {
  const found = new Set<string>()
  const add = (slug: string) => {
    const inner = others.get(slug)
    if (!inner || found.has(slug)) return
    found.add(slug)
    ofSheet(inner)
  }
  const ofValue = (value: SlotValue) => {
    if (typeof value === 'string') return add(value)
    if ('text' in value) return
    add(value.component)
    ofSlots(value.slots)
  }
  const ofSlots = (slots: Readonly<Record<string, SlotValue>> = {}) => Object.values(slots).forEach(ofValue)
  const ofSteps = (steps: readonly StepFile[] = []) => {
    for (const step of steps)
      if (typeof step === 'object' && 'fill' in step) ofSlots(step.fill as Record<string, SlotValue>)
  }
  const ofSheet = ({ axes, data }: Holder) => {
    Object.values(data.slots).forEach((slot) => ofValue(slot.default))
    for (const reach of axes.flatMap((axis) => Object.values(axis.reaches).flat())) {
      ofSlots(reach.slots)
      ofSteps(reach.steps)
    }
  }
  ofSheet(owner)
  for (const { steps } of owner.data.scenarios ?? []) ofSteps(steps)
  for (const { slots } of Object.values(owner.data.examples ?? [])) ofSlots(slots)
  // A link holds what differs from the sheet as `slot/=component`, a directive as `slot=component`.
  for (const [, name] of guide.matchAll(/=([a-z0-9-]+)/g)) add(name!)
  return found
}
