import type { Axis } from '../sheet'
import type { Box } from '../matrix'

/** The values of one combination, by axis. */
export type Combination = Readonly<Record<string, string>>

/**
 * The combination that a sheet excludes and that props make, if they make one.
 * @param held values of the axes that are held, by name
 */
export function excludedBy(
  axes: readonly Axis[],
  without: readonly Box[],
  props: Readonly<Record<string, unknown>>,
  held: Combination,
): Combination | undefined {
  const values = Object.fromEntries(axes.map((axis) => [axis.name, held[axis.name] ?? valueMade(axis, props)]))
  const box = without.find(
    (each) =>
      Object.keys(each).length > 0 &&
      Object.entries(each).every(([name, allowed]) => values[name] !== undefined && allowed.includes(values[name])),
  )
  return box && Object.fromEntries(Object.keys(box).map((name) => [name, values[name]!]))
}

/** The value of an axis that props bring about: of several the one that asks for most. Undefined where only doing something does. */
function valueMade({ values, reaches }: Axis, props: Readonly<Record<string, unknown>>): string | undefined {
  if (Object.values(reaches).some((all) => all.some(({ steps }) => steps))) return undefined
  const [made] = values
    .flatMap((value) => {
      const wanted = Object.entries(Object.assign({}, ...(reaches[value] ?? []).map((each) => each.props)) as object)
      return wanted.every(([name, each]) => props[name] === each) ? [{ value, asks: wanted.length }] : []
    })
    .toSorted((a, b) => b.asks - a.asks)
  return made?.value
}
