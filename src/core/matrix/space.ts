import type { Library, Sheet } from '../sheet'

/** One thing that cases vary on: an axis of the sheet, or a context that multiplies its matrix. */
export interface Dimension {
  name: string
  kind: 'axis' | 'context'
  values: readonly string[]
  default: string
}

/** Values that a dimension may take, by its name; what is not named is free. */
export type Box = Readonly<Record<string, readonly string[]>>

/** All that a matrix is made from: dimensions in the sheet's order (contexts last) and what does not exist. */
export interface Space {
  dimensions: readonly Dimension[]
  without: readonly Box[]
  /** Contexts that stay at their default. */
  fixed: Readonly<Record<string, string>>
}

export function spaceOf(sheet: Sheet, library: Pick<Library, 'data'>): Space {
  const dimensions: Dimension[] = sheet.axes.map(({ name, values, default: first }) => ({
    name,
    kind: 'axis',
    values,
    default: values.includes(first) ? first : values[0]!,
  }))
  const fixed: Record<string, string> = {}
  for (const [name, all] of Object.entries(library.data.contexts)) {
    const wanted = sheet.data.contexts[name]
    const values = wanted === 'all' ? all : wanted?.filter((value) => all.includes(value))
    // A sheet that lists one value pins the context to it.
    if (values?.length) dimensions.push({ name, kind: 'context', values, default: all[0]! })
    else fixed[name] = all[0]!
  }
  return { dimensions, without: sheet.data.without, fixed }
}

/** Whether a combination (whole or partial) is excluded by `box`: every value that the box names is given and matches. */
export const isInside = (values: Readonly<Record<string, string>>, box: Box): boolean =>
  Object.entries(box).every(([name, allowed]) => allowed.includes(values[name]!))

/** Whether a whole combination exists. */
export const exists = (values: Readonly<Record<string, string>>, space: Space): boolean =>
  !space.without.some((box) => Object.keys(box).length > 0 && isInside(values, box))

/**
 * Some combination inside `box` that exists, found by backtracking; undefined when there is none.
 * Only dimensions that an exclusion or the box names are searched, the others take their first value.
 */
export function someCombination(space: Space, box: Box = {}): Record<string, string> | undefined {
  const chosen: Record<string, string> = {}
  const excluding = new Set(space.without.flatMap(Object.keys))
  const search = (index: number): boolean => {
    const dimension = space.dimensions[index]
    if (!dimension) return true
    const allowed = box[dimension.name] ?? dimension.values
    const tried = excluding.has(dimension.name) ? allowed : allowed.slice(0, 1)
    for (const value of tried) {
      if (!dimension.values.includes(value)) continue
      chosen[dimension.name] = value
      if (exists(chosen, space) && search(index + 1)) return true
      delete chosen[dimension.name]
    }
    return false
  }
  return search(0) ? chosen : undefined
}

/** Every combination that exists, in the sheet's order: the last dimension turns fastest. */
export function* combinations(space: Space): Generator<Record<string, string>> {
  const chosen: Record<string, string> = {}
  function* walk(index: number): Generator<Record<string, string>> {
    const dimension = space.dimensions[index]
    if (!dimension) {
      yield { ...chosen }
      return
    }
    for (const value of dimension.values) {
      chosen[dimension.name] = value
      if (exists(chosen, space)) yield* walk(index + 1)
    }
    delete chosen[dimension.name]
  }
  yield* walk(0)
}

/** How many combinations exist, counted no further than `limit` + 1. */
export function countCombinations(space: Space, limit: number): number {
  const free = space.without.length === 0
  if (free) return space.dimensions.reduce((product, { values }) => product * values.length, 1)
  let count = 0
  for (const _ of combinations(space)) if (++count > limit) break
  return count
}
