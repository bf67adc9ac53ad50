import {
  ContextJudge,
  unreadCheck,
  type CaseResult,
  type CheckResult,
  type Elsewhere,
  type JudgeNotes,
  type Measured,
  type PlannedCase,
} from '@/core/plan'
import type { RunSetup } from './RunSetup'

/** A case that is compared with one that had not been read yet, with what judging it later needs. */
export interface Waiting {
  planned: PlannedCase
  judge: JudgeNotes
  readings: readonly Measured[]
  checks: readonly (CheckResult | 'later')[]
}

/** Why there is nothing to compare with. */
export const NOT_READ = 'the case to compare with was not read'

/** Judges what was compared with cases that came later. @param elsewhere what was read of those; `later` for what was not */
export function judgeWaiting(
  { plan, tokens, tolerance }: Pick<RunSetup, 'plan' | 'tokens' | 'tolerance'>,
  waiting: readonly Waiting[],
  elsewhere: Elsewhere,
): CaseResult[] {
  const judges = new Map<JudgeNotes, ContextJudge>()
  return waiting.map(({ planned, judge: notes, readings, checks }) => {
    let judge = judges.get(notes)
    if (!judge) {
      judges.set(notes, (judge = new ContextJudge(plan, tokens, tolerance)))
      judge.take(notes)
    }
    const { claims } = plan.profiles[planned.profile]!
    const judged = checks.map((check, at): CheckResult => {
      if (check !== 'later') return check
      const result = judge.judge(planned, at, (request) => readings[request]!, elsewhere)
      return result === 'later' ? unreadCheck(claims[at]!.claim, NOT_READ) : result
    })
    return { key: planned.key, values: planned.values, checks: judged }
  })
}
