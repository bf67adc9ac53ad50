import { expect, test } from '@jest/globals'
import { apart, onePass } from './schedule'

/** Numbers that look like chance, the same in every run. */
function seeded(seed: number): (below: number) => number {
  let state = seed
  return (below) => {
    state = (state * 1103515245 + 12345) % 2147483648
    return Math.floor((state / 2147483648) * below)
  }
}

test.each([...Array(20).keys()])(
  'each break has a case to itself, and none is free that would do for another (seed %i)',
  (seed) => {
    const chance = seeded(seed + 1)
    const wishes = Array.from({ length: 30 }, () => Array.from({ length: chance(6) }, () => chance(20)))
    const pass = onePass(wishes)
    const tried = new Set(pass.values())
    expect(tried.size).toBe(pass.size)
    for (const [at, wish] of pass) expect(wishes[wish]).toContain(at)
    for (const [wish, cases] of wishes.entries())
      if (!tried.has(wish)) for (const at of cases) expect(pass.has(at)).toBe(true)
  },
)

test.each([...Array(20).keys()])('breaks of a group have no case in common, and none is left out (seed %i)', (seed) => {
  const chance = seeded(seed + 1)
  const cases = Array.from({ length: 20 }, () => [...new Set(Array.from({ length: 1 + chance(4) }, () => chance(12)))])
  const groups = apart(cases)
  expect(groups.flat().sort((a, b) => a - b)).toEqual([...cases.keys()])
  for (const group of groups) {
    const all = group.flatMap((each) => cases[each]!)
    expect(new Set(all).size).toBe(all.length)
  }
})

test('the best case first, and those first that have least to choose from', () => {
  expect([...onePass([[2, 1], [0], []])].sort()).toEqual([
    [0, 1],
    [2, 0],
  ])
  expect(onePass([[0, 1], [0]])).toEqual(
    new Map([
      [0, 1],
      [1, 0],
    ]),
  )
  expect(apart([[0, 1], [2], [1, 2], [3]])).toEqual([[0, 1, 3], [2]])
})
