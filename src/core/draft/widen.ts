import {
  allBits,
  both,
  casesIn,
  countBits,
  either,
  isSubset,
  noBits,
  weightOf,
  without,
  type Bits,
  type Grid,
  type Region,
} from '../grid'

/** A region of cases and what is said of them, as a number. */
export interface Layer {
  region: Region
  label: number
}

// Beyond this many layers a reading has no rule behind it that widening would find.
const MOST_WIDENED = 40

/**
 * Widens layers, as long as heavier ones decide where they would be wrong, and leaves out those that become needless:
 * "mixed is 10 px wide" instead of "mixed and not disabled, not …", where a rule of more axes speaks of the rest.
 * @param holders of each label the cases that it must be said of
 */
export function widen(grid: Grid, layers: readonly Layer[], holders: ReadonlyMap<number, Bits>): Layer[] {
  let current = [...layers]
  if (current.length > MOST_WIDENED) return current
  for (let improved = true; improved;) {
    improved = false
    for (const layer of [...current].sort((a, b) => weightOf(b.region) - weightOf(a.region))) {
      for (const region of wider(grid, layer.region)) {
        const tried = current.map((each) => (each === layer ? { ...layer, region } : each))
        if (!isRight(grid, tried, holders)) continue
        const slim = withoutNeedless(grid, tried, holders)
        if (slim.length < current.length || weightOf(region) < weightOf(layer.region)) {
          current = slim
          improved = true
          break
        }
      }
    }
  }
  return current
}

/** A region with one axis let go, or with one more value on it. */
function* wider({ members }: Grid, region: Region): Generator<Region> {
  for (const [dimension, places] of region.entries()) if (places) yield region.with(dimension, undefined)
  for (const [dimension, places] of region.entries()) {
    if (!places) continue
    for (const place of members[dimension]!.keys())
      if (!places.includes(place))
        yield region.with(
          dimension,
          [...places, place].sort((a, b) => a - b),
        )
  }
}

function withoutNeedless(grid: Grid, layers: readonly Layer[], holders: ReadonlyMap<number, Bits>): Layer[] {
  let kept = [...layers]
  for (const layer of layers) {
    const others = kept.filter((each) => each !== layer)
    if (others.length > 0 && weightOf(layer.region) > 0 && isRight(grid, others, holders)) kept = others
  }
  return kept
}

/** Whether the cascade says the right thing of every case, and nowhere leaves it to the order of rules that name equally many axes. */
export function isRight(grid: Grid, layers: readonly Layer[], holders: ReadonlyMap<number, Bits>): boolean {
  let open = [...holders.values()].reduce(either, noBits(grid.size))
  const decided = layers
    .map(({ region, label }) => ({ weight: weightOf(region), cases: casesIn(grid, region, allBits(grid.size)), label }))
    .sort((a, b) => b.weight - a.weight)
  for (let at = 0; at < decided.length;) {
    const { weight } = decided[at]!
    let reached = noBits(grid.size)
    for (; at < decided.length && decided[at]!.weight === weight; at++) {
      const { cases, label } = decided[at]!
      // Whoever is reached here must be right, whichever rule of this weight comes last.
      if (!isSubset(both(cases, open), holders.get(label)!)) return false
      reached = either(reached, cases)
    }
    open = without(open, reached)
  }
  return countBits(open) === 0
}
