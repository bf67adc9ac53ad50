import type { Outcome, StepPlace, TimeDefinition, TimeHost } from './defineStep'
import type { EventRecord } from './events'
import { HOLDS } from './look'
import { round } from './round'
import { STEPS, type Change, type Input, type Step, type Timed } from './step'

/** Why input could not be given, or what is to be known about how it was. */
export type Acted = { refused: string } | { note?: string }

/** What a performance needs of the place where the component stands. */
export interface PerformanceHost extends TimeHost {
  /** Gives input as a person would, in no time. */
  act(input: Input): Promise<Acted>
  change(change: Change): Promise<void>
  /** Called after each step, before the next. */
  onStep?(result: StepResult): Promise<void> | void
}

/** What came of one step. Times are virtual, in ms since the scenario's start. `open`: not reached, since an earlier step missed. */
export interface StepResult extends Outcome {
  index: number
  /** As a person reads it. */
  step: string
  line: number
  /** When it began. */
  from: number
  /** When it ended: for a miss the moment at which it missed. */
  at: number
}

/** What one performance of a scenario came to. */
export interface Performance {
  verdict: 'holds' | 'misses' | 'unread'
  steps: readonly StepResult[]
  /** It took longer than it may: another time it might not. */
  isGivenUp?: boolean
  events: readonly EventRecord[]
  /** How much virtual time passed, in ms. */
  duration: number
  /** What the clock does not control, errors that were thrown, parts that Tab does not reach. */
  notes: readonly string[]
}

/** Performs steps one after another, up to the first that does not hold. */
export async function perform(steps: readonly Step[], host: PerformanceHost): Promise<Performance> {
  const results: StepResult[] = []
  const notes = new Set<string>()
  let verdict: Performance['verdict'] = 'holds'
  for (const step of steps) {
    const { index, line, text } = step
    const from = host.clock.now
    const outcome: Outcome = verdict === 'holds' ? await performStep(step, host) : { ...HOLDS, verdict: 'open' }
    const result: StepResult = { index, step: text, line, from: round(from), at: round(host.clock.now), ...outcome }
    results.push(result)
    if (result.verdict === 'misses' || result.verdict === 'unread') verdict = result.verdict
    else if (result.message) notes.add(result.message)
    if (result.verdict !== 'open') await host.onStep?.(result)
  }
  const events = await host.events()
  return { verdict, steps: results, events, duration: round(host.clock.now), notes: [...notes] }
}

async function performStep(step: Step, host: PerformanceHost): Promise<Outcome> {
  const definition = STEPS.get(step.kind)!
  switch (definition.does) {
    case 'input': {
      const acted = await host.act(step as Input)
      await host.onMoment?.(host.clock.now)
      if ('refused' in acted) return { verdict: 'misses', message: acted.refused }
      return { ...HOLDS, message: acted.note ?? '' }
    }
    case 'change':
      await host.change(step as Change)
      await host.onMoment?.(host.clock.now)
      return HOLDS
    case 'time':
      return (definition as Pick<TimeDefinition, 'perform'>).perform(step as Timed & StepPlace, host)
  }
}
