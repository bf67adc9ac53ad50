/** Edit distance with transposition (optimal string alignment), stopped early above `limit`. */
function distance(a: string, b: string, limit: number): number {
  if (Math.abs(a.length - b.length) > limit) return limit + 1
  let before: number[] = []
  let previous = Array.from({ length: b.length + 1 }, (_, column) => column)
  for (let row = 1; row <= a.length; row++) {
    const current = [row]
    for (let column = 1; column <= b.length; column++) {
      const cost = a[row - 1] === b[column - 1] ? 0 : 1
      let best = Math.min(previous[column]! + 1, current[column - 1]! + 1, previous[column - 1]! + cost)
      const swapped = row > 1 && column > 1 && a[row - 1] === b[column - 2] && a[row - 2] === b[column - 1]
      if (swapped) best = Math.min(best, before[column - 2]! + 1)
      current.push(best)
    }
    before = previous
    previous = current
  }
  return previous[b.length]!
}

/**
 * The name that an author most likely meant.
 * @returns the closest of `names` within a third of the length (at least one slip), else undefined.
 */
export function nearest(found: string, names: Iterable<string>): string | undefined {
  const limit = Math.max(1, Math.floor(found.length / 3))
  let best: { name: string; slips: number } | undefined
  for (const name of names) {
    if (name === found) continue
    const slips = distance(found.toLowerCase(), name.toLowerCase(), limit)
    if (slips <= limit && (!best || slips < best.slips)) best = { name, slips }
  }
  return best?.name
}
