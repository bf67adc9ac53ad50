import { describe, expect, test } from '@jest/globals'
import { libraryEventSchema, type ComponentState } from '@/contract'
import { failingWords, failuresIn, standingOf } from './standing'

type Mark = ComponentState['marks'][number][1]
type Verdict = ComponentState['scenarios'][number]['verdict']

/** A component with cases of these marks, scenarios of these verdicts, and so many lints that are errors and that warn. */
const state = (marks: readonly Mark[], verdicts: readonly Verdict[] = [], [errors, warnings] = [0, 0]) => {
  const lint = (severity: 'error' | 'warning') => ({ code: 'x', severity, message: '', file: '', line: 1 })
  return {
    marks: marks.map((mark, at) => [`case ${at}`, mark, mark === 'misses' ? 2 : 0]),
    scenarios: verdicts.map((verdict) => ({ verdict })),
    lints: [...Array<unknown>(errors).fill(lint('error')), ...Array<unknown>(warnings).fill(lint('warning'))],
  } as unknown as ComponentState
}

const NONE = { holds: 0, misses: 0, unread: 0, open: 0 }

describe('how components stand', () => {
  test('nothing, where nothing was read', () => {
    expect(standingOf([])).toEqual({ cases: NONE, scenarios: NONE, errors: 0 })
    expect(failuresIn(standingOf([]))).toBe(0)
  })

  test('cases and scenarios are counted by their marks, errors by lints; what warns is no error', () => {
    const all = [
      state(['holds', 'misses', 'open'], ['holds'], [1, 4]),
      state(['unread', 'holds'], ['misses', 'unsteady', 'unread']),
    ]
    expect(standingOf(all)).toEqual({
      cases: { holds: 2, misses: 1, unread: 1, open: 1 },
      // Nobody can rely on one that comes out otherwise each time.
      scenarios: { holds: 1, misses: 2, unread: 1, open: 0 },
      errors: 1,
    })
  })

  test.each<[what: string, all: ComponentState[], failures: number, words: string]>([
    ['all holds', [state(['holds'], ['holds'])], 0, ''],
    // Cases are told beside their marks already.
    ['cases miss', [state(['misses', 'misses'])], 2, ''],
    ['one scenario misses', [state(['holds'], ['misses'])], 1, '1 scenario misses'],
    ['scenarios miss, in several components', [state([], ['misses']), state([], ['unsteady'])], 2, '2 scenarios miss'],
    ['one error', [state(['holds'], [], [1, 0])], 1, '1 error'],
    ['both', [state(['misses'], ['misses'], [2, 1])], 4, '1 scenario misses, 2 errors'],
    ['what could not be read is no better', [state(['unread'], ['unread'])], 2, '1 scenario unread'],
    ['what only warns is none', [state(['holds'], [], [0, 3])], 0, ''],
  ])('what fails: %s', (_, all, failures, words) => {
    expect(failuresIn(standingOf(all))).toBe(failures)
    expect(failingWords(standingOf(all))).toBe(words)
  })
})

test.each([
  ['a change', { fingerprint: 'f', components: [{ slug: 'peg', head: 2 }] }, true],
  ['a folder that cannot be read', { fingerprint: 'f', components: [], problem: 'library.yaml:1:1: broken' }, true],
  ['a run that has begun', { fingerprint: 'f', components: [], run: { id: 'r', isGoing: true } }, true],
  ['a run of which nobody knows whether it goes on', { fingerprint: 'f', components: [], run: { id: 'r' } }, false],
  ['a change of nothing that has a name', { components: [] }, false],
])('what views are told: %s', (_, event, isOne) => {
  expect(libraryEventSchema.safeParse(event).success).toBe(isOne)
})
