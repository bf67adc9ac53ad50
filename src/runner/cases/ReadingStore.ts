import { requestKey, type Elsewhere, type Measured, type Plan, type PlannedCase } from '@/core/plan'

/** What was read of one case that others are compared with, by its requests. */
export type ComparedReadings = readonly [request: string, measured: Measured][]

/** Readings of cases that others are compared with. */
export class ReadingStore {
  readonly #cases = new Map<string, ReadonlyMap<string, Measured>>()

  constructor(private readonly plan: Pick<Plan, 'compared' | 'profiles'>) {}

  /** Some that are known already. @param given by the keys of cases */
  static with(plan: Pick<Plan, 'compared' | 'profiles'>, given: Iterable<readonly [string, ComparedReadings]>) {
    const store = new ReadingStore(plan)
    for (const [key, readings] of given) store.#cases.set(key, new Map(readings))
    return store
  }

  /** @param measured by the places of the case's requests */
  remember({ key, profile }: PlannedCase, measured: (request: number) => Measured): void {
    const { compared, profiles } = this.plan
    if (compared.size === 0) return
    const kept = new Map<string, Measured>()
    profiles[profile]!.requests.forEach((request, at) => {
      if (compared.has(requestKey(request))) kept.set(requestKey(request), measured(at))
    })
    this.#cases.set(key, kept)
  }

  /** What is known of some cases. */
  of(keys: Iterable<string>): [key: string, readings: ComparedReadings][] {
    return [...new Set(keys)].flatMap((key) => {
      const known = this.#cases.get(key)
      return known ? [[key, [...known]] as [string, ComparedReadings]] : []
    })
  }

  readonly elsewhere: Elsewhere = (key, request) => this.#cases.get(key)?.get(request) ?? 'later'
}
