import type { CheckResult } from '../plan'
import { advance } from './clock'
import type { LookingStep, Outcome, TimeHost } from './defineStep'
import { judgeEvents } from './judgeEvents'
import { round } from './round'

interface Looked {
  checks: readonly CheckResult[]
  verdict: 'holds' | 'misses' | 'unread'
}

export const HOLDS: Outcome = { verdict: 'holds', message: '' }

/** Lets finite animations end. */
export async function settled(host: TimeHost): Promise<Outcome> {
  const { isSettled } = await host.settle()
  await host.onMoment?.(host.clock.now)
  return isSettled ? HOLDS : { ...HOLDS, message: 'its animations did not settle: each end starts new ones' }
}

/** Looks once. */
export async function lookNow(step: LookingStep, host: TimeHost): Promise<Looked> {
  const { claims, events } = step.expected
  const ofParts = claims.length > 0 ? await host.look(step) : []
  const checks = events.length > 0 ? [...ofParts, ...judgeEvents(events, await host.events(), step.line)] : ofParts
  const failed = (['misses', 'unread'] as const).find((verdict) => checks.some((check) => check.verdict === verdict))
  return { checks: checks.filter(({ verdict }) => verdict !== 'holds'), verdict: failed ?? 'holds' }
}

/**
 * Looks at once and at every moment of a span, until what is seen ends it; gives back the last look and how long it took.
 * @param span in ms
 */
export async function lookOn(
  step: LookingStep,
  span: number,
  isEnd: (verdict: Looked['verdict']) => boolean,
  host: TimeHost,
): Promise<Looked & { after: number }> {
  const start = host.clock.now
  let last = await lookNow(step, host)
  if (!isEnd(last.verdict))
    await advance(host.clock, start + span, async (now) => {
      await host.onMoment?.(now)
      last = await lookNow(step, host)
      return isEnd(last.verdict)
    })
  return { ...last, after: round(host.clock.now - start) }
}

/** What the first check that does not hold found, in words. */
export function describeMiss([first, ...others]: readonly CheckResult[]): string {
  if (!first) return ''
  const { part, reading, verdict, expected, expectation, measured, difference, reason } = first
  const what =
    verdict === 'unread'
      ? `${part} · ${reading} could not be read: ${reason}`
      : `${part} · ${reading} is ${measured || 'empty'}, expected ${expected || expectation}${difference ? ` (${difference})` : ''}`
  return others.length > 0 ? `${what}; and ${others.length} more` : what
}
