import { describe, expect, test } from '@jest/globals'
import type { CheckResult } from '../plan'
import { ComponentTally, exitStatus, makeReport, reportChanges, reportSchema, type Paint, REPORTERS } from './index'

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

describe('a finding is one expectation, one cause and one value', () => {
  const tally = tallyOf({
    'a=1': [check({ origin }), check({ reading: 'height', verdict: 'holds' })],
    'a=2': [check({ origin })],
    'a=3': [check({ origin, measured: '19px', difference: '-3px' })],
    'a=4': [check({ origin: { ...origin, line: 30 } })],
    'a=5': [check({ rule: { index: 1, line: 40 } })],
    'a=6': [check({ origin, expected: '24px', difference: '-4px' })],
  })
  const { findings } = tally.report()

  test('what it says is so in each of its cases', () => {
    expect(findings.map(({ cases, measured, expected }) => [measured, expected, ...cases])).toEqual([
      ['20px', '22px', 'a=1', 'a=2'],
      ['19px', '22px', 'a=3'],
      ['20px', '22px', 'a=4'],
      ['20px', '22px', 'a=5'],
      ['20px', '24px', 'a=6'],
    ])
    expect(findings[0]).toMatchObject({
      origin: { file: 't.css', line: 12 },
      message: 'width of box is 20px, expected 22px (-2px), in 2 cases; t.css:12 says width: 20px',
    })
  })

  test.each([
    ['text', 'expected 22px, read 20px (-2px) in 2, 19px (-3px) in 1; expected 24px, read 20px (-4px) in 1\n'],
    ['markdown', 'expected `22px`, read `20px` (-2px) in 2, `19px` (-3px) in 1; expected `24px`, read'],
    ['html', 'read <code class="m">20px</code> (-2px) in 2, <code class="m">19px</code> (-3px) in 1; expected'],
    ['sarif', 'width of box is 19px, expected 22px (-3px), in 1 case; t.css:12 says width: 20px'],
    ['junit', 'width of box is 19px, expected 22px (-3px), in 1 case'],
  ] as const)('%s tells the values of one cause together', (format, told) => {
    const text = REPORTERS.get(format)!.write(reportOf(tally), plain, { lint: () => undefined })
    expect(text).toContain(told)
  })

  test.each(['text', 'html', 'markdown'] as const)('%s tells colours as people write them', (format) => {
    const colours = { expected: 'color(srgb 1 0 0)', measured: 'color(srgb 0 0 1)' }
    const report = reportOf(tallyOf({ a: [check(colours)] }))
    const text = REPORTERS.get(format)!.write(report, plain, { lint: () => undefined })
    expect(text).toMatch(/expected .*rgb\(255, 0, 0\).*, read .*rgb\(0, 0, 255\)/)
    expect(text).not.toContain('srgb')
  })

  test('many values of one cause are not all told', () => {
    const many = Array.from({ length: 9 }, (_, at) => [`a=${at}`, [check({ origin, measured: `${at}px` })]])
    const text = REPORTERS.get('text')!.write(reportOf(tallyOf(Object.fromEntries(many))), plain, {
      lint: () => undefined,
    })
    expect(text).toContain('5px (-2px) in 1, … 9 values in all')
  })

  test('a value more is a change', () => {
    const before = reportOf(tallyOf({ 'a=1': [check({ origin })] }))
    const after = reportOf(tallyOf({ 'a=1': [check({ origin })], 'a=2': [check({ origin, measured: '19px' })] }))
    const changes = reportChanges(before, after)
    expect(changes).toMatchObject([{ kind: 'finding', is: 'other', cases: ['a=1', 'a=2'] }])
    expect(changes[0]!.text).toContain('19px')
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

describe('cases that could not be read at all', () => {
  const reason = 'Peg threw: no theme'
  const failed = new ComponentTally('t', 'Thing', 'components/t/t.sheet.yaml', [])
  failed.add({ key: 'a=1', values: {}, checks: [], failure: reason })
  failed.add({ key: 'a=2', values: {}, checks: [check({ verdict: 'unread', reason })], failure: reason })
  failed.add({ key: 'a=3', values: {}, checks: [check({ verdict: 'unread', reason: 'gone' })] })
  const report = reportOf(failed)

  test('exit with 1 and are told by their reason, whether or not a rule speaks of them', () => {
    expect(exitStatus(report)).toBe(1)
    expect(reportSchema.parse(report)).toEqual(report)
    expect(report.components[0]!.failed).toEqual([{ reason, cases: ['a=1', 'a=2'] }])
    const onlyOpen = new ComponentTally('t', 'Thing', 'components/t/t.sheet.yaml', [])
    onlyOpen.add({ key: '', values: {}, checks: [], failure: reason })
    expect(exitStatus(reportOf(onlyOpen))).toBe(1)
  })

  test.each(['text', 'html', 'markdown'] as const)('are told once, in %s', (format) => {
    const text = REPORTERS.get(format)!.write(report, plain, { lint: () => undefined })
    expect(text).toContain(`2 cases could not be read: ${reason}`)
    expect(text.split(reason)).toHaveLength(2)
    expect(text).toContain('gone')
    expect(text).not.toMatch(/■ holds|Holds:|: holds/)
  })

  test.each([
    ['junit', 'error message="a=1"'],
    ['sarif', `2 cases could not be read: ${reason}`],
  ] as const)('are an error in %s', (format, told) => {
    expect(REPORTERS.get(format)!.write(report, plain, { lint: () => undefined })).toContain(told)
  })

  test('are a change, when they are new', () => {
    const changes = reportChanges(reportOf(tallyOf({ 'a=1': [] })), reportOf(failed))
    expect(changes[0]).toMatchObject({ kind: 'finding', is: 'new', text: `2 cases could not be read: ${reason}` })
  })
})

test.each([
  ['cases without readings', true, { a: [] }],
  ['a reading that holds', undefined, { a: [check({ verdict: 'holds' })], b: [] }],
  ['no cases', undefined, {}],
])('%s: hollow is %s', (_, hollow, checks) => {
  const report = reportOf(tallyOf(checks))
  expect(report.components[0]!.hollow).toBe(hollow)
  expect(exitStatus(report)).toBe(0)
  const words = (format: 'text' | 'html' | 'markdown' | 'junit') =>
    REPORTERS.get(format)!.write(report, plain, { lint: () => undefined })
  expect(words('text').includes('□ hollow: nothing was read')).toBe(hollow === true)
  expect(words('html').includes('<title>L: hollow</title>')).toBe(hollow === true)
  expect(words('markdown').includes('Hollow: L')).toBe(hollow === true)
  expect(words('junit').includes('<skipped message="hollow: nothing was read"/>')).toBe(hollow === true)
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
