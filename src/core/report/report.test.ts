import { expect, test } from '@jest/globals'
import type { CheckResult } from '../plan'
import { ComponentTally, exitStatus, makeReport, reportSchema, type Paint, REPORTERS } from './index'

const check = (given: Partial<CheckResult>): CheckResult => ({
  part: 'box',
  reading: 'width',
  verdict: 'misses',
  expectation: '22px',
  expected: '22px',
  measured: '20px',
  difference: '-2px',
  rule: { index: 0, line: 38 },
  reason: '',
  ...given,
})
const origin = { file: 'components/t/t.css', line: 12, declaration: 'width: 20px' }
const plain: Paint = {
  miss: (text) => text,
  warn: (text) => text,
  good: (text) => text,
  dim: (text) => text,
  strong: (text) => text,
}

function tallyOf(checks: Record<string, CheckResult[]>, lints: ConstructorParameters<typeof ComponentTally>[3] = []) {
  const tally = new ComponentTally('t', 'Thing', 'components/t/t.sheet.yaml', lints)
  for (const [key, own] of Object.entries(checks)) tally.add({ key, values: {}, checks: own })
  return tally
}
const reportOf = (...tallies: ComponentTally[]) =>
  makeReport({ library: 'L', browser: 'Chromium 1', startedAt: new Date(0), milliseconds: 812.4 }, tallies)

test('misses with one part, reading, rule and origin are one finding with several cases', () => {
  const tally = tallyOf({
    'a=1': [check({ origin }), check({ reading: 'height', verdict: 'holds' })],
    'a=2': [check({ origin, measured: '19px' })],
    'a=3': [check({ origin: { ...origin, line: 30 } })],
    'a=4': [check({ rule: { index: 1, line: 40 } })],
  })
  const { findings } = tally.report()
  expect(findings.map(({ cases }) => cases)).toEqual([['a=1', 'a=2'], ['a=3'], ['a=4']])
  expect(findings[0]).toMatchObject({
    origin: { file: 't.css', line: 12 },
    message: 'width of box is 20px, expected 22px (-2px), in 2 cases; t.css:12 says width: 20px',
  })
})

test('what cannot be read is grouped by its reason', () => {
  const unread = { verdict: 'unread', measured: '', expected: '' } as const
  const { findings } = tallyOf({
    a: [check({ ...unread, reason: 'gone' })],
    b: [check({ ...unread, reason: 'gone' })],
    c: [check({ ...unread, reason: 'no' })],
  }).report()
  expect(findings.map(({ cases, message }) => [cases.length, message])).toEqual([
    [2, 'width of box could not be read in 2 cases: gone'],
    [1, 'width of box could not be read in 1 case: no'],
  ])
})

test('an expectation that makes no sense is a lint of the sheet, once', () => {
  const fault = check({ verdict: 'unread', cause: 'expectation', reason: 'the browser does not take it' })
  expect(tallyOf({ a: [fault], b: [fault] }).report().lints).toEqual([
    {
      code: 'bad-expectation',
      severity: 'error',
      message: 'box · width: the browser does not take it.',
      file: 't.sheet.yaml',
      path: 'components/t/t.sheet.yaml',
      line: 38,
    },
  ])
})

test('totals, shape and exit status', () => {
  const warning = {
    code: 'look-alike',
    severity: 'warning',
    message: 'x',
    file: 'components/t/t.sheet.yaml',
    line: 4,
  } as const
  const holding = reportOf(tallyOf({ a: [check({ verdict: 'holds' })] }, [warning]))
  expect(reportSchema.parse(holding)).toEqual(holding)
  expect(holding.totals).toMatchObject({
    components: 1,
    cases: 1,
    readings: 1,
    holds: 1,
    misses: 0,
    unread: 0,
    lints: { error: 0, warning: 1 },
  })
  expect(holding).toMatchObject({ brelt: 1, milliseconds: 812, startedAt: '1970-01-01T00:00:00.000Z' })
  expect(exitStatus(holding)).toBe(0)
  expect(exitStatus(reportOf(tallyOf({ a: [check({})] })))).toBe(1)
  expect(exitStatus(reportOf(tallyOf({ a: [check({ verdict: 'unread' })] })))).toBe(1)
  expect(exitStatus(reportOf(tallyOf({}, [{ ...warning, severity: 'error' }])))).toBe(1)
})

test('the text tells the cause once, and counts the cases', () => {
  const keys = ['a=1', 'a=2', 'a=3', 'a=4', 'a=5']
  const text = REPORTERS.get('text')!.write(
    reportOf(tallyOf(Object.fromEntries(keys.map((key) => [key, [check({ origin })]])))),
    plain,
    { lint: () => undefined },
  )
  expect(text).toContain('◣ 1 finding  Thing t, 5 cases')
  expect(text).toContain('box · width  expected 22px, read 20px (-2px)')
  expect(text).toContain('width: 20px  t.css:12')
  expect(text).toContain('rule t.sheet.yaml:38 · a=1   a=2   a=3   … 5 in all')
  expect(text).toContain('L: 5 cases, 5 readings, 0 hold, 5 miss')
})

test.each([...REPORTERS])('%s says what it is for, and ends with a new line', (format, reporter) => {
  const plainly = (text: string) => text
  const paint = { miss: plainly, warn: plainly, good: plainly, dim: plainly, strong: plainly }
  expect(reporter.format).toBe(format)
  expect(reporter.about).toMatch(/^[A-Z].*\.$/)
  expect(reporter.write(reportOf(tallyOf({})), paint, { lint: () => undefined })).toMatch(/\n$/)
})
