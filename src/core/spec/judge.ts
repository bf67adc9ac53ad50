import type { ValueKind } from '../readings'
import type { Tolerance } from '../sheet'
import { asNumber, difference, sameComputed } from './compare'
import type { Check, Expectation, Operator, Value } from './expectation'
import { printShare, printWhere } from './print'

/** What an expected value comes to in the browser, in the place where the reading was taken. */
export type Computed =
  | { text: string }
  /** @defaultValue the expectation makes no sense */
  | { invalid: string; cause?: UnreadCause }

/** Why there is no verdict. Sentences are for people; what is done about it depends on this. */
export type UnreadCause =
  /** The reading could not be taken. */
  | 'reading'
  /** A value could not be looked up in this case. */
  | 'lookup'
  /** The case to compare with could not be read, or does not exist. */
  | 'comparison'
  /** The browser was not asked for an expected value. */
  | 'unasked'
  /** The expectation itself makes no sense. */
  | 'expectation'

/** What judging needs to look up. */
export interface JudgeContext {
  kind: ValueKind
  tolerance: Tolerance
  computed(value: Value): Computed
  /** The same reading in the case with these axes changed. */
  elsewhere(where: Readonly<Record<string, string>>): { text: string } | { unread: string }
}

export type Judgement =
  | { verdict: 'holds'; expected: string }
  | { verdict: 'misses'; expected: string; difference: string }
  | { verdict: 'unread'; reason: string; cause: UnreadCause }

/** Judges a measured value. The first check that does not hold decides. */
export function judge(expectation: Expectation, measured: string, context: JudgeContext): Judgement {
  if (expectation.kind === 'any') return { verdict: 'holds', expected: 'any' }
  const judged = expectation.checks.map((check) => judgeCheck(check, measured, context))
  const failed = judged.find(({ verdict }) => verdict !== 'holds')
  if (failed) return failed
  return {
    verdict: 'holds',
    expected: judged.map((one) => (one.verdict === 'holds' ? one.expected : '')).join(' and '),
  }
}

const unread = (reason: string, cause: UnreadCause = 'expectation'): Extract<Judgement, { verdict: 'unread' }> => ({
  verdict: 'unread',
  reason,
  cause,
})

function judgeCheck(check: Check, measured: string, context: JudgeContext): Judgement {
  switch (check.kind) {
    case 'is':
      return judgeEquality(check, measured, context)
    case 'compare':
      return judgeNumbers(
        [check.value],
        measured,
        context,
        ([limit], got) => compare(got, check.operator, limit!),
        ([limit]) => `${check.operator} ${limit}`,
      )
    case 'range':
      return judgeNumbers(
        [check.from, check.to],
        measured,
        context,
        ([from, to], got) => got >= from! && got <= to!,
        ([from, to]) => `${from} .. ${to}`,
      )
    case 'near':
      return judgeNumbers(
        [check.value, check.slack],
        measured,
        context,
        ([value, slack], got) => Math.abs(got - value!) <= slack!,
        ([value, slack]) => `${value} ± ${slack}`,
      )
    case 'offset':
      return judgeOffset(check, measured, context)
    case 'same':
    case 'differs': {
      const other = context.elsewhere(check.where)
      if ('unread' in other) return unread(other.unread, 'comparison')
      const holds = equal(measured, other.text, context) === (check.kind === 'same')
      const expected = check.kind === 'same' ? other.text : `not ${other.text}`
      return verdict(
        holds,
        `${expected} (as ${printWhere(check.where)})`,
        check.kind === 'same' ? difference(other.text, measured) : '',
      )
    }
  }
}

/** So much more or less than the same reading in another case. */
function judgeOffset(check: Extract<Check, { kind: 'offset' }>, measured: string, context: JudgeContext): Judgement {
  const { by, slack, isLess, where } = check
  const other = context.elsewhere(where)
  if ('unread' in other) return unread(other.unread, 'comparison')
  const there = asNumber(other.text)
  if (!there)
    return unread(
      `it is "${other.text}" as ${printWhere(where)}, which is not one number, so nothing can be more or less`,
    )
  const asked = [...('share' in by ? [] : [by]), ...(slack ? [slack] : [])]
  const read = numbersOf(asked, context, 'by it')
  if ('verdict' in read) return read
  const { numbers: amounts } = read
  const strange = amounts.find(({ unit, value }) => unit !== there.unit && value !== 0)
  if (strange)
    return unread(`${strange.value}${strange.unit} is no amount of what is ${other.text} as ${printWhere(where)}`)
  const step = 'share' in by ? Math.abs(there.value) * by.share : amounts[0]!.value
  const aim = there.value + (isLess ? -step : step)
  const usual = there.unit === 'px' ? context.tolerance.length : context.tolerance.number
  const allowed = slack ? amounts.at(-1)!.value : usual
  const got = asNumber(measured)
  const isComparable = got !== undefined && (got.unit === there.unit || got.value === 0 || there.value === 0)
  const text = `${roundOff(aim)}${there.unit}`
  const amount = 'share' in by ? printShare(by.share) : `${amounts[0]!.value}${amounts[0]!.unit}`
  return verdict(
    isComparable && roundOff(Math.abs(got.value - aim)) <= allowed,
    `${text} (${amount} ${isLess ? 'less' : 'more'} than ${other.text} as ${printWhere(where)})`,
    difference(text, measured),
  )
}

const verdict = (holds: boolean, expected: string, by: string): Judgement =>
  holds ? { verdict: 'holds', expected } : { verdict: 'misses', expected, difference: by }

function judgeEquality(
  { not, values }: Extract<Check, { kind: 'is' }>,
  measured: string,
  context: JudgeContext,
): Judgement {
  const texts: string[] = []
  for (const value of values) {
    const computed = context.computed(value)
    if ('invalid' in computed) return unread(computed.invalid, computed.cause)
    texts.push(computed.text)
  }
  const holds = texts.some((text) => equal(measured, text, context)) !== not
  const expected = (not ? 'not ' : '') + texts.join(' or ')
  return verdict(holds, expected, !not && texts.length === 1 ? difference(texts[0]!, measured) : '')
}

const TRUTH: Record<string, string> = { true: 'yes', false: 'no' }

function equal(measured: string, wanted: string, { kind, tolerance }: JudgeContext): boolean {
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

/** Values that must be numbers, as the browser computes them. @param what how the measured value is compared with them */
function numbersOf(
  values: readonly Value[],
  context: JudgeContext,
  what: 'than it' | 'by it',
): { texts: string[]; numbers: { value: number; unit: string }[] } | Extract<Judgement, { verdict: 'unread' }> {
  const texts: string[] = []
  const numbers: { value: number; unit: string }[] = []
  for (const value of values) {
    const computed = context.computed(value)
    if ('invalid' in computed) return unread(computed.invalid, computed.cause)
    const number = asNumber(computed.text)
    if (!number) return unread(`"${computed.text}" is not one number, so nothing can be more or less ${what}`)
    texts.push(computed.text)
    numbers.push(number)
  }
  return { texts, numbers }
}

function judgeNumbers(
  values: readonly Value[],
  measured: string,
  context: JudgeContext,
  holds: (limits: readonly number[], got: number) => boolean,
  print: (texts: readonly string[]) => string,
): Judgement {
  const read = numbersOf(values, context, 'than it')
  if ('verdict' in read) return read
  const { texts, numbers: limits } = read
  const got = asNumber(measured)
  // `auto`, `none` or a colour is neither more nor less than a number: that is a miss, and the sheet is right.
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
