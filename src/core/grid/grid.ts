import { bitsOf, both, either, noBits, type Bits } from './bits'

/** Cases as places in a grid of small numbers: one number a dimension, the place of the value among the dimension's. */
export interface Grid {
  dimensions: readonly { name: string; values: readonly string[] }[]
  /** How many cases there are. */
  size: number
  /** Of each dimension, of each of its values: the cases that have it. */
  members: readonly (readonly Bits[])[]
  /** The place of a case's value on a dimension. */
  at(one: number, dimension: number): number
}

/** Of each dimension the places of the values that are allowed, in order; undefined where it is free. */
export type Region = readonly (readonly number[] | undefined)[]

export function gridOf(
  dimensions: readonly { name: string; values: readonly string[] }[],
  cases: readonly { values: Readonly<Record<string, string>> }[],
): Grid {
  const cells = dimensions.map(({ name, values }) => {
    const places = new Map(values.map((value, place) => [value, place]))
    return Uint16Array.from(cases, (one) => places.get(one.values[name]!) ?? 0)
  })
  return gridOfCells(dimensions, cells, cases.length)
}

/** @param cells of each dimension the place of each case's value */
export function gridOfCells(dimensions: Grid['dimensions'], cells: readonly Uint16Array[], size: number): Grid {
  const members = dimensions.map(({ values }, dimension) => {
    const lists = values.map((): number[] => [])
    cells[dimension]!.forEach((place, one) => lists[place]!.push(one))
    return lists.map((list) => bitsOf(size, list))
  })
  return { dimensions, size, members, at: (one, dimension) => cells[dimension]![one]! }
}

/** The cases that have one of these values. */
export const unionOf = ({ members, size }: Grid, dimension: number, places: readonly number[]): Bits =>
  places.reduce((all, place) => either(all, members[dimension]![place]!), noBits(size))

/** The cases inside a region. */
export function casesIn(grid: Grid, region: Region, all: Bits): Bits {
  let bits = all
  region.forEach((places, dimension) => {
    if (places) bits = both(bits, unionOf(grid, dimension, places))
  })
  return bits
}

/** How many dimensions a region names: its weight in the cascade. */
export const weightOf = (region: Region): number => region.filter((places) => places !== undefined).length
