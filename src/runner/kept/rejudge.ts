import {
  claimId,
  ContextJudge,
  requestKey,
  type CaseResult,
  type CheckResult,
  type Elsewhere,
  type Measured,
  type PlannedCase,
  type Readings,
} from '@/core/plan'
import { decidingProperties } from '@/core/readings'
import type { PreparedComponent, PreparedLibrary } from '../prepare'
import { NOT_READ, type KeptReadings } from '../cases'
import type { KeptCases } from './pack'

/** What was read of a component, and what it came to by other rules of the same shape. */
export interface KeptReading {
  before: KeptCases
  readings: KeptReadings
}

/**
 * Judges what an earlier run has read by the rules of now.
 * @returns undefined where only a browser can tell: an expected value that it has not computed yet, or the line that made a new miss
 */
export function rejudge(
  { library, tokens }: Pick<PreparedLibrary, 'library' | 'tokens'>,
  { plan }: Pick<PreparedComponent, 'plan'>,
  { before, readings: kept }: KeptReading,
): CaseResult[] | undefined {
  const planned = new Map(plan.cases.map((each) => [each.key, each]))
  const readingsOf = new Map<string, Map<string, Measured>>()
  for (const [key, own] of Object.entries(kept.cases))
    readingsOf.set(key, new Map(own.map(([request, text]) => [kept.requests[request]!, kept.texts[text]!])))
  const elsewhere: Elsewhere = (key, request) => readingsOf.get(key)?.get(request) ?? { unread: NOT_READ }
  const old = new Map(before.results.map((result) => [result.key, result]))
  const results = new Map<string, CaseResult>()
  for (const { cases, ...notes } of kept.judges) {
    const judge = new ContextJudge(plan, tokens, library.data.tolerance)
    judge.take(notes)
    const all: [PlannedCase, Readings][] = []
    for (const key of cases) {
      const own = planned.get(key)
      const requests = own && plan.profiles[own.profile]!.requests.map(requestKey)
      const texts = requests?.map((request) => readingsOf.get(key)!.get(request))
      if (!own || !texts || texts.includes(undefined)) return undefined
      const readings: Readings = (at) => texts[at]!
      for (const _ of judge.probes(own, readings)) return undefined
      all.push([own, readings])
    }
    const isAsShared = (own: PlannedCase, at: number) => {
      const { claim } = plan.profiles[own.profile]!.claims[at]!
      return judge.isShared(claim) === notes.shared.includes(claimId(claim))
    }
    for (const [own, readings] of all) {
      if (!own.judged) continue
      const was = old.get(own.key)?.checks ?? []
      const checks = plan.profiles[own.profile]!.claims.map((_, at) => {
        const check = judge.judge(own, at, readings, elsewhere) as CheckResult
        return withOrigin(check, isAsShared(own, at) ? was[at] : undefined)
      })
      if (checks.includes(undefined)) return undefined
      results.set(own.key, { key: own.key, values: own.values, checks: checks as CheckResult[] })
    }
  }
  const judged = plan.cases.filter((each) => each.judged)
  if (judged.some(({ key }) => !results.has(key))) return undefined
  return judged.map(({ key }) => results.get(key)!)
}

/** A check with the declaration that made it so; undefined where that is not known. @param was the same claim before */
function withOrigin(check: CheckResult, was: CheckResult | undefined): CheckResult | undefined {
  if (check.verdict !== 'misses' || decidingProperties(check.reading).length === 0) return check
  const isSame = was?.part === check.part && was.reading === check.reading && was.measured === check.measured
  return isSame && was.verdict === 'misses' && was.origin ? { ...check, origin: was.origin } : undefined
}
