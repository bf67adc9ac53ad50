import type { CheckResult } from '../plan'

/** `open`: not reached, since an earlier step missed. */
export type StepVerdict = 'holds' | 'misses' | 'unread' | 'open'

/** What came of one step. Times are virtual, in ms since the scenario's start. */
export interface StepResult {
  index: number
  /** As a person reads it. */
  step: string
  line: number
  verdict: StepVerdict
  /** When it began. */
  from: number
  /** When it ended: for a miss the moment at which it missed. */
  at: number
  /** What was found instead, or what is worth knowing; empty where it simply held. */
  message: string
  /** When `eventually` first held, counted from the step's beginning. */
  heldAfter?: number
  /** What was expected and read where it missed. */
  checks?: readonly CheckResult[]
}

/** An event that the component sent. */
export interface EventRecord {
  name: string
  at: number
  detail?: unknown
}

/** What one performance of a scenario came to. */
export interface Performance {
  verdict: 'holds' | 'misses' | 'unread'
  steps: readonly StepResult[]
  events: readonly EventRecord[]
  /** How much virtual time passed, in ms. */
  duration: number
  /** What the clock does not control, errors that were thrown, parts that Tab does not reach. */
  notes: readonly string[]
}

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

/** Clocks count in doubles: a thousandth of a millisecond is nothing. */
export const round = (ms: number) => Math.round(ms * 1000) / 1000

/** Judges several performances of one scenario: all alike, or unsteady. */
export function joinPerformances(
  performances: readonly Performance[],
): Pick<ScenarioResult, 'verdict' | 'performance' | 'other'> {
  const [first] = performances
  const other = performances.find((each) => !sameOutcome(first!, each))
  return other ? { verdict: 'unsteady', performance: first!, other } : { verdict: first!.verdict, performance: first! }
}
