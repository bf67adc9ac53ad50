import type { Shard } from '../choices'

/**
 * One part of some things. The parts have nothing in common and are the whole together, and each costs about as much: the dearest goes
 * first, always to the part that has least so far. The order stays.
 */
export function shardOf<T>(all: readonly T[], { number, of }: Shard, costOf: (each: T) => number): T[] {
  const loads = Array.from({ length: of }, () => 0)
  const mine = new Set<T>()
  const dearestFirst = all
    .map((each, at) => ({ each, at, cost: costOf(each) }))
    .sort((a, b) => b.cost - a.cost || a.at - b.at)
  for (const { each, cost } of dearestFirst) {
    const at = loads.indexOf(Math.min(...loads))
    loads[at]! += cost
    if (at === number - 1) mine.add(each)
  }
  return all.filter((each) => mine.has(each))
}
