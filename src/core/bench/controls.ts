import type { Prop, Slot } from '../sheet'
import type { Combination } from './excluded'
import type { SlotChoice } from './setting'

interface Common {
  key: string
  name: string
  about?: string
  /** It differs from what the sheet says. */
  isSet: boolean
}

/** One thing that can be changed on the bench. */
export type Control = Common &
  (
    | { kind: 'flag'; value: boolean }
    | { kind: 'choice'; value: string; values: readonly (string | number | boolean)[] }
    | { kind: 'text'; value: string; most?: number }
    | { kind: 'number'; value: number; min?: number; max?: number; step: number; unit: string }
    | { kind: 'colour'; value: string }
    | { kind: 'data'; value: unknown; schema?: Readonly<Record<string, unknown>> }
    /** A state that is held, or left to the pointer and the keys. */
    | { kind: 'hold'; value: string; values: readonly string[] }
    | SlotControl
  )

/** What stands in a slot, and the controls of that. */
export interface SlotControl {
  kind: 'slot'
  value: SlotChoice
  /** Components that may stand here; `any` where the sheet names none. */
  accepts: Slot['accepts']
  takesText: boolean
  inner?: Panel
}

/** The controls of one component: its own, and those of what fills its slots. */
export interface Panel {
  slug: string
  name: string
  /** Begins the keys of all its controls. */
  prefix: string
  controls: readonly Control[]
  /** The combination of axis values that is set here and that its sheet excludes. */
  excluded?: Combination
}

/** The control of a prop. */
export function propControl(common: Common, prop: Prop, value: unknown): Control {
  const about = prop.about === undefined ? {} : { about: prop.about }
  switch (prop.type) {
    case 'flag':
      return { ...common, ...about, kind: 'flag', value: value === true }
    case 'choice':
      return { ...common, ...about, kind: 'choice', value: String(value ?? ''), values: prop.values }
    case 'number':
      return {
        ...common,
        ...about,
        kind: 'number',
        value: Number(value ?? prop.min ?? 0),
        step: prop.step ?? 1,
        unit: prop.unit ?? '',
        ...(prop.min !== undefined && { min: prop.min }),
        ...(prop.max !== undefined && { max: prop.max }),
      }
    case 'text':
      return {
        ...common,
        ...about,
        kind: 'text',
        value: String(value ?? ''),
        ...(prop['max-length'] !== undefined && { most: prop['max-length'] }),
      }
    case 'colour':
      return { ...common, ...about, kind: 'colour', value: String(value ?? '') }
    case 'data':
      return { ...common, ...about, kind: 'data', value: value ?? null, ...(prop.schema && { schema: prop.schema }) }
  }
}

/** Whether a prop has an effect while the others are as they are. */
export const hasEffect = (prop: Prop, props: Readonly<Record<string, unknown>>): boolean =>
  Object.entries(prop['only-if'] ?? {}).every(([name, wanted]) =>
    [wanted].flat().some((each) => String(each) === String(props[name])),
  )
