import { expect, test } from '@jest/globals'
import { combinations, isInside, type Space } from '../matrix'
import { parseReading } from '../readings'
import { claimKey, makeCascade, parseExpectation, type Claim, type Rule } from './index'

const space: Space = {
  dimensions: ['a', 'b', 'c'].map((name) => ({ name, kind: 'axis', values: ['x', 'y', 'z'], default: 'x' })),
  without: [{ a: ['z'], b: ['z'] }],
  fixed: {},
}

function randomRules(seed: number): Rule[] {
  let state = seed * 7919 + 1
  const next = (below: number) => {
    state = (state * 1103515245 + 12345) % 2147483648
    return Math.floor((state / 2147483648) * below)
  }
  return Array.from({ length: 1 + next(8) }, (_, index) => {
    const names = ['a', 'b', 'c'].filter(() => next(2) === 0)
    const box = Object.fromEntries(names.map((name) => [name, ['x', 'y', 'z'].filter(() => next(3) > 0)]))
    const claims: Claim[] = []
    const rule: Rule = { index, line: index, box, weight: names.length, claims }
    for (const name of ['width', 'height', 'color']) {
      const parsed = parseReading(name)
      if (next(2) === 0 || 'problem' in parsed) continue
      claims.push({
        part: 'box',
        target: { part: 'box', index: 1 },
        reading: parsed.reading,
        expectation: parseExpectation(`${index}px`),
        rule,
      })
    }
    return rule
  })
}

/** The slow way, straight from the format page: of the rules that speak, most names win, then the latest. */
function naive(rules: readonly Rule[], values: Record<string, string>, key: string): Rule | undefined {
  let best: Rule | undefined
  for (const rule of rules) {
    if (!isInside(values, rule.box) || !rule.claims.some((claim) => claimKey(claim) === key)) continue
    if (!best || rule.weight >= best.weight) best = rule
  }
  return best
}

test('the cascade agrees with the naive one', () => {
  let decided = 0
  for (let seed = 0; seed < 400; seed++) {
    const rules = randomRules(seed)
    const resolve = makeCascade(rules)
    for (const values of combinations(space)) {
      const resolution = resolve(values)
      for (const key of ['box|width', 'box|height', 'box|color']) {
        const slow = naive(rules, values, key)
        expect({ seed, values, key, rule: resolution.get(key)?.rule.index }).toEqual({
          seed,
          values,
          key,
          rule: slow?.index,
        })
        if (slow) decided++
      }
    }
  }
  expect(decided).toBeGreaterThan(5000)
})

test('cases that the same rules match share one resolution', () => {
  const resolve = makeCascade(randomRules(3).map((rule) => ({ ...rule, box: { a: ['x'] } })))
  expect(resolve({ a: 'x', b: 'x', c: 'x' })).toBe(resolve({ a: 'x', b: 'y', c: 'z' }))
  expect(resolve({ a: 'y', b: 'x', c: 'x' }).size).toBe(0)
})
