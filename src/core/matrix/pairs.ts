import { exists, someCombination, type Space } from './space'

/** A value of a dimension, as `dimension index · value index`. */
interface Pick {
  dimension: number
  value: number
}

/**
 * A small set of combinations in which every two values of two dimensions that can stand together do so at least once.
 *
 * Greedy, one combination at a time: it starts from a pair that is still uncovered, then gives each remaining
 * dimension the value that covers most new pairs, and backtracks where exclusions leave no combination.
 * Within some 10–20 % of the best known arrays, and fast enough to be done on each keystroke.
 */
export function pairCombinations(space: Space): Record<string, string>[] {
  const { dimensions } = space
  if (dimensions.length < 2) return eachCombinations(space)
  const open = openPairs(space)
  const chosen: Record<string, string>[] = []
  for (const [id, [first, second]] of open) {
    if (!open.has(id)) continue
    const combination = complete(space, [first, second], open)
    if (!combination) {
      open.delete(id) // each half can stand, but not both in one combination
      continue
    }
    forget(space, combination, open)
    chosen.push(combination)
  }
  return chosen
}

/** A small set of combinations in which every value that can stand at all stands at least once. */
export function eachCombinations(space: Space): Record<string, string>[] {
  const seen = new Set<string>()
  const chosen: Record<string, string>[] = []
  const take = (combination: Record<string, string> | undefined) => {
    if (!combination) return
    for (const [name, value] of Object.entries(combination)) seen.add(`${name}=${value}`)
    chosen.push(combination)
  }
  for (const { name, values } of space.dimensions) {
    for (const value of values) {
      if (seen.has(`${name}=${value}`)) continue
      // Prefer values not seen yet elsewhere; if exclusions forbid that mixture, any will do.
      const fresh = Object.fromEntries(
        space.dimensions.map((other) => [
          other.name,
          other.values.toSorted(
            (a, b) => Number(seen.has(`${other.name}=${a}`)) - Number(seen.has(`${other.name}=${b}`)),
          ),
        ]),
      )
      take(someCombination(preferring(space, fresh), { [name]: [value] }))
    }
  }
  if (space.dimensions.length === 0) chosen.push({})
  return chosen
}

const preferring = (space: Space, order: Record<string, readonly string[]>): Space => ({
  ...space,
  dimensions: space.dimensions.map((dimension) => ({ ...dimension, values: order[dimension.name]! })),
})

const pairId = (a: Pick, b: Pick) =>
  a.dimension < b.dimension
    ? `${a.dimension}.${a.value}|${b.dimension}.${b.value}`
    : `${b.dimension}.${b.value}|${a.dimension}.${a.value}`

function openPairs({ dimensions }: Space): Map<string, [Pick, Pick]> {
  const open = new Map<string, [Pick, Pick]>()
  for (let one = 0; one < dimensions.length; one++) {
    for (let two = one + 1; two < dimensions.length; two++) {
      dimensions[one]!.values.forEach((_, a) =>
        dimensions[two]!.values.forEach((_, b) => {
          const pair: [Pick, Pick] = [
            { dimension: one, value: a },
            { dimension: two, value: b },
          ]
          open.set(pairId(...pair), pair)
        }),
      )
    }
  }
  return open
}

function complete(
  space: Space,
  start: readonly Pick[],
  open: ReadonlyMap<string, unknown>,
): Record<string, string> | undefined {
  const { dimensions } = space
  const picks: Pick[] = [...start]
  const values: Record<string, string> = {}
  for (const { dimension, value } of start) values[dimensions[dimension]!.name] = dimensions[dimension]!.values[value]!
  if (!exists(values, space)) return undefined
  const rest = dimensions
    .map((_, index) => index)
    .filter((index) => !start.some(({ dimension }) => dimension === index))
  const place = (at: number): boolean => {
    const dimension = rest[at]
    if (dimension === undefined) return true
    const gain = (value: number) => picks.filter((pick) => open.has(pairId(pick, { dimension, value }))).length
    const order = dimensions[dimension]!.values.map((_, value) => ({ value, gain: gain(value) })).toSorted(
      (a, b) => b.gain - a.gain,
    )
    for (const { value } of order) {
      values[dimensions[dimension]!.name] = dimensions[dimension]!.values[value]!
      picks.push({ dimension, value })
      if (exists(values, space) && place(at + 1)) return true
      picks.pop()
      delete values[dimensions[dimension]!.name]
    }
    return false
  }
  if (!place(0)) return undefined
  return Object.fromEntries(dimensions.map(({ name }) => [name, values[name]!]))
}

function forget({ dimensions }: Space, combination: Record<string, string>, open: Map<string, unknown>) {
  const picks = dimensions.map(({ name, values }, dimension) => ({
    dimension,
    value: values.indexOf(combination[name]!),
  }))
  picks.forEach((one, index) => picks.slice(index + 1).forEach((two) => open.delete(pairId(one, two))))
}
