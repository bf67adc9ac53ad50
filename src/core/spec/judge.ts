import type { ValueKind } from '../readings'
import type { Tolerance } from '../sheet'
import { asNumber, difference, sameComputed } from './compare'
import type { Check, Expectation, Operator, Value } from './expectation'
import { printWhere } from './print'

/** What an expected value comes to in the browser, in the place where the reading was taken. */
export type Computed =
  | { text: string }
  /** `isLookup`: the value could not be looked up in this case, which is no fault of the expectation. */
  | { invalid: string; isLookup?: boolean }

/** What judging needs to look up. */
export interface Look {
  kind: ValueKind
  tolerance: Tolerance
  computed(value: Value): Computed
  /** The same reading in the case with these axes changed. */
  elsewhere(where: Readonly<Record<string, string>>): { text: string } | { unread: string }
}

export type Judgement =
  | { verdict: 'holds'; expected: string }
  | { verdict: 'misses'; expected: string; difference: string }
  /** The expectation itself makes no sense: `fault` says why. */
  | { verdict: 'unread'; reason: string; fault: boolean }

/** Judges a measured value. The first check that does not hold decides. */
export function judge(expectation: Expectation, measured: string, look: Look): Judgement {
  if (expectation.kind === 'any') return { verdict: 'holds', expected: 'any' }
  const judged = expectation.checks.map((check) => judgeCheck(check, measured, look))
  const failed = judged.find(({ verdict }) => verdict !== 'holds')
  if (failed) return failed
  return {
    verdict: 'holds',
    expected: judged.map((one) => (one.verdict === 'holds' ? one.expected : '')).join(' and '),
  }
}

const fault = (reason: string, isLookup = false): Judgement => ({ verdict: 'unread', reason, fault: !isLookup })

function judgeCheck(check: Check, measured: string, look: Look): Judgement {
  switch (check.kind) {
    case 'is':
      return judgeEquality(check, measured, look)
    case 'compare':
      return judgeNumbers(
        [check.value],
        measured,
        look,
        ([limit], got) => compare(got, check.operator, limit!),
        ([limit]) => `${check.operator} ${limit}`,
      )
    case 'range':
      return judgeNumbers(
        [check.from, check.to],
        measured,
        look,
        ([from, to], got) => got >= from! && got <= to!,
        ([from, to]) => `${from} .. ${to}`,
      )
    case 'near':
      return judgeNumbers(
        [check.value, check.slack],
        measured,
        look,
        ([value, slack], got) => Math.abs(got - value!) <= slack!,
        ([value, slack]) => `${value} ± ${slack}`,
      )
    case 'same':
    case 'differs': {
      const other = look.elsewhere(check.where)
      if ('unread' in other) return { verdict: 'unread', reason: other.unread, fault: false }
      const holds = equal(measured, other.text, look) === (check.kind === 'same')
      const expected = check.kind === 'same' ? other.text : `not ${other.text}`
      return verdict(
        holds,
        `${expected} (as ${printWhere(check.where)})`,
        check.kind === 'same' ? difference(other.text, measured) : '',
      )
    }
  }
}

const verdict = (holds: boolean, expected: string, by: string): Judgement =>
  holds ? { verdict: 'holds', expected } : { verdict: 'misses', expected, difference: by }

function judgeEquality({ not, values }: Extract<Check, { kind: 'is' }>, measured: string, look: Look): Judgement {
  const texts: string[] = []
  for (const value of values) {
    const computed = look.computed(value)
    if ('invalid' in computed) return fault(computed.invalid, computed.isLookup)
    texts.push(computed.text)
  }
  const holds = texts.some((text) => equal(measured, text, look)) !== not
  const expected = (not ? 'not ' : '') + texts.join(' or ')
  return verdict(holds, expected, !not && texts.length === 1 ? difference(texts[0]!, measured) : '')
}

const TRUTH: Record<string, string> = { true: 'yes', false: 'no' }

function equal(measured: string, wanted: string, { kind, tolerance }: Look): boolean {
  // A DOM property that is a truth reads `true`; a sheet may say `yes`.
  if (kind === 'text') return measured === wanted || TRUTH[measured] === wanted
  if (kind === 'truth') return measured === (TRUTH[wanted] ?? wanted)
  return sameComputed(measured, wanted, tolerance)
}

function compare(got: number, operator: Operator, limit: number): boolean {
  switch (operator) {
    case '>':
      return got > limit
    case '>=':
      return got >= limit
    case '<':
      return got < limit
    case '<=':
      return got <= limit
  }
}

function judgeNumbers(
  values: readonly Value[],
  measured: string,
  look: Look,
  holds: (limits: readonly number[], got: number) => boolean,
  print: (texts: readonly string[]) => string,
): Judgement {
  const texts: string[] = []
  const limits: { value: number; unit: string }[] = []
  for (const value of values) {
    const computed = look.computed(value)
    if ('invalid' in computed) return fault(computed.invalid, computed.isLookup)
    const number = asNumber(computed.text)
    if (!number) return fault(`"${computed.text}" is not one number, so nothing can be more or less than it`)
    texts.push(computed.text)
    limits.push(number)
  }
  const got = asNumber(measured)
  // `auto`, `none` or a colour is neither more nor less than a number: that is a miss, not a fault of the sheet.
  const comparable =
    got !== undefined && limits.every(({ unit, value }) => unit === got.unit || value === 0 || got.value === 0)
  const ok =
    comparable &&
    holds(
      limits.map(({ value }) => value),
      roundOff(got.value),
    )
  return verdict(ok, print(texts), texts.length === 1 ? difference(texts[0]!, measured) : '')
}

// Differences of floating-point rounding decide nothing: 8.000000001 is not more than 8.
const roundOff = (value: number) => Math.round(value * 1e6) / 1e6
