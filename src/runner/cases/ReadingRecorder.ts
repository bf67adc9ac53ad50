import { requestKey, type JudgeNotes, type Measured, type Plan, type PlannedCase } from '@/core/plan'
import { Table } from '../Table'

/** Cases that one judge judged together: they share its answers, and what their claims came to. */
export interface KeptJudge extends JudgeNotes {
  cases: string[]
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

interface Taken {
  planned: PlannedCase
  readings: [request: string, measured: Measured][]
  judge: JudgeNotes
}

/** Notes what is read of a component's cases, and with what each is judged. What comes last of a case counts. */
export class ReadingRecorder {
  readonly #taken = new Map<string, Taken>()

  /** @param readings by the places of the case's requests */
  take({ profiles }: Plan, planned: PlannedCase, readings: readonly Measured[], judge: JudgeNotes): void {
    const { requests } = profiles[planned.profile]!
    const named = requests.map((request, at): [string, Measured] => [requestKey(request), readings[at]!])
    this.#taken.set(planned.key, { planned, readings: named, judge })
  }

  /** Once all cases are judged. */
  pack(): KeptReadings {
    const [texts, requests] = [new Table<Measured>(JSON.stringify), new Table<string>()]
    const cases: KeptReadings['cases'] = {}
    const judges = new Map<JudgeNotes, KeptJudge>()
    for (const { planned, readings, judge } of this.#taken.values()) {
      cases[planned.key] = readings.map(([request, measured]) => [requests.placeOf(request), texts.placeOf(measured)])
      let kept = judges.get(judge)
      if (!kept) judges.set(judge, (kept = { cases: [], ...judge }))
      kept.cases.push(planned.key)
    }
    return { judges: [...judges.values()], texts: texts.all, requests: requests.all, cases }
  }
}
