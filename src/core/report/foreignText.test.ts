import { describe, expect, test } from '@jest/globals'
import type { CheckResult } from '../plan'
import { ComponentTally, makeReport, type Paint, REPORTERS } from './index'

/** What a library's files and its components' code say stands in reports and acts on nobody who prints them. */

const ESC = '\u001b'
const ATTACKS: Readonly<Record<string, string>> = {
  'clears the screen': `${ESC}[2J`,
  'a link': `${ESC}]8;;https://hut.invalid\u0007here${ESC}]8;;\u0007`,
  'one sign of C1': '\u009b2J',
  'goes back': 'miss\rhold',
  'turns text around': 'a\u202egnp.exe\u2069',
  'separates lines': 'a\u2028b\u0085c',
  'a line of its own': 'x\nL: 1 cases, 1 readings, 1 hold, 0 miss',
  'an order': '::error file=a.css,line=1::forged',
  'an order in a line of its own': 'x\n::stop-commands::forged',
  'an order of another kind': '##vso[task.setvariable variable=a]b',
}
// eslint-disable-next-line no-control-regex -- these are what must not be there
const ACTING = /[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u200e\u200f\u2028-\u202e\u2066-\u2069\ufeff]/
const ORDER = /^\s*::[\w-]+.*::|##\w*\[/m
const asIs = (text: string) => text
const plain: Paint = { miss: asIs, warn: asIs, good: asIs, dim: asIs, strong: asIs }

const check = (foreign: string, verdict: 'misses' | 'unread'): CheckResult => ({
  ...{
    part: foreign,
    reading: 'text',
    verdict,
    expectation: foreign,
    expected: foreign,
    measured: foreign,
    difference: '',
  },
  ...{ rule: { index: 0, line: 3 }, reason: foreign },
  ...(verdict === 'misses' && { origin: { file: foreign, line: 1, declaration: foreign } }),
})

/** A report in which everything that can be foreign is the same text. */
function reportOf(foreign: string) {
  const place = { file: foreign, line: 1 }
  const tally = new ComponentTally('t', foreign, 'components/t/t.sheet.yaml', [
    { code: 'unknown-prop', severity: 'error', message: foreign, ...place },
  ])
  tally.notes.push(foreign)
  tally.add({ key: `a=${foreign}`, values: {}, checks: [check(foreign, 'misses')] })
  tally.add({ key: 'a=b', values: {}, checks: [check(foreign, 'unread')] })
  tally.add({ key: foreign, values: {}, checks: [], failure: foreign })
  const step = { step: foreign, verdict: 'misses' as const, at: 0, message: foreign, line: 1 }
  const performance = { steps: [step], notes: [foreign] }
  tally.scenarios.push({ ...{ name: foreign, verdict: 'misses', line: 2, milliseconds: 1 }, performance } as never)
  const report = makeReport({ library: foreign, browser: 'B', startedAt: new Date(0), milliseconds: 1 }, [tally])
  return { ...report, git: { commit: foreign, branch: foreign, isClean: true } } as typeof report
}

describe.each([...REPORTERS.keys()])('%s', (format) => {
  const write = (foreign: string) => REPORTERS.get(format)!.write(reportOf(foreign), plain, { lint: () => undefined })

  test.each(Object.entries(ATTACKS))('%s', (_, foreign) => {
    const text = write(foreign)
    expect(text.replace(/\n/g, '')).not.toMatch(ACTING)
    expect(text).not.toMatch(ORDER)
    if (format === 'text' || format === 'markdown') expect(text.split('\n').length).toBe(write('x').split('\n').length)
    if (format === 'json') expect(JSON.parse(text)).toEqual(JSON.parse(JSON.stringify(reportOf(foreign))))
    if (format === 'sarif') expect(JSON.parse(text)).toBeDefined()
  })

  test('what only shows stays as it is', () =>
    expect(write('Hütte “☃” 👩‍🚒 ::before')).toContain('Hütte “☃” 👩‍🚒 ::before'))
})

describe('what one case says is told as far as anybody reads it', () => {
  const long = 'x'.repeat(3_000_000)

  test('values, reasons, failures and steps', () => {
    const tally = new ComponentTally('t', 'T', 't.sheet.yaml', [])
    tally.add({ key: 'a', values: {}, checks: [{ ...check('box', 'misses'), measured: long }], failure: long })
    tally.add({ key: 'b', values: {}, checks: [{ ...check('box', 'unread'), reason: long }] })
    const report = tally.report()
    expect(JSON.stringify(report).length).toBeLessThan(12_000)
    expect(report.findings[0]!.measured).toMatch(/^x{2000}… \(2,998,000 more characters\)$/)
    expect(report.failed![0]!.reason).toMatch(/… \(2,999,000 more characters\)$/)
  })

  test('what differs beyond that is still told apart', () => {
    const tally = new ComponentTally('t', 'T', 't.sheet.yaml', [])
    for (const end of ['a', 'b'])
      tally.add({ key: end, values: {}, checks: [{ ...check('box', 'misses'), measured: long + end }] })
    expect(tally.report().findings.map(({ cases }) => cases)).toEqual([['a'], ['b']])
  })
})
