import { expect, test } from '@jest/globals'
import { ComponentTally, countsOf, sumCounts, type ComponentReport } from './index'

const CASES = { holds: 3, misses: 2, unread: 1, open: 4 }
const report = (more: Partial<ComponentReport> = {}): ComponentReport => ({
  ...new ComponentTally('bunk', 'Bunk', 'x', []).report(),
  ...more,
})
const scenario = (verdict: 'holds' | 'misses' | 'unsteady') => ({ verdict }) as never
const lint = (severity: 'error' | 'warning') => ({ severity }) as never

test('a component is counted by what became of each of its things', () => {
  const counts = countsOf(
    report({
      scenarios: [scenario('holds'), scenario('unsteady'), scenario('holds')],
      lints: [lint('warning'), lint('error'), lint('error')],
      pictures: { compared: 5, same: 3, changed: 2, new: 7 },
      reused: { cases: 6, scenarios: 1, since: '' },
    }),
    CASES,
  )
  expect(counts).toEqual({
    cases: CASES,
    scenarios: { holds: 2, misses: 0, unsteady: 1, unread: 0 },
    lints: { error: 2, warning: 1 },
    pictures: { same: 3, changed: 2, new: 7 },
    reused: { cases: 6, scenarios: 1 },
  })
})

test('a run is the sum of its components, and nothing where there are none', () => {
  const one = countsOf(report({ scenarios: [scenario('misses')] }), CASES)
  const sum = sumCounts([one, one])
  expect([sum.cases, sum.scenarios.misses]).toEqual([{ holds: 6, misses: 4, unread: 2, open: 8 }, 2])
  expect(sumCounts([]).cases).toEqual({ holds: 0, misses: 0, unread: 0, open: 0 })
})
