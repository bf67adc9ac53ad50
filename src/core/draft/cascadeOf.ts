import { bitsOf, countBits, coverWith, either, type Bits, type Grid } from '../grid'
import { widen, type Layer } from './widen'

/** Labels that are right for each case: any of them may be said of it. No labels: it does not matter what is said. */
export type Acceptable = readonly (readonly number[])[]

/** How many labels are tried as what holds where nothing else is said. */
const MAX_BASES = 3

/**
 * The fewest layers, in the cascade's terms, that say something right of each case: a base for all cases, and regions that say otherwise.
 * A region that names more axes wins; regions that name equally many never disagree where nothing heavier decides.
 * @param defaultValue the case whose label is preferred as the base where that costs nothing
 */
export function cascadeOf(grid: Grid, acceptable: Acceptable, defaultValue = 0): Layer[] {
  const labels = assign(acceptable)
  const holders = new Map<number, Bits>()
  for (const label of new Set(labels.filter((each) => each >= 0)))
    holders.set(
      label,
      bitsOf(
        grid.size,
        labels.flatMap((each, one) => (each === label ? [one] : [])),
      ),
    )
  if (holders.size === 0) return []
  const idle = bitsOf(
    grid.size,
    labels.flatMap((each, one) => (each < 0 ? [one] : [])),
  )
  const bases = [...holders].sort(([, a], [, b]) => countBits(b) - countBits(a)).slice(0, MAX_BASES)
  const own = holders.get(labels[defaultValue]!)
  if (own && !bases.some(([label]) => label === labels[defaultValue])) bases.push([labels[defaultValue]!, own])
  let best: Layer[] | undefined
  for (const [base] of bases.sort(
    ([a], [b]) => Number(b === labels[defaultValue]) - Number(a === labels[defaultValue]),
  )) {
    const layers = over(grid, base, holders, idle)
    if (!best || layers.length < best.length) best = layers
  }
  return best!
}

/** The layers over a base: each other label's regions, widened where heavier ones decide anyway. */
function over(grid: Grid, base: number, holders: ReadonlyMap<number, Bits>, idle: Bits): Layer[] {
  const everywhere: Layer = { region: grid.dimensions.map(() => undefined), label: base }
  const others = [...holders].flatMap(([label, cases]) =>
    label === base ? [] : coverWith(grid, cases, either(cases, idle)).map((region) => ({ region, label })),
  )
  return widen(grid, [everywhere, ...others], holders)
}

/**
 * Picks one label a case: the one that is right for the most cases first.
 * Of labels that are right for equally many, the one with the lower number wins.
 */
function assign(acceptable: Acceptable): number[] {
  const assigned = acceptable.map(() => -1)
  const casesOf = new Map<number, number[]>()
  acceptable.forEach((labels, one) => {
    for (const label of labels) {
      const known = casesOf.get(label)
      if (known) known.push(one)
      else casesOf.set(label, [one])
    }
  })
  const counts = new Map([...casesOf].map(([label, cases]) => [label, cases.length]))
  while (counts.size > 0) {
    let best = -1
    for (const [label, count] of counts)
      if (best < 0 || count > counts.get(best)! || (count === counts.get(best)! && label < best)) best = label
    for (const one of casesOf.get(best)!) {
      if (assigned[one]! >= 0) continue
      assigned[one] = best
      for (const label of acceptable[one]!) if (counts.has(label)) counts.set(label, counts.get(label)! - 1)
    }
    counts.delete(best)
    for (const [label, count] of counts) if (count <= 0) counts.delete(label)
  }
  return assigned
}
