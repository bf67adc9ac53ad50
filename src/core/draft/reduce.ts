import { gridOfCells, type Grid } from '../grid'
import type { Acceptable } from './cascadeOf'

/** A grid over the dimensions that make a difference only, with what may be said in each of its places. */
export interface Reduced {
  grid: Grid
  acceptable: Acceptable
  /** Of each dimension that is left, its place in the whole grid. */
  dimensions: readonly number[]
  /** Of each case of the whole grid, its place in this one. */
  placeOf: Int32Array
}

/**
 * Lets go of the dimensions that what is said need not depend on: where all cases that differ in nothing else have a label in common.
 * Contexts are let go first, then axes from the last to the first.
 */
export function reduce(grid: Grid, acceptable: Acceptable): Reduced {
  let kept = grid.dimensions.map((_, dimension) => dimension)
  let current = merge(grid, acceptable, kept)!
  for (const dimension of [...kept].reverse()) {
    const fewer = kept.filter((each) => each !== dimension)
    const merged = merge(grid, acceptable, fewer)
    if (!merged) continue
    kept = fewer
    current = merged
  }
  const cells = kept.map((dimension) => Uint16Array.from(current.firsts, (one) => grid.at(one, dimension)))
  return {
    grid: gridOfCells(
      kept.map((dimension) => grid.dimensions[dimension]!),
      cells,
      current.firsts.length,
    ),
    acceptable: current.acceptable,
    dimensions: kept,
    placeOf: current.placeOf,
  }
}

interface Merged {
  acceptable: (readonly number[])[]
  /** A case of the whole grid for each place. */
  firsts: number[]
  placeOf: Int32Array
}

/** Puts together what differs in other dimensions only; undefined where something has no label in common. */
function merge(grid: Grid, acceptable: Acceptable, kept: readonly number[]): Merged | undefined {
  const places = new Map<number, number>()
  const merged: (readonly number[])[] = []
  const firsts: number[] = []
  const placeOf = new Int32Array(grid.size)
  for (let one = 0; one < grid.size; one++) {
    let key = 0
    for (const dimension of kept) key = key * grid.dimensions[dimension]!.values.length + grid.at(one, dimension)
    const place = places.get(key)
    if (place === undefined) {
      places.set(key, merged.length)
      placeOf[one] = merged.length
      merged.push(acceptable[one]!)
      firsts.push(one)
      continue
    }
    placeOf[one] = place
    const [a, b] = [merged[place]!, acceptable[one]!]
    if (a === b || b.length === 0) continue
    const common = a.length === 0 ? b : a.filter((label) => b.includes(label))
    if (common.length === 0) return undefined
    if (common.length < a.length || a.length === 0) merged[place] = common
  }
  return { acceptable: merged, firsts, placeOf }
}
