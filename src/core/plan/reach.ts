import {
  ELEMENT_REACHES,
  type Axis,
  type Prop,
  type Reach,
  type ReachKeyBy,
  type SheetFile,
  type SlotValue,
} from '../sheet'
import type { StepFile } from '../steps'

export interface Forced {
  on: string
  pseudo: string[]
}

/** Steps by which a value of an axis is reached, as the sheet has them. */
export interface ReachSteps {
  axis: string
  value: string
  files: readonly StepFile[]
}

/** One thing that is set on an element of a part. */
export interface Change extends Pick<Reach, ReachKeyBy<'element'>> {
  on: string
}

/** A prop's value where nothing sets it. */
export function propDefault(prop: Prop): unknown {
  if (prop.default !== undefined) return prop.default
  return prop.type === 'flag' ? false : prop.type === 'text' || prop.type === 'colour' ? '' : undefined
}

/** What of a sheet says how its cases are brought about. */
export interface Reachable {
  slug: string
  axes: readonly Axis[]
  data: Pick<SheetFile, 'props' | 'slots'>
}

/** What axis values bring about by themselves, before slots are filled. */
export interface Reached {
  props: Readonly<Record<string, unknown>>
  slotValues: Readonly<Record<string, SlotValue>>
  changes: Change[]
  forced: Forced[]
  /** Steps that a person takes to get there, by the axis that asks for them. */
  steps: readonly ReachSteps[]
}

/** What axis values, and props over them, come to; slots as the sheet's own values say. */
export function reachOf(
  sheet: Reachable,
  values: Readonly<Record<string, string>>,
  given: Readonly<Record<string, unknown>> = {},
): Reached {
  const props: Record<string, unknown> = Object.fromEntries(
    Object.entries(sheet.data.props).map(([name, prop]) => [name, propDefault(prop)]),
  )
  const slotValues: Record<string, SlotValue> = Object.fromEntries(
    Object.entries(sheet.data.slots).map(([name, slot]) => [name, slot.default]),
  )
  const changes: Change[] = []
  const forced: Forced[] = []
  const steps: ReachSteps[] = []
  for (const axis of sheet.axes) {
    const value = values[axis.name] ?? axis.default
    for (const reach of axis.reaches[value] ?? []) {
      const on = reach.on ?? 'root'
      Object.assign(props, reach.props)
      Object.assign(slotValues, reach.slots)
      for (const key of ELEMENT_REACHES) if (reach[key]) changes.push({ on, [key]: reach[key] })
      if (reach.pseudo) forced.push({ on, pseudo: reach.pseudo })
      if (reach.steps?.length) steps.push({ axis: axis.name, value, files: reach.steps })
    }
  }
  Object.assign(props, given)
  return { props, slotValues, changes: changes.toSorted((a, b) => order(a) - order(b)), forced, steps }
}

const order = (change: Change) => ELEMENT_REACHES.findIndex((key) => change[key] !== undefined)
