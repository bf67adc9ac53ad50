import { expect, test } from '@jest/globals'
import { ComponentTally, exitStatus, makeReport, mergeReports, type Report } from './index'

const miss = {
  part: 'box',
  reading: 'width',
  verdict: 'misses',
  expectation: '22px',
  expected: '22px',
  measured: '20px',
  difference: '',
  rule: { index: 0, line: 1 },
  reason: '',
} as const

function report(slugs: readonly string[], given: Partial<Report> = {}, misses = 0): Report {
  const tallies = slugs.map((slug) => {
    const tally = new ComponentTally(slug, slug, `${slug}.sheet.yaml`, [])
    tally.add({
      key: 'a',
      values: {},
      checks: [{ ...miss, verdict: 'holds' }, ...Array.from({ length: misses }, () => miss)],
    })
    return tally
  })
  return {
    ...makeReport({ library: 'L', browser: 'B', startedAt: new Date(5000), milliseconds: 10 }, tallies),
    ...given,
  }
}

test('parts are joined to what the whole would have been', () => {
  const whole = report(['a', 'b', 'c'], { milliseconds: 30 }, 1)
  const parts = [
    report(['a', 'b'], { milliseconds: 30 }, 1),
    report(['c'], { startedAt: '1970-01-01T00:00:09.000Z' }, 1),
  ]
  expect(mergeReports(parts)).toEqual(whole)
  expect(exitStatus(mergeReports(parts))).toBe(1)
  expect(mergeReports([report([]), report(['a'])])).toEqual(report(['a']))
})

const shard = (number: number, of = 2, split = 'x') => ({ shard: { number, of, split } })

test('all parts of one whole are joined, whatever their order', () => {
  expect(mergeReports([report(['b'], shard(2)), report(['a'], shard(1))])).toEqual(report(['b', 'a']))
})

test.each<[string, Report[], RegExp]>([
  ['a part that is missing', [report(['a'], shard(1, 4)), report(['b'], shard(3, 4))], /of 4 parts 2, 4 are missing/],
  [
    'parts that were divided in two ways',
    [report(['a'], shard(1)), report(['b'], shard(2, 2, 'y'))],
    /divided in different ways/,
  ],

  ['none', [], /no report/],
  ['another library', [report(['a']), report(['b'], { library: 'M' })], /of "L", another of "M"/],
  ['a component twice', [report(['a']), report(['a'])], /"a" stands in two reports/],
  [
    'another commit',
    [report(['a'], { git: { commit: '1', isClean: true, folder: '' } }), report(['b'])],
    /different commits/,
  ],
])('%s is refused', (_, parts, words) => expect(() => mergeReports(parts)).toThrow(words))
