import type { Space } from './space'

/** One value on every axis, in one context. */
export interface Case {
  /** `value=mixed,interaction=hover@theme=night`: axes in the sheet's order, then contexts that differ from their default. */
  key: string
  /** Value by axis and by context; contexts that do not multiply the matrix are there at their default. */
  values: Readonly<Record<string, string>>
}

export function caseKey(values: Readonly<Record<string, string>>, space: Space): string {
  const axes: string[] = []
  const contexts: string[] = []
  for (const { name, kind, default: defaultValue } of space.dimensions) {
    if (kind === 'axis') axes.push(`${name}=${values[name]}`)
    else if (values[name] !== defaultValue) contexts.push(`${name}=${values[name]}`)
  }
  return axes.join(',') + (contexts.length ? '@' + contexts.join(',') : '')
}

export const makeCase = (values: Readonly<Record<string, string>>, space: Space): Case => ({
  key: caseKey(values, space),
  values: { ...space.fixed, ...values },
})

/** The values that a key gives. Names and values are not checked; what a key leaves out is left out. */
export function parseCaseKey(key: string): Record<string, string> {
  const pairs = key.split(/[,@]/).filter((pair) => pair.trim() !== '')
  return Object.fromEntries(pairs.map((pair) => pair.split('=', 2).map((half) => half.trim()) as [string, string]))
}

/** The case of a key, which leaves out what is as by default. */
export const caseOfKey = (key: string, space: Space): Case =>
  makeCase({ ...defaultCase(space).values, ...parseCaseKey(key) }, space)

/** The case in which every axis and context has its default. */
export const defaultCase = (space: Space): Case =>
  makeCase(Object.fromEntries(space.dimensions.map(({ name, default: defaultValue }) => [name, defaultValue])), space)
