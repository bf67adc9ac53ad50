/**
 * Chooses for many breaks at a time a case in which each is tried: one break in a case at most.
 * @param wishes by break, the places of cases that would do, the best first
 * @returns by case, the break that is tried in it
 */
export function onePass(wishes: readonly (readonly number[])[]): Map<number, number> {
  const pass = new Map<number, number>()
  // Those that have fewer to choose from choose first.
  const order = [...wishes.keys()].sort((a, b) => wishes[a]!.length - wishes[b]!.length)
  for (const wish of order) {
    const free = wishes[wish]!.find((at) => !pass.has(at))
    if (free !== undefined) pass.set(free, wish)
  }
  return pass
}

/**
 * Groups breaks whose cases have none in common: each is tried in all of its cases, beside the others.
 * @param cases by break, the places of all cases that it can change
 * @returns the breaks of each group, by their places
 */
export function apart(cases: readonly (readonly number[])[]): number[][] {
  const groups: { breaks: number[]; taken: Set<number> }[] = []
  for (const [at, own] of cases.entries()) {
    const group = groups.find(({ taken }) => own.every((each) => !taken.has(each)))
    if (group) {
      group.breaks.push(at)
      for (const each of own) group.taken.add(each)
    } else groups.push({ breaks: [at], taken: new Set(own) })
  }
  return groups.map(({ breaks }) => breaks)
}
