import type { Axis, Prop, Reach, SheetFile, SlotValue } from '../sheet'

/** What the stage does to bring one case about, in the format's order of reach. */
export interface Settings {
  props: Readonly<Record<string, unknown>>
  slots: Readonly<Record<string, SlotValue>>
  /** Attributes, DOM properties and classes, each on a part. */
  changes: Change[]
  /** Pseudo-classes that hold, by part. */
  forced: { on: string; pseudo: string[] }[]
  /** Axes whose value asks for steps, which this stage does not take yet. */
  steps: readonly string[]
}

export interface Change {
  on: string
  attr?: Reach['attr']
  property?: Reach['property']
  class?: string[]
}

/** A prop's value where nothing sets it. */
function propDefault(prop: Prop): unknown {
  if (prop.default !== undefined) return prop.default
  return prop.type === 'flag' ? false : prop.type === 'text' || prop.type === 'colour' ? '' : undefined
}

/** What of a sheet says how its cases are brought about. */
export interface Reachable {
  axes: readonly Axis[]
  data: Pick<SheetFile, 'props' | 'slots'>
}

/** Works out what brings a case about. When two axes set one prop, the later axis wins. */
export function settingsOf(sheet: Reachable, values: Readonly<Record<string, string>>): Settings {
  const props: Record<string, unknown> = Object.fromEntries(
    Object.entries(sheet.data.props).map(([name, prop]) => [name, propDefault(prop)]),
  )
  const slots: Record<string, SlotValue> = Object.fromEntries(
    Object.entries(sheet.data.slots).map(([name, slot]) => [name, slot.default]),
  )
  const changes: Change[] = []
  const forced: Settings['forced'] = []
  const steps: string[] = []
  for (const axis of sheet.axes) {
    for (const reach of reachesOf(axis, values[axis.name])) {
      const on = reach.on ?? 'root'
      Object.assign(props, reach.props)
      Object.assign(slots, reach.slots)
      if (reach.attr) changes.push({ on, attr: reach.attr })
      if (reach.property) changes.push({ on, property: reach.property })
      if (reach.class) changes.push({ on, class: reach.class })
      if (reach.pseudo) forced.push({ on, pseudo: reach.pseudo })
      if (reach.steps?.length) steps.push(axis.name)
    }
  }
  return { props, slots, changes: changes.toSorted((a, b) => order(a) - order(b)), forced, steps }
}

const order = ({ attr, property }: Change) => (attr ? 0 : property ? 1 : 2)

const reachesOf = (axis: Axis, value: string | undefined): readonly Reach[] => axis.reaches[value ?? axis.default] ?? []
