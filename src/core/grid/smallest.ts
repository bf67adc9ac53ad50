import { allBits, countBits, sameBits, without, both, noBits, type Bits } from './bits'
import { casesIn, type Grid, type Region } from './grid'
import { coverWith } from './cover'

/** How a selection of cases can be told by conditions. */
export type Description =
  | { kind: 'exact'; region: Region }
  /** No one region is exactly the selection. */
  | {
      kind: 'nearest'
      /** The smallest region that holds all of it, and how many other cases it holds. */
      around: Region
      extra: number
      /** Regions that are it together. */
      together: readonly Region[]
    }

// Of more axes than this, not every set is tried: the ones that can be left out are, one after the other.
const MAX_SETS = 12

/** The region with the fewest axes, then the fewest values, that holds exactly the selected cases; or what comes nearest. */
export function describeSelection(grid: Grid, selection: Bits): Description {
  const all = allBits(grid.size)
  const bounding = boundsOf(grid, selection)
  const wanted = casesIn(grid, bounding, all)
  const region = fewestAxes(grid, bounding, wanted, all)
  if (sameBits(wanted, selection)) return { kind: 'exact', region }
  const extra = countBits(without(wanted, selection))
  return { kind: 'nearest', around: region, extra, together: coverWith(grid, selection, selection) }
}

/** The values that the selected cases have, where these are not all that there are. */
function boundsOf(grid: Grid, selection: Bits): Region {
  return grid.members.map((lists) => {
    const there = lists.flatMap((bits, place) => (sameBits(both(bits, selection), noBits(grid.size)) ? [] : [place]))
    const occurring = lists.filter((bits) => countBits(bits) > 0).length
    return there.length === occurring ? undefined : there
  })
}

/** Leaves out what the rest of the region says already. */
function fewestAxes(grid: Grid, bounding: Region, wanted: Bits, all: Bits): Region {
  const named = bounding.flatMap((places, dimension) => (places ? [dimension] : []))
  const keeping = (kept: readonly number[]): Region =>
    bounding.map((places, dimension) => (kept.includes(dimension) ? places : undefined))
  const isEnough = (region: Region) => sameBits(casesIn(grid, region, all), wanted)
  if (named.length > MAX_SETS) {
    let kept = named
    for (const dimension of named.toReversed()) {
      const fewer = kept.filter((each) => each !== dimension)
      if (isEnough(keeping(fewer))) kept = fewer
    }
    return keeping(kept)
  }
  const sets = Array.from({ length: 2 ** named.length }, (_, set) => named.filter((_, at) => set & (1 << at)))
  const length = (set: readonly number[]) => set.reduce((sum, dimension) => sum + bounding[dimension]!.length, 0)
  sets.sort((a, b) => a.length - b.length || length(a) - length(b))
  return keeping(sets.find((set) => isEnough(keeping(set))) ?? named)
}
