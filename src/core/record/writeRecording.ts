import type { ScenarioFile, StepFile } from '../sheet'
import { printLiteral } from '../spec'
import { EVENTS } from './observation'
import type { Act, Offer, Outcome } from './recording'

// A frame, and what two clocks may be apart.
const SLACK_MS = 20

/**
 * Writes what was recorded as steps that can be performed.
 * @param isKept whether an offered change is to be expected
 */
export function stepsOf(acts: readonly Act[], isKept: (offer: Offer) => boolean): StepFile[] {
  return acts.flatMap((act) => {
    const { waits, expectations } = timesOf(acts, act, isKept)
    return [...(waits > 0 ? [{ wait: `${waits}ms` }] : []), act.input, ...expectations] as StepFile[]
  })
}

/** A scenario of what was recorded. */
export const scenarioOf = (
  name: string,
  start: Readonly<Record<string, unknown>>,
  acts: readonly Act[],
  isKept: (offer: Offer) => boolean,
): ScenarioFile =>
  ({
    name,
    ...(Object.keys(start).length > 0 && { start }),
    steps: stepsOf(acts, isKept),
  }) as ScenarioFile

/** How long an act waits for what came before it, and what is expected of it. */
function timesOf(acts: readonly Act[], act: Act, isKept: (offer: Offer) => boolean) {
  const before = acts[acts.indexOf(act) - 1]
  const since = before ? standingAfter(before, isKept).until : act.at
  const waits = act.isWaiting ? Math.round(act.at - since) : 0
  const expectations: StepFile[] = []
  let from = act.at
  for (const outcome of act.outcomes) {
    const expected = expectedOf(outcome, isKept)
    if (!expected) continue
    if (outcome.when === 'later') {
      expectations.push({ eventually: { by: `${Math.ceil(outcome.until - from) + SLACK_MS}ms`, ...expected } })
      // A performance goes on as soon as it holds: that may be the first of its moments.
      from = outcome.from
    } else
      expectations.push({ expect: { ...(outcome.when === 'once' && outcome.isMoving && { now: true }), ...expected } })
  }
  return { waits, expectations }
}

/** Until when a performance has come when an act and what is expected of it are through. */
function standingAfter(act: Act, isKept: (offer: Offer) => boolean): { until: number } {
  const last = act.outcomes.findLast((outcome) => outcome.when === 'later' && outcome.offers.some(isKept))
  return { until: last?.until ?? act.at }
}

type Expected = Record<string, Record<string, string | number>>

function expectedOf({ offers }: Outcome, isKept: (offer: Offer) => boolean): Expected | undefined {
  const expected: Expected = {}
  for (const offer of offers.filter(isKept)) {
    const value = valueOf(offer)
    if (value !== undefined) (expected[offer.part] ??= {})[offer.reading] = value
  }
  return Object.keys(expected).length > 0 ? expected : undefined
}

/** A change as an expectation; undefined where the language cannot say it. */
function valueOf({ part, reading, to }: Offer): string | number | undefined {
  if (part === EVENTS || reading === 'count') return Number(to)
  return /^(text|attr|prop)/.test(reading) ? printLiteral(to) : to
}
