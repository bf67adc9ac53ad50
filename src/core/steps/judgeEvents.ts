import type { CheckResult } from '../plan'
import { judge, printExpectation } from '../spec'
import type { EventRecord } from './events'
import type { EventClaim } from './expected'

// Counts are whole numbers: nothing is near enough.
const EXACT = { length: 0, colour: 0, number: 0 }

/** Judges how often events have come, and what the last of each carried. */
export function judgeEvents(
  claims: readonly EventClaim[],
  events: readonly EventRecord[],
  line: number,
): CheckResult[] {
  return claims.flatMap(({ event, count, detail }) => {
    const own = events.filter(({ name }) => name === event)
    const base = { part: 'events', difference: '', rule: { index: 0, line }, reason: '' }
    const results: CheckResult[] = []
    if (count) {
      const measured = String(own.length)
      const judgement = judge(count, measured, {
        kind: 'number',
        tolerance: EXACT,
        computed: ({ parts }) => ({ text: parts.map((part) => (part.kind === 'text' ? part.text : '')).join('') }),
        elsewhere: () => ({ unread: 'a scenario has no other cases' }),
      })
      const expectation = printExpectation(count)
      const expected = judgement.verdict === 'unread' ? '' : judgement.expected
      const reason = judgement.verdict === 'unread' ? judgement.reason : ''
      results.push({ ...base, reading: event, verdict: judgement.verdict, expectation, expected, measured, reason })
    }
    if (detail !== undefined) {
      const last = own.at(-1)
      const expectation = JSON.stringify(detail)
      results.push({
        ...base,
        reading: `${event} detail`,
        verdict: last && contains(last.detail, detail) ? 'holds' : 'misses',
        expectation,
        expected: expectation,
        measured: last ? (JSON.stringify(last.detail) ?? 'none') : 'no such event',
      })
    }
    return results
  })
}

/** Whether data has every field that is wanted, with the wanted value; lists are compared whole. */
export function contains(data: unknown, wanted: unknown): boolean {
  if (typeof wanted !== 'object' || wanted === null) return Object.is(data, wanted)
  if (typeof data !== 'object' || data === null) return false
  if (Array.isArray(wanted))
    return (
      Array.isArray(data) && data.length === wanted.length && wanted.every((each, index) => contains(data[index], each))
    )
  return Object.entries(wanted).every(([name, value]) => contains((data as Record<string, unknown>)[name], value))
}
