import type { Path } from '../../yaml'
import { defineTimed, type StepMention } from '../defineStep'
import { printDuration, readDuration } from '../duration'
import { expectedSchema, type ExpectedFile } from '../expected'
import type { StepContext } from '../issue'
import { describeMiss, HOLDS, lookNow, lookOn, settled } from '../look'
import { readExpected } from '../readExpected'
import { wordsOf } from '../words'

const mentions: readonly StepMention[] = [{ at: [], names: 'expected' }]

/** The key that each step has for when, or how long, it looks. */
const SPAN = { expect: 'now', eventually: 'by', throughout: 'for' } as const

/** Longest that `eventually` waits where it does not say, in ms. */
const USUAL_PATIENCE_MS = 1000

/** Reads what is expected, and tells keys of time that belong to another step. */
function readLooking(context: StepContext, kind: keyof typeof SPAN, given: ExpectedFile, path: Path) {
  const { now, by, for: span, ...rest } = given
  for (const [name, value] of Object.entries({ now, by, for: span })) {
    if (value !== undefined && SPAN[kind] !== name)
      context.issue({
        code: 'bad-expectation',
        path: [...path, name],
        message: `"${name}" belongs to "${Object.entries(SPAN).find(([, each]) => each === name)![0]}", not to "${kind}"`,
      })
  }
  return readExpected(context, rest, path)
}

/** Reads a span of time. @param defaultValue in ms, where it may be left out */
function readSpan(
  context: StepContext,
  kind: keyof typeof SPAN,
  given: ExpectedFile,
  path: Path,
  defaultValue?: number,
) {
  const name = SPAN[kind]
  const value = given[name]
  const ms = value === undefined ? defaultValue : readDuration(value)
  if (ms === undefined)
    context.issue({
      code: 'bad-expectation',
      path: value === undefined ? path : [...path, name],
      message:
        value === undefined
          ? `"${kind}" needs "${name}": how long it is to hold, such as 500ms`
          : `"${name}" must be a time such as 250ms or 5s, not ${JSON.stringify(value)}`,
    })
  return ms ?? 0
}

const print = ({ now, by, for: span, ...rest }: ExpectedFile): string =>
  [
    ...(now === undefined ? [] : ['now']),
    ...(by === undefined ? [] : [`by ${printDuration(by)}`]),
    ...(span === undefined ? [] : [`for ${printDuration(span)}`]),
    Object.entries(rest)
      .map(([part, readings]) => `${part} ${wordsOf(readings)}`)
      .join('; '),
  ].join(' ')

export const expect = defineTimed({
  kind: 'expect',
  does: 'time',
  about: 'Expects readings and events once animations have ended; with `now: true` as things are.',
  example: { tip: { visible: 'yes' }, events: { open: 1 } },
  schema: expectedSchema,
  mentions,
  print,
  read: (context, given, path) => {
    const { now } = given
    if (now !== undefined && typeof now !== 'boolean')
      context.issue({ code: 'bad-expectation', path: [...path, 'now'], message: '"now" must be true or false' })
    return { isNow: now === true, expected: readLooking(context, 'expect', given, path) }
  },
  perform: async (step, host) => {
    const rest = step.isNow ? HOLDS : await settled(host)
    const { verdict, checks } = await lookNow(step, host)
    return verdict === 'holds' ? rest : { verdict, message: describeMiss(checks), checks }
  },
})

export const eventually = defineTimed({
  kind: 'eventually',
  does: 'time',
  about: 'Expects that readings and events come about within a time, at most `by` (1 s).',
  example: { by: '250ms', tip: { visible: 'yes' } },
  schema: expectedSchema,
  mentions,
  print,
  read: (context, given, path) => ({
    expected: readLooking(context, 'eventually', given, path),
    by: readSpan(context, 'eventually', given, path, USUAL_PATIENCE_MS),
  }),
  perform: async (step, host) => {
    const { verdict, checks, after } = await lookOn(step, step.by, (now) => now === 'holds', host)
    if (verdict === 'holds') return { ...HOLDS, heldAfter: after }
    return { verdict, message: `not within ${step.by} ms: ${describeMiss(checks)}`, checks }
  },
})

export const throughout = defineTimed({
  kind: 'throughout',
  does: 'time',
  about: 'Expects that readings and events hold at every moment of a time, `for`.',
  example: { for: '500ms', tip: { visible: 'no' } },
  schema: expectedSchema,
  mentions,
  print,
  read: (context, given, path) => ({
    expected: readLooking(context, 'throughout', given, path),
    for: readSpan(context, 'throughout', given, path),
  }),
  perform: async (step, host) => {
    const { verdict, checks, after } = await lookOn(step, step.for, (now) => now !== 'holds', host)
    if (verdict === 'holds') return HOLDS
    return { verdict, message: `held for ${after} ms only: ${describeMiss(checks)}`, checks }
  },
})
