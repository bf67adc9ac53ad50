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
const MAX_WIDENED = 24

/** A layer with the cases that it holds, worked out once. */
interface Placed extends Layer {
  cases: Bits
  weight: number
}

/**
 * Widens layers, as long as heavier ones decide where they would be wrong, and leaves out those that become needless:
 * "mixed is 10 px wide" instead of "mixed and not disabled, not …", where a rule of more axes speaks of the rest.
 * @param holders of each label the cases that it must be said of
 */
export function widen(grid: Grid, layers: readonly Layer[], holders: ReadonlyMap<number, Bits>): Layer[] {
  const all = allBits(grid.size)
  const place = ({ region, label }: Layer): Placed => ({
    region,
    label,
    cases: casesIn(grid, region, all),
    weight: weightOf(region),
  })
  const open = [...holders.values()].reduce(either, noBits(grid.size))
  const isRight = (tried: readonly Placed[]) => decidesRightly(tried, open, holders)
  let current = layers.map(place)
  if (current.length > MAX_WIDENED) return current
  for (let improved = true; improved;) {
    improved = false
    for (const layer of [...current].sort((a, b) => b.weight - a.weight)) {
      for (const region of wider(grid, layer.region)) {
        const wide = place({ ...layer, region })
        const tried = current.map((each) => (each === layer ? wide : each))
        if (!isRight(tried)) continue
        const slim = withoutNeedless(tried, isRight)
        if (slim.length < current.length || wide.weight < layer.weight) {
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

function withoutNeedless(layers: readonly Placed[], isRight: (tried: readonly Placed[]) => boolean): Placed[] {
  let kept = [...layers]
  for (const layer of layers) {
    if (layer.weight === 0) continue
    const others = kept.filter((each) => each !== layer)
    if (isRight(others)) kept = others
  }
  return kept
}

/** Whether the cascade says the right thing of every open case, and nowhere leaves it to the order of rules that name equally many axes. */
function decidesRightly(layers: readonly Placed[], open: Bits, holders: ReadonlyMap<number, Bits>): boolean {
  let left = open
  const heaviest = layers.reduce((most, { weight }) => Math.max(most, weight), 0)
  for (let weight = heaviest; weight >= 0; weight--) {
    let reached: Bits | undefined
    for (const layer of layers) {
      if (layer.weight !== weight) continue
      // Whoever is reached here must be right, whichever rule of this weight comes last.
      if (!isSubset(both(layer.cases, left), holders.get(layer.label)!)) return false
      reached = reached ? either(reached, layer.cases) : layer.cases
    }
    if (reached) left = without(left, reached)
  }
  return countBits(left) === 0
}
