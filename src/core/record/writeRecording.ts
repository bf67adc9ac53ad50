import type { ScenarioFile } from '../sheet'
import type { StepFile } from '../steps'
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
  const steps: StepFile[] = []
  // Until when a performance has come when what was written so far is through.
  let stands: number | undefined
  for (const act of acts) {
    const waits = act.isWaiting ? Math.round(act.at - (stands ?? act.at)) : 0
    if (waits > 0) steps.push({ wait: `${waits}ms` })
    steps.push(act.input)
    stands = act.at
    let from = act.at
    for (const outcome of act.outcomes) {
      const expected = expectedOf(outcome, isKept)
      if (!expected) continue
      if (outcome.when === 'later') {
        steps.push({ eventually: { by: `${Math.ceil(outcome.until - from) + SLACK_MS}ms`, ...expected } })
        // A performance goes on as soon as it holds: that may be the first of its moments.
        from = outcome.from
        stands = outcome.until
      } else steps.push({ expect: { ...(outcome.when === 'once' && outcome.isMoving && { now: true }), ...expected } })
    }
  }
  return steps
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
