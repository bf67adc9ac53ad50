import { unreadCheck, type CaseResult, type CheckResult, type Elsewhere, type Plan } from '@/core/plan'
import type { ReadingStore, Waiting } from './chunk'

/** Why there is nothing to compare with. */
export const NOT_READ = 'the case to compare with was not read'

/** Judges what was compared with cases that came later. */
export function judgeWaiting(plan: Plan, waiting: readonly Waiting[], store: ReadingStore): CaseResult[] {
  const elsewhere: Elsewhere = (key, request) => store.get(key)?.get(request) ?? { unread: NOT_READ }
  return waiting.map(({ planned, judge, readings, checks }) => {
    const { claims } = plan.profiles[planned.profile]!
    const judged = checks.map((check, at): CheckResult => {
      if (check !== 'later') return check
      const result = judge.judge(planned, at, readings, elsewhere)
      return result === 'later' ? unreadCheck(claims[at]!.claim, NOT_READ) : result
    })
    return { key: planned.key, values: planned.values, checks: judged }
  })
}
