import { describe, expect, test } from '@jest/globals'
import { caseKey, coverSpace, exists, parseCaseKey, type Space } from './index'
import { combinations, someCombination } from './space'

const space = (sizes: readonly number[], without: Space['without'] = []): Space => ({
  dimensions: sizes.map((size, index) => ({
    name: `a${index}`,
    kind: 'axis',
    values: Array.from({ length: size }, (_, value) => `v${value}`),
    default: 'v0',
  })),
  without,
  fixed: {},
})

const casesOf = (given: Space, cover: 'all' | 'pairs' | 'each') => {
  const coverage = coverSpace(given, cover)
  if (coverage.kind !== 'cases') throw new Error('too many')
  return coverage.cases
}

/** The slow way: every pair of values that some existing combination bears. */
function feasiblePairs(given: Space): Set<string> {
  const pairs = new Set<string>()
  for (const values of combinations(given)) {
    const entries = Object.entries(values)
    entries.forEach((one, at) => entries.slice(at + 1).forEach((two) => pairs.add(`${one}|${two}`)))
  }
  return pairs
}

function random(seed: number) {
  let state = seed + 1
  return (below: number) => {
    state = (state * 1103515245 + 12345) % 2147483648
    return Math.floor((state / 2147483648) * below)
  }
}

function randomSpace(seed: number): Space {
  const next = random(seed)
  const sizes = Array.from({ length: 2 + next(4) }, () => 1 + next(4))
  const without = Array.from({ length: next(4) }, () => {
    const names = [...new Set([next(sizes.length), next(sizes.length)])]
    return Object.fromEntries(names.map((name) => [`a${name}`, [`v${next(sizes[name]!)}`]]))
  })
  return space(sizes, without)
}

test('pairs covers exactly the pairs that exist, judged by enumerating all combinations', () => {
  for (let seed = 0; seed < 300; seed++) {
    const given = randomSpace(seed)
    const cases = casesOf(given, 'pairs')
    const covered = new Set<string>()
    for (const { values } of cases) {
      const entries = Object.entries(values)
      entries.forEach((one, at) => entries.slice(at + 1).forEach((two) => covered.add(`${one}|${two}`)))
      expect({ seed, exists: exists(values, given) }).toEqual({ seed, exists: true })
    }
    expect({ seed, pairs: [...covered].sort() }).toEqual({ seed, pairs: [...feasiblePairs(given)].sort() })
  }
})

test('each covers exactly the values that exist', () => {
  for (let seed = 0; seed < 300; seed++) {
    const given = randomSpace(seed)
    const wanted = new Set([...combinations(given)].flatMap((values) => Object.entries(values).map(String)))
    const covered = new Set(casesOf(given, 'each').flatMap(({ values }) => Object.entries(values).map(String)))
    expect({ seed, values: [...covered].sort() }).toEqual({ seed, values: [...wanted].sort() })
  }
})

test.each([
  [[2, 2, 2], 5],
  [[3, 3, 3, 3], 13],
  [[10, 10, 2, 2], 110],
  [[2, 2, 2, 2, 2, 2, 2, 2, 2, 2], 12],
] as const)('pairs of %j need at most %i cases', (sizes, most) => {
  expect(casesOf(space(sizes), 'pairs').length).toBeLessThanOrEqual(most)
})

test('a matrix of millions is refused with what the smaller covers need, without being enumerated', () => {
  expect(coverSpace(space([20, 20, 20, 20, 20, 20]), 'all')).toMatchObject({
    kind: 'too-many',
    count: 64_000_000,
    each: 20,
  })
  const excluded = coverSpace(space([20, 20, 20, 20, 20, 20], [{ a0: ['v0'] }]), 'all')
  expect(excluded.kind).toBe('too-many')
})

test('someCombination agrees with enumeration', () => {
  for (let seed = 0; seed < 300; seed++) {
    const given = randomSpace(seed)
    const box = { a0: ['v0'], a1: ['v0'] }
    const slow = [...combinations(given)].some((values) => values.a0 === 'v0' && values.a1 === 'v0')
    expect({ seed, found: someCombination(given, box) !== undefined }).toEqual({ seed, found: slow })
  }
})

describe('case keys', () => {
  const dimensions: Space['dimensions'] = [
    { name: 'value', kind: 'axis', values: ['off', 'mixed'], default: 'off' },
    { name: 'interaction', kind: 'axis', values: ['rest', 'hover'], default: 'rest' },
    { name: 'theme', kind: 'context', values: ['day', 'night'], default: 'day' },
  ]
  const given = { dimensions, without: [], fixed: { motion: 'full' } }

  test.each([
    [{ value: 'off', interaction: 'rest', theme: 'day' }, 'value=off,interaction=rest'],
    [{ value: 'mixed', interaction: 'hover', theme: 'night' }, 'value=mixed,interaction=hover@theme=night'],
  ])('%j is %s', (values, key) => {
    expect(caseKey(values, given)).toBe(key)
    expect(values).toMatchObject(parseCaseKey(key))
  })

  test('fixed contexts are known to a case but not told in its key', () => {
    expect(casesOf(given, 'all')[0]).toEqual({
      key: 'value=off,interaction=rest',
      values: { value: 'off', interaction: 'rest', theme: 'day', motion: 'full' },
    })
  })

  test('a component without axes has one case', () => {
    for (const cover of ['all', 'pairs', 'each'] as const) {
      expect(casesOf({ dimensions: [], without: [], fixed: {} }, cover)).toEqual([{ key: '', values: {} }])
    }
  })
})
