import { slugsIn, type Library, type Sheet, type SlotValue } from '../sheet'
import type { Path } from '../yaml'
import type { Fault } from './defineLint'
import { noSuch } from './noSuch'

/** What a setting of a component may name that is not there. */
export type SettingCode = 'unknown-axis' | 'unknown-value' | 'unknown-prop' | 'unknown-component'

interface Setting {
  axes?: Readonly<Record<string, unknown>> | undefined
  props?: Readonly<Record<string, unknown>> | undefined
  slots?: Readonly<Record<string, SlotValue>> | undefined
}

export interface SettingFault extends Fault {
  code: SettingCode
}

/** What examples, and components that fill slots, are set to that is not there. */
export function settingFaultsOf(sheet: Sheet, library: Library): SettingFault[] {
  const { slots } = sheet.data
  const among = { sheet, library, components: slugsIn(library) }
  const fillings = [
    ...Object.entries(slots).map(([name, slot]) => [['slots', name, 'default'], slot.default] as const),
    ...sheet.axes.flatMap((axis) =>
      Object.entries(axis.reaches).flatMap(([value, reaches]) =>
        reaches.flatMap(({ slots: filled = {} }) =>
          Object.values(filled).map((filling) => [['axes', axis.name, 'values', value], filling] as const),
        ),
      ),
    ),
  ]
  return [
    ...Object.entries(sheet.data.examples).flatMap(([key, example]) => {
      const at = ['examples', Array.isArray(sheet.data.examples) ? Number(key) : key]
      return [...inSetting(sheet, example, { ...among, at })]
    }),
    ...fillings.flatMap(([at, filling]) => [...inFilling(filling, { ...among, at })]),
  ]
}

/** Those of one code. */
export function* settingFaults(
  { settingFaults: faults }: { settingFaults: readonly SettingFault[] },
  wanted: SettingCode,
): Generator<Fault> {
  for (const { code, ...fault } of faults) if (code === wanted) yield fault
}

/** Where a setting stands, and among which components. */
interface Where {
  sheet: Sheet
  library: Library
  /** Slugs of all components that there are. */
  components: readonly string[]
  at: Path
}

function* inSetting(of: Sheet, { axes = {}, props = {}, slots = {} }: Setting, where: Where): Generator<SettingFault> {
  const { library, components } = where
  const fault = (code: SettingCode, path: Path, message: string): SettingFault => ({
    code,
    at: where.sheet.source.atKey([...where.at, ...path]),
    message: of === where.sheet ? message : `${of.slug}: ${message}`,
  })
  for (const [name, value] of Object.entries(axes)) {
    const known: Record<string, readonly string[]> = {
      ...library.data.contexts,
      ...Object.fromEntries(of.axes.map((axis) => [axis.name, axis.values])),
    }
    const values = known[name]
    if (!values) yield fault('unknown-axis', ['axes', name], noSuch('axis or context', name, Object.keys(known)))
    else if (!values.includes(String(value)))
      yield fault('unknown-value', ['axes', name], noSuch(`value of ${name}`, String(value), values))
  }
  const known = Object.keys(of.data.props)
  for (const name of Object.keys(props))
    if (!known.includes(name)) yield fault('unknown-prop', ['props', name], noSuch('prop', name, known))
  for (const [name, filling] of Object.entries(slots)) {
    const slot = of.data.slots[name]
    const named = componentOf(filling)
    if (!slot) yield fault('unknown-component', ['slots', name], noSuch('slot', name, Object.keys(of.data.slots)))
    else if (named !== undefined && !components.includes(named) && !slot.text)
      yield fault('unknown-component', ['slots', name], noSuch('component', named, components))
    else yield* inFilling(filling, { ...where, at: [...where.at, 'slots', name] })
  }
}

const componentOf = (filling: SlotValue): string | undefined =>
  typeof filling === 'string'
    ? filling === 'none'
      ? undefined
      : filling
    : 'text' in filling
      ? undefined
      : filling.component

/** What a component that fills a slot is set to. That it exists is told elsewhere. */
function* inFilling(filling: SlotValue, where: Where): Generator<SettingFault> {
  if (typeof filling === 'string' || 'text' in filling) return
  const of = where.library.sheets.find(({ slug }) => slug === filling.component)
  if (of) yield* inSetting(of, filling, where)
}
