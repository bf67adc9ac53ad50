import type { Cover } from '../sheet'
import { makeCase, type Case } from './case'
import { eachCombinations, pairCombinations } from './pairs'
import { combinations, countCombinations, type Space } from './space'

/** More cases than this are not run: `cover: pairs` says nearly as much. */
export const MAX_CASES = 100_000

export type Coverage =
  { kind: 'cases'; cases: Case[] } | { kind: 'too-many'; count: number; pairs: number; each: number }

/** The cases that a run takes; `too-many` when they are more than `MAX_CASES`. */
export function coverSpace(space: Space, cover: Cover): Coverage {
  if (cover === 'pairs') return found(pairCombinations(space), space)
  if (cover === 'each') return found(eachCombinations(space), space)
  const count = countCombinations(space, MAX_CASES)
  if (count > MAX_CASES) {
    return { kind: 'too-many', count, pairs: pairCombinations(space).length, each: eachCombinations(space).length }
  }
  return found([...combinations(space)], space)
}

const found = (chosen: Record<string, string>[], space: Space): Coverage => ({
  kind: 'cases',
  cases: chosen.map((values) => makeCase(values, space)),
})

/** How many cases a product has, whole and covered; counted up to `MAX_CASES`, so that it follows typing. */
export function countCases(space: Space): { all: number; pairs: number; each: number } {
  const all = countCombinations(space, MAX_COUNTED)
  // Small products need no covering set: its size is asked for only where it helps.
  const isSmall = all < LEAST_COVERED
  return {
    all,
    pairs: isSmall ? all : pairCombinations(space).length,
    each: isSmall ? all : eachCombinations(space).length,
  }
}

const MAX_COUNTED = MAX_CASES
const LEAST_COVERED = 4
