import { requestKey, type ContextJudge, type Measured, type Plan, type PlannedCase, type Readings } from '@/core/plan'
import type { Claim, Computed } from '@/core/spec'

/** Cases that one judge judged together: they share its answers, and what their claims came to. */
export interface KeptJudge {
  cases: string[]
  /** What the browser computed, by probe. */
  answers: [key: string, computed: Computed][]
  /** Claims whose outcomes they share, by `claimId`. */
  shared: string[]
}

/** All that was read of a component's cases, whatever was expected. */
export interface KeptReadings {
  judges: KeptJudge[]
  /** Most readings are those of many cases: each once. */
  texts: Measured[]
  /** Names of requests. */
  requests: string[]
  /** By case: the text of each request, both by their places above. */
  cases: Record<string, [request: number, text: number][]>
}

/** A claim by the rule that makes it, whatever that expects. */
export const claimId = ({ rule, part, reading }: Claim): string => `${rule.index}|${part}|${reading.text}`

interface Taken {
  plan: Plan
  planned: PlannedCase
  readings: [request: string, measured: Measured][]
  judge: ContextJudge
}

/** Notes what is read of a component's cases, and with what each is judged. What comes last of a case counts. */
export class ReadingRecorder {
  readonly #taken = new Map<string, Taken>()

  take(plan: Plan, planned: PlannedCase, readings: Readings, judge: ContextJudge): void {
    const { requests } = plan.profiles[planned.profile]!
    const texts = requests.map((request, at): [string, Measured] => [requestKey(request), readings(at)])
    this.#taken.set(planned.key, { plan, planned, readings: texts, judge })
  }

  /** Once all cases are judged. */
  pack(): KeptReadings {
    const [texts, requests] = [new Table<Measured>(JSON.stringify), new Table<string>()]
    const cases: KeptReadings['cases'] = {}
    const judges = new Map<ContextJudge, KeptJudge>()
    for (const { plan, planned, readings, judge } of this.#taken.values()) {
      cases[planned.key] = readings.map(([request, measured]) => [requests.placeOf(request), texts.placeOf(measured)])
      let kept = judges.get(judge)
      if (!kept) judges.set(judge, (kept = { cases: [], answers: [...judge.answers], shared: sharedOf(judge, plan) }))
      kept.cases.push(planned.key)
    }
    return { judges: [...judges.values()], texts: texts.all, requests: requests.all, cases }
  }
}

const sharedOf = (judge: ContextJudge, { profiles }: Plan): string[] => {
  const claims = profiles.flatMap((profile) => profile.claims.map(({ claim }) => claim))
  return [...new Set(claims.filter((claim) => judge.isShared(claim)).map(claimId))]
}

/** Gives each of some values a place, equal ones the same. */
class Table<T> {
  readonly all: T[] = []
  readonly #places = new Map<string, number>()

  constructor(private readonly nameOf: (value: T) => string = String) {}

  placeOf(value: T): number {
    const name = this.nameOf(value)
    let at = this.#places.get(name)
    if (at === undefined) this.#places.set(name, (at = this.all.push(value) - 1))
    return at
  }
}
