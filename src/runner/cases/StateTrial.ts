import type { Filling, Measured, Plan, PlannedCase } from '@/core/plan'
import { hasCode, REFERENCE, type StageComponent } from '@/stage'
import type { InputResult } from '../scenario'

/** What a case comes to when its states are forced. */
export interface ForcedSample {
  failure?: string
  /** No pointer can reach it: there is nothing real to compare it with. */
  isOutOfReach: boolean
  readings: readonly Measured[]
  trace: string
}

/** Cases that are brought into the same states, with one of them that is tried out. */
interface Group {
  sample: PlannedCase
  cases: PlannedCase[]
  real?: InputResult
  forced?: ForcedSample
  /** Whether the two differ, once both are known. */
  isReplaced?: boolean
}

/**
 * Finds out whether states that are forced on selectors are what real input brings about. Styles cannot tell the difference, but code
 * can: a component may mark what is hovered by itself. One case of each state is tried both ways; where they differ, all of its
 * cases are brought about by real input.
 */
export class StateTrial {
  #groups = new Map<string, Group>()
  #groupOf = new Map<string, Group>()

  constructor(
    component: Pick<StageComponent, 'pieces'>,
    readonly plan: Plan,
  ) {
    if (!hasCode(component)) return
    for (const planned of plan.cases) {
      if (planned.settings.steps.length > 0) continue
      const states = statesOf(planned.settings)
      if (states.length === 0) continue
      const key = JSON.stringify(states)
      const group = this.#groups.get(key) ?? { sample: planned, cases: [] }
      this.#groups.set(key, group)
      group.cases.push(planned)
      this.#groupOf.set(planned.key, group)
    }
  }

  /** The cases that are tried out. */
  samples(): PlannedCase[] {
    return [...this.#groups.values()].map(({ sample }) => sample)
  }

  isSample(key: string): boolean {
    return this.#groupOf.get(key)?.sample.key === key
  }

  /** Whether what is read of a case may turn out to be otherwise. */
  isPending(key: string): boolean {
    return this.#groupOf.has(key)
  }

  takeForced(key: string, forced: ForcedSample): void {
    const group = this.#groupOf.get(key)
    if (group) group.forced = forced
  }

  takeReal(key: string, real: InputResult): void {
    const group = this.#groupOf.get(key)
    if (group) group.real = real
  }

  /** Whether a case must be brought about by real input. */
  isReplaced(key: string): boolean {
    const group = this.#groupOf.get(key)
    return group !== undefined && this.isOther(group)
  }

  /** What real input came to in the cases that were tried out and turned out to need it. */
  replacements(): [planned: PlannedCase, real: InputResult][] {
    return this.replaced().flatMap(({ sample, real }) => (real ? [[sample, real] as [PlannedCase, InputResult]] : []))
  }

  /** The other cases that need it. */
  toBeActed(): PlannedCase[] {
    return this.replaced().flatMap(({ cases, sample }) => cases.filter((planned) => planned !== sample))
  }

  notes(): string[] {
    return this.replaced().map(({ sample, cases }) => {
      const states = statesOf(sample.settings).flatMap(({ pseudo }) => pseudo)
      const count = `${cases.length} ${cases.length === 1 ? 'case was' : 'cases were'}`
      return `:${[...new Set(states)].join(':')} is more than a selector here, since code answers to the input: ${count} brought about by real input`
    })
  }

  private replaced(): Group[] {
    return [...this.#groups.values()].filter((group) => this.isOther(group))
  }

  /** Asked of every case: traces are compared once. */
  private isOther(group: Group): boolean {
    if (!group.real || !group.forced) return false
    return (group.isReplaced ??= this.differs(group))
  }

  private differs({ sample, real, forced }: Group): boolean {
    if (!real || !forced || forced.isOutOfReach) return false
    if (real.kind === 'unread' || forced.failure !== undefined)
      return (real.kind === 'unread') !== (forced.failure !== undefined)
    if (comparable(real.trace) !== comparable(forced.trace)) return true
    return this.plan.profiles[sample.profile]!.requests.some((request, at) => {
      // Where something stands in the window depends on what stands around it.
      if (request.reading.origin === 'pointer') return false
      const texts = [real.readings[at], forced.readings[at]].map((measured) => JSON.stringify(measured))
      // Whether the browser ignores an element that says nothing depends on the tree that it stands in.
      const [now, then] = request.reading.name === 'role' ? texts.map((text) => text.replace('generic', 'none')) : texts
      return now !== then
    })
  }
}

interface State {
  slug?: string
  on: string
  pseudo: readonly string[]
}

/** All states that a case forces, of components in its slots too. */
function statesOf({ forced, slots }: { forced: readonly State[]; slots: Readonly<Record<string, Filling>> }): State[] {
  const nested = Object.values(slots).flatMap((filling) =>
    filling.kind === 'component' ? statesOf(filling).map((state) => ({ slug: filling.slug, ...state })) : [],
  )
  return [...forced, ...nested]
}

const REFERENCES = new RegExp(` ${REFERENCE}="\\d+"`, 'g')

/** Leaves out of a trace what differs from one instance to another: ids and names are counted instead. */
function comparable(trace: string): string {
  const plain = trace.replaceAll(REFERENCES, '')
  const names = new Set([...plain.matchAll(/ (?:id|name|for)="([^"]+)"/g)].map(([, name]) => name!))
  let text = plain
  // Longer ones first: one may begin with another.
  for (const [at, name] of [...[...names].entries()].sort(([, a], [, b]) => b.length - a.length))
    text = text.replaceAll(name, `#${at}`)
  return text
}
