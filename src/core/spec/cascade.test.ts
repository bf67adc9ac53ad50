import { expect, test } from '@jest/globals'
import { times } from '../../../tests/support/extent'
import fc from 'fast-check'
import { combinations, isInside, type Space } from '../matrix'
import { parseReading } from '../readings'
import { claimKey, makeCascade, parseExpectation, type Claim, type Rule } from './index'

const space: Space = {
  dimensions: ['a', 'b', 'c'].map((name) => ({ name, kind: 'axis', values: ['x', 'y', 'z'], default: 'x' })),
  without: [{ a: ['z'], b: ['z'] }],
  fixed: {},
}

const NAMES = ['a', 'b', 'c'] as const
const VALUES = ['x', 'y', 'z'] as const
const READINGS = ['width', 'height', 'color'] as const

/** Rules with any condition on any axes, each with claims of its own. */
const someRules = fc
  .array(
    fc.record({
      box: fc.dictionary(fc.constantFrom(...NAMES), fc.subarray([...VALUES]), { maxKeys: 3, noNullPrototype: true }),
      readings: fc.subarray([...READINGS]),
    }),
    { minLength: 1, maxLength: 8 },
  )
  .map((given) =>
    given.map(({ box, readings }, index): Rule => {
      const claims: Claim[] = []
      const rule: Rule = { index, line: index, box, weight: Object.keys(box).length, claims }
      for (const name of readings) {
        const parsed = parseReading(name)
        if ('problem' in parsed) continue
        const expectation = parseExpectation(`${index}px`)
        claims.push({ part: 'box', target: { part: 'box', index: 1 }, reading: parsed.reading, expectation, rule })
      }
      return rule
    }),
  )

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
  fc.assert(
    fc.property(someRules, (rules) => {
      const resolve = makeCascade(rules)
      for (const values of combinations(space)) {
        const resolution = resolve(values)
        for (const reading of READINGS) {
          const slow = naive(rules, values, `box|${reading}`)
          if (resolution.get(`box|${reading}`)?.rule !== slow) throw new Error(`${JSON.stringify(values)} ${reading}`)
          if (slow) decided++
        }
      }
    }),
    { numRuns: times(100, 400) },
  )
  expect(decided).toBeGreaterThan(2000)
})

test('cases that the same rules match share one resolution', () => {
  const [rule] = fc.sample(someRules, 1)[0]!
  const resolve = makeCascade([{ ...rule!, box: { a: ['x'] } }])
  expect(resolve({ a: 'x', b: 'x', c: 'x' })).toBe(resolve({ a: 'x', b: 'y', c: 'z' }))
  expect(resolve({ a: 'y', b: 'x', c: 'x' }).size).toBe(0)
})
