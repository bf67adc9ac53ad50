import type { CheckResult } from '../plan'
import { advance, type Clock } from './clock'
import { judgeEvents } from './judgeEvents'
import { round, type EventRecord, type Performance, type StepResult } from './result'
import { LONGEST_MS, untilStill } from './untilStill'
import { isInput, type Change, type Expected, type Input, type Step } from './step'

/** Why input could not be given, or what is to be known about how it was. */
export type Acted = { refused: string } | { note?: string }

/** What a performance needs of the place where the component stands. */
export interface PerformanceHost {
  clock: Clock
  /** Gives input as a person would, in no time. */
  act(input: Input): Promise<Acted>
  change(change: Change): Promise<void>
  /** Lets finite animations end, in no time. */
  settle(): Promise<{ isSettled: boolean }>
  /** How often the document has changed so far. */
  changes(): Promise<number>
  /** Reads and judges what a step expects of parts. */
  look(step: Step & { expected: Expected }): Promise<readonly CheckResult[]>
  /** What the component has sent since the start. */
  events(): Promise<readonly EventRecord[]>
  /** Called after each step, before the next. */
  onStep?(result: StepResult): Promise<void> | void
  /** Called at each moment that is looked at, for those who draw time. */
  onMoment?(now: number): Promise<void>
}

interface Looked {
  checks: readonly CheckResult[]
  verdict: 'holds' | 'misses' | 'unread'
}

/** What a step came to, before it gets its place and its times. */
type Outcome = Pick<StepResult, 'verdict' | 'message'> & Partial<Pick<StepResult, 'checks' | 'heldAfter'>>

const HOLDS: Outcome = { verdict: 'holds', message: '' }

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
  if (isInput(step)) {
    const acted = await host.act(step)
    await host.onMoment?.(host.clock.now)
    if ('refused' in acted) return { verdict: 'misses', message: acted.refused }
    return { ...HOLDS, message: acted.note ?? '' }
  }
  switch (step.kind) {
    case 'set':
    case 'fill':
    case 'context':
      await host.change(step)
      await host.onMoment?.(host.clock.now)
      return HOLDS
    case 'wait':
      await advance(host.clock, host.clock.now + step.ms, host.onMoment && watch(host))
      return HOLDS
    case 'settle':
      return still(host)
    case 'expect':
      return expectHere(step, host)
    case 'eventually':
      return eventually(step, host)
    case 'throughout':
      return throughout(step, host)
  }
}

const watch = (host: PerformanceHost) => async (now: number) => {
  await host.onMoment!(now)
  return false
}

async function settled(host: PerformanceHost): Promise<Outcome> {
  const { isSettled } = await host.settle()
  await host.onMoment?.(host.clock.now)
  return isSettled ? HOLDS : { ...HOLDS, message: 'its animations did not settle: each end starts new ones' }
}

async function still(host: PerformanceHost): Promise<Outcome> {
  const { moving } = await untilStill(host.clock, () => host.changes(), host.onMoment?.bind(host))
  return moving === undefined ? HOLDS : { ...HOLDS, message: `after ${LONGEST_MS / 1000} s it still moves: ${moving}` }
}

async function expectHere(step: Step & { kind: 'expect' }, host: PerformanceHost): Promise<Outcome> {
  const rest = step.isNow ? HOLDS : await settled(host)
  const { verdict, checks } = await look(step, host)
  return verdict === 'holds' ? rest : { verdict, message: describeMiss(checks), checks }
}

async function eventually(step: Step & { kind: 'eventually' }, host: PerformanceHost): Promise<Outcome> {
  const { verdict, checks, after } = await lookOn(step, step.by, (now) => now === 'holds', host)
  if (verdict === 'holds') return { ...HOLDS, heldAfter: after }
  return { verdict, message: `not within ${step.by} ms: ${describeMiss(checks)}`, checks }
}

async function throughout(step: Step & { kind: 'throughout' }, host: PerformanceHost): Promise<Outcome> {
  const { verdict, checks, after } = await lookOn(step, step.for, (now) => now !== 'holds', host)
  if (verdict === 'holds') return HOLDS
  return { verdict, message: `held for ${after} ms only: ${describeMiss(checks)}`, checks }
}

/** Looks at once and at every moment of a span, until what is seen ends it; gives back the last look and how long it took. */
async function lookOn(
  step: Step & { expected: Expected },
  span: number,
  isEnd: (verdict: Looked['verdict']) => boolean,
  host: PerformanceHost,
): Promise<Looked & { after: number }> {
  const start = host.clock.now
  let last = await look(step, host)
  if (!isEnd(last.verdict))
    await advance(host.clock, start + span, async (now) => {
      await host.onMoment?.(now)
      last = await look(step, host)
      return isEnd(last.verdict)
    })
  return { ...last, after: round(host.clock.now - start) }
}

async function look(step: Step & { expected: Expected }, host: PerformanceHost): Promise<Looked> {
  const { claims, events } = step.expected
  const ofParts = claims.length > 0 ? await host.look(step) : []
  const checks = events.length > 0 ? [...ofParts, ...judgeEvents(events, await host.events(), step.line)] : ofParts
  const failed = (['misses', 'unread'] as const).find((verdict) => checks.some((check) => check.verdict === verdict))
  return { checks: checks.filter(({ verdict }) => verdict !== 'holds'), verdict: failed ?? 'holds' }
}

/** What the first check that does not hold found, in words. */
function describeMiss([first, ...others]: readonly CheckResult[]): string {
  if (!first) return ''
  const { part, reading, verdict, expected, expectation, measured, difference, reason } = first
  const what =
    verdict === 'unread'
      ? `${part} · ${reading} could not be read: ${reason}`
      : `${part} · ${reading} is ${measured || 'empty'}, expected ${expected || expectation}${difference ? ` (${difference})` : ''}`
  return others.length > 0 ? `${what}; and ${others.length} more` : what
}
