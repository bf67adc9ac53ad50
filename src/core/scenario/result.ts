import { round, type Performance } from '../steps'

/** What a scenario came to, over all its performances. */
export interface ScenarioResult {
  name: string
  line: number
  verdict: 'holds' | 'misses' | 'unread' | 'unsteady'
  /** Wall time of all performances, in ms. */
  milliseconds: number
  /** How often it was performed. */
  runs: number
  clock: 'engine' | 'page'
  performance: Performance
  /** A performance that came out otherwise. */
  other?: Performance
}

/** Whether two performances are the same result. Values that were read in the middle of a movement may differ by a hair. */
export function sameOutcome(a: Performance, b: Performance): boolean {
  if (JSON.stringify(outcome(a)) !== JSON.stringify(outcome(b))) return false
  return a.steps.every(({ message }, at) => sameMessage(message, b.steps[at]!.message))
}

const outcome = ({ verdict, steps, events, duration }: Performance) => ({
  verdict,
  steps: steps.map((step) => [step.verdict, round(step.at), step.heldAfter && round(step.heldAfter)]),
  events: events.map(({ name, at, detail }) => [name, round(at), detail]),
  duration: round(duration),
})

const NUMBER = /-?\d+(\.\d+)?/g
// Browsers blur the time of animations by a tenth of a millisecond; the fastest that people make go some px in that.
const HAIR = 1

function sameMessage(a: string, b: string): boolean {
  if (a === b) return true
  if (a.replace(NUMBER, '#') !== b.replace(NUMBER, '#')) return false
  const [left, right] = [a.match(NUMBER)!, b.match(NUMBER)!]
  return left.every((number, at) => Math.abs(Number(number) - Number(right[at])) <= HAIR)
}

/** Judges several performances of one scenario: all alike, or unsteady. */
export function joinPerformances(
  performances: readonly Performance[],
): Pick<ScenarioResult, 'verdict' | 'performance' | 'other'> {
  const [first] = performances
  const other = performances.find((each) => !sameOutcome(first!, each))
  return other ? { verdict: 'unsteady', performance: first!, other } : { verdict: first!.verdict, performance: first! }
}
