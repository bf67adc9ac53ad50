import type { Prop } from './propSchema'
import type { AxisFile } from './axisSchema'
import type { Reach } from './reaches'

/** An axis in one form, whatever form the sheet wrote it in. */
export interface Axis {
  name: string
  of: 'variant' | 'size' | 'state'
  values: readonly string[]
  default: string
  /** What brings each value about, in the sheet's order. */
  reaches: Readonly<Record<string, readonly Reach[]>>
}

/**
 * Reads the short forms of an axis as what they stand for.
 * A choice's value goes to the prop of the axis' name, in that prop's own type.
 */
export function normaliseAxis(name: string, file: AxisFile, props: Readonly<Record<string, Prop>>): Axis {
  if (file === 'flag') {
    const reaches = { off: [{ props: { [name]: false } }], on: [{ props: { [name]: true } }] }
    return { name, of: 'variant', values: ['off', 'on'], default: 'off', reaches }
  }
  if (Array.isArray(file)) return choiceAxis(name, file, props[name])
  const of = file.of ?? (name === 'size' ? 'size' : 'variant')
  if (Array.isArray(file.values)) {
    const axis = choiceAxis(name, file.values, props[name])
    return { ...axis, of, default: file.default ?? axis.default }
  }
  const values = Object.keys(file.values)
  return { name, of, values, default: file.default ?? values[0]!, reaches: file.values }
}

function choiceAxis(name: string, values: readonly string[], prop: Prop | undefined): Axis {
  const reaches = Object.fromEntries(values.map((value) => [value, [{ props: { [name]: inType(value, prop) } }]]))
  return { name, of: name === 'size' ? 'size' : 'variant', values, default: values[0]!, reaches }
}

/** The prop's own value that an axis value's name stands for: `2` for a number, `true` for a flag. */
function inType(value: string, prop: Prop | undefined): string | number | boolean {
  if (prop?.type === 'number') return Number(value)
  if (prop?.type === 'flag') return value === 'true' || value === 'on' || value === 'yes'
  if (prop?.type === 'choice') return prop.values.find((allowed) => String(allowed) === value) ?? value
  return value
}
