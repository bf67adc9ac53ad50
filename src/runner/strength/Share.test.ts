import { expect, test } from '@jest/globals'
import { joinShares, type ShareFound, type TrialFound } from './ShareFound'
import { isIn } from './Share'

const NAMES = Array.from({ length: 400 }, (_, at) => JSON.stringify({ do: 'styles', from: at * 7, text: 'none' }))

test.each([1, 2, 3, 4, 7])('of %i shares each break belongs to one, and none has nothing to do', (of) => {
  const counts = Array.from({ length: of }, (_, number) => NAMES.filter((name) => isIn({ number, of }, name)).length)
  const owners = NAMES.map((name) => counts.filter((_, number) => isIn({ number, of }, name)).length)
  expect(new Set(owners)).toEqual(new Set([1]))
  expect(Math.min(...counts)).toBeGreaterThan(NAMES.length / of / 2)
})

const plan = { rules: [{ line: 3 }, { line: 5 }, { line: 8 }] } as never
const trial = (place: number, about: Partial<TrialFound> = {}): TrialFound => ({
  ...{ place, kind: 'declaration', part: 'lid', isCounted: true, isNoticed: true, hasFailed: false },
  ...about,
})
const hole = (told: string) => ({ kind: 'declaration' as const, told, part: 'lid', changed: [] })
const share = (...trials: TrialFound[]): Pick<ShareFound, 'trials' | 'notes'> => ({ trials, notes: [] })

test('shares come to what all breaks in one place come to, in their order', () => {
  const trials = [
    trial(0),
    trial(1, { isNoticed: false, unnoticed: hole('first') }),
    trial(2, { isCounted: false, isNoticed: false }),
    trial(3, { part: 'knob', isNoticed: false, unnoticed: { ...hole('second'), part: 'knob' } }),
    trial(4, { isCounted: false, isNoticed: false, hasFailed: true }),
    trial(5),
  ]
  const whole = joinShares([share(...trials)], { plan } as never, 'quick')
  expect(whole).toMatchObject({ breaks: 6, counted: 4, noticed: 2, idle: 1, failed: 1 })
  expect(whole.cells.map(({ part, counted, noticed }) => [part, counted, noticed])).toEqual([
    ['lid', 3, 2],
    ['knob', 1, 0],
  ])
  expect(whole.unnoticed.map(({ told }) => told)).toEqual(['first', 'second'])
  for (const of of [2, 3]) {
    const shares = Array.from({ length: of }, (_, number) =>
      share(...trials.filter(({ place }) => place % of === number)),
    )
    expect(joinShares(shares.toReversed(), { plan } as never, 'quick')).toEqual(whole)
  }
})

test.each<[what: string, untested: number[][], lines: number[]]>([
  ['one share', [[0, 2]], [3, 8]],
  ['two that agree', [[1], [1]], [5]],
  [
    'one of which made it miss',
    [
      [0, 1],
      [1, 2],
    ],
    [5],
  ],
  ['two that each made another miss', [[0], [2]], []],
])('a rule is untested where no share made it miss: %s', (_, untested, lines) => {
  const shares = untested.map((each) => ({ ...share(), untested: each, notes: ['once'] }))
  const joined = joinShares(shares, { plan } as never, 'full')
  expect(joined.untested!.map(({ line }) => line)).toEqual(lines)
  expect(joined.notes).toEqual(['once'])
})
