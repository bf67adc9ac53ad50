import { allBits, both, countBits, firstBit, isSubset, without, type Bits } from './bits'
import { casesIn, unionOf, weightOf, type Grid, type Region } from './grid'

/**
 * Few regions that hold every case of `wanted` and no case outside of `allowed`: grown one after the other from a case
 * that no region holds yet, each as wide as it can be, the one that adds the most first.
 */
export function coverWith(grid: Grid, wanted: Bits, allowed: Bits): Region[] {
  const regions: Region[] = []
  let left = wanted
  for (let seed = firstBit(left); seed >= 0; seed = firstBit(left)) {
    let best: Grown | undefined
    for (const order of ordersOf(grid)) {
      const grown = grow(grid, seed, allowed, order)
      if (
        !best ||
        adds(grown, left) > adds(best, left) ||
        (adds(grown, left) === adds(best, left) && isPlainer(grown, best))
      )
        best = grown
    }
    regions.push(best!.region)
    left = without(left, best!.cases)
  }
  return withoutNeedless(grid, regions, wanted)
}

interface Grown {
  region: Region
  cases: Bits
}

const adds = ({ cases }: Grown, left: Bits) => countBits(both(cases, left))

const length = (region: Region) => region.reduce((sum, places) => sum + (places?.length ?? 0), 0)

const isPlainer = ({ region: a }: Grown, { region: b }: Grown) =>
  weightOf(a) - weightOf(b) || length(a) - length(b)
    ? weightOf(a) < weightOf(b) || (weightOf(a) === weightOf(b) && length(a) < length(b))
    : false

/** The orders in which a region is widened: each dimension comes first once. */
function ordersOf({ dimensions }: Grid): number[][] {
  const all = dimensions.map((_, dimension) => dimension)
  return all.length === 0 ? [[]] : all.map((first) => [first, ...all.filter((each) => each !== first)])
}

/** Widens the place of one case, dimension by dimension, as far as all cases inside are allowed. */
function grow(grid: Grid, seed: number, allowed: Bits, order: readonly number[]): Grown {
  const all = allBits(grid.size)
  const region: (readonly number[] | undefined)[] = grid.dimensions.map((_, dimension) => [grid.at(seed, dimension)])
  for (const dimension of order) {
    const others = casesIn(grid, region.with(dimension, undefined), all)
    if (isSubset(others, allowed)) {
      region[dimension] = undefined
      continue
    }
    const own = region[dimension]![0]!
    const fitting = grid.members[dimension]!.flatMap((bits, place) => {
      const cases = both(others, bits)
      return place === own || (countBits(cases) > 0 && isSubset(cases, allowed)) ? [place] : []
    })
    region[dimension] = fitting
  }
  return { region, cases: casesIn(grid, region, all) }
}

/** Leaves out regions that the others make needless, and values that hold no wanted case. */
function withoutNeedless(grid: Grid, regions: readonly Region[], wanted: Bits): Region[] {
  const all = allBits(grid.size)
  let kept = regions.map((region) => ({ region, cases: casesIn(grid, region, all) }))
  for (const one of [...kept].sort((a, b) => countBits(a.cases) - countBits(b.cases))) {
    const others = kept.filter((each) => each !== one)
    const held = others.reduce((sum, { cases }) => without(sum, cases), wanted)
    if (firstBit(held) < 0) kept = others
  }
  return kept.map(({ region }) => trim(grid, region, wanted, all))
}

function trim(grid: Grid, region: Region, wanted: Bits, all: Bits): Region {
  return region.map((places, dimension) => {
    if (!places) return undefined
    const others = both(casesIn(grid, region.with(dimension, undefined), all), wanted)
    const needed = places.filter((place) => firstBit(both(others, unionOf(grid, dimension, [place]))) >= 0)
    return needed.length > 0 ? needed : places
  })
}
