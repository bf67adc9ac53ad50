import { unreadCase, type CaseResult, type PlannedCase } from '@/core/plan'
import { groupBy } from '@/core/group'
import { hasCode, mayEscape, type Inventory } from '@/stage'
import type { ReadingRecorder } from './ReadingRecorder'
import { MOUNT_LIMIT_MS } from '../PageWatch'
import type { InputResult } from '../scenario'
import type { ChunkTask } from './ChunkTask'
import type { ComponentReaders, ReadingLane } from './ComponentReaders'
import { CASES_PER_CHUNK, divide, DOCUMENTS_PER_CHUNK, type Chunk } from './divide'
import { ReadingFailed } from './Fault'
import { isAlone, mayDiffer } from './isolation'
import { judgeWaiting } from './judgeWaiting'
import { lookAgain } from './lookAgain'
import { putTogether, resultOf, type Read } from './putTogether'
import { ReadingStore } from './ReadingStore'
import { MAX_HANGS, Recovery } from './Recovery'
import type { RunSetup } from './RunSetup'
import { StateTrial } from './StateTrial'

export interface RunListener {
  /** Called with each judged case, as soon as it is known for good. */
  onCase(result: CaseResult): void
  /** Called with what is to be known about the component as a whole. */
  onIncident?(message: string): void
  signal?: AbortSignal
  /** Notes what is read, to be judged anew when only what is expected has changed. */
  readings?: ReadingRecorder | undefined
}

/** How long is waited in all for a component whose script never returns; closing and opening its page comes on top. */
export const LONGEST_LOSS_MS = MAX_HANGS * MOUNT_LIMIT_MS

/**
 * Reads and judges all cases of a plan. Whatever a component does, every judged case comes to `onCase` once, unless the run is stopped.
 * What comes of it does not hang on who reads which chunk, or on what is through first.
 * @returns what stood in the cases, for lints; undefined where the component was given up
 */
export async function runComponent(
  readers: ComponentReaders,
  setup: RunSetup,
  listener: RunListener,
): Promise<Inventory | undefined> {
  const { component } = setup
  const { stage } = setup.plan.sheet.data
  const isOwn = isAlone(stage, component)
  // That each case needs a document of its own may show only when cases stand: then nothing that was read together counts.
  const mayHaveSideEffects = stage.isolate === 'auto' && !isOwn && (hasCode(component) || mayEscape(component))
  const run = new ComponentRun(readers, setup, listener, isOwn, mayHaveSideEffects, mayDiffer(stage, component))
  try {
    return await run.all()
  } catch (error) {
    if (!(error instanceof NeedsDocuments)) throw error
    const { differs } = error
    if (differs !== undefined)
      listener.onIncident?.(`in a page of its own it ${differs}: each of its cases was read in one`)
    return new ComponentRun(readers, setup, listener, true, false, false).all()
  }
}

/** The component reaches out of its case, or is otherwise in a page of its own: what was read of cases that stood together does not count. */
class NeedsDocuments extends Error {
  override name = 'NeedsDocuments'

  constructor(readonly differs?: string) {
    super()
  }
}

type Placed = Chunk & { place: number }

const isByStep = ({ settings }: PlannedCase) => settings.steps.length > 0

class ComponentRun {
  #chunks: Placed[] = []
  readonly #recovery = new Recovery<PlannedCase>()
  readonly #store: ReadingStore
  readonly #trial: StateTrial
  readonly #read: Read[] = []
  /** What real input has brought about. */
  readonly #acted = new Map<string, InputResult>()
  /** Results that may turn out not to count. */
  #held: CaseResult[] = []
  #isCompared = false
  #incidents = new Set<string>()

  constructor(
    readonly readers: ComponentReaders,
    readonly setup: RunSetup,
    readonly listener: RunListener,
    readonly isIsolated: boolean,
    readonly mayHaveSideEffects: boolean,
    readonly mayDiffer: boolean,
  ) {
    this.#trial = new StateTrial(setup.component, setup.plan)
    this.#store = new ReadingStore(setup.plan)
  }

  async all(): Promise<Inventory | undefined> {
    const { plan, contexts } = this.setup
    const groups = groupBy(
      plan.cases.filter((planned) => !isByStep(planned)),
      ({ values }) => contexts.map((name) => values[name]).join('|'),
    )
    const chunks = [...groups.values()].flatMap((cases) => divide(this.setup, cases, this.isIsolated))
    this.#chunks = chunks.map((chunk, place) => ({ ...chunk, place }))
    const lane = this.readers.lane(this.isIsolated)
    try {
      await this.readFirst(lane)
    } catch (error) {
      await lane.end()
      throw error
    }
    // Nothing is tried out of a component that has been given up.
    const samples = this.#recovery.lost === undefined ? this.#trial.samples() : []
    // Real input takes pages of its own: it goes on beside the rest.
    await Promise.all([this.readChunks(lane), this.act([...plan.cases.filter(isByStep), ...samples])])
    await this.act(this.#trial.toBeActed())
    return this.conclude()
  }

  /**
   * What a component does outside of its cases shows in its first chunk: only then is the rest of the work divided. What styles declare
   * there is read in all others.
   */
  private async readFirst(lane: ReadingLane) {
    const { mayDiffer, mayHaveSideEffects } = this
    if (!mayHaveSideEffects && !mayDiffer && !(this.setup.surveyor && this.#chunks.length > 1)) return
    const first = this.#chunks.shift()
    if (first) await this.work(lane, [first])
  }

  private async readChunks(opened: ReadingLane) {
    // A page more must have enough to do: documents of their own take long, and so do hundreds of cases.
    const cases = this.#chunks.reduce((sum, chunk) => sum + chunk.cases.length, 0)
    const perLane = this.isIsolated ? DOCUMENTS_PER_CHUNK : CASES_PER_CHUNK
    const most = Math.ceil(cases / perLane)
    const count = Math.max(1, Math.min(this.readers.lanes, this.#chunks.length, most))
    const lanes = [opened, ...Array.from({ length: count - 1 }, () => this.readers.lane(this.isIsolated))]
    const works = await Promise.allSettled(lanes.map((lane) => this.work(lane, this.#chunks)))
    await Promise.all(lanes.map((lane) => lane.end()))
    const failed = works.find((work) => work.status === 'rejected')
    if (failed) throw failed.reason
  }

  /** Reads chunks, one after the other, until there are none. */
  private async work(lane: ReadingLane, chunks: Placed[]): Promise<void> {
    for (let chunk = chunks.shift(); chunk && !this.listener.signal?.aborted; chunk = chunks.shift()) {
      const groups: (readonly PlannedCase[])[] = [chunk.cases]
      for (let cases = groups.shift(); cases && !this.listener.signal?.aborted; cases = groups.shift()) {
        if (cases.length === 0) continue
        if (this.#recovery.lost !== undefined) {
          this.giveUp(cases, this.#recovery.lost)
          continue
        }
        try {
          this.take({ place: chunk.place, cases, reading: await lane.read(this.taskOf(chunk, cases)) })
        } catch (error) {
          if (!(error instanceof ReadingFailed)) throw error
          groups.unshift(...this.recover(error, cases))
        }
      }
    }
  }

  private taskOf({ values }: Chunk, cases: readonly PlannedCase[]): ChunkTask {
    const [first] = this.#read
    // Whoever looks falsified is falsified from the start: it is looked once.
    const isCompared = !this.#isCompared
    const isHeldToPlain = this.mayDiffer && isCompared
    return {
      ...{
        cases,
        values,
        isIsolated: this.isIsolated,
        watchesSideEffects: this.mayHaveSideEffects,
        isHeldToPlain,
        isCompared,
      },
      samples: cases.flatMap(({ key }) => (this.#trial.isSample(key) ? [key] : [])),
      keepsReadings: this.listener.readings !== undefined,
      declared: first?.place === 0 ? (first.reading.survey?.declared ?? []) : [],
      compared: [],
      isSecondLook: false,
    }
  }

  private take(read: Read) {
    const { cases, reading } = read
    if (reading.sideEffect !== undefined || reading.differs !== undefined) throw new NeedsDocuments(reading.differs)
    this.#isCompared = true
    this.#read.push(read)
    for (const [at, planned] of cases.entries()) {
      const { failure, checks, readings, trace, isOutOfReach = false } = reading.cases[at]!
      if (readings) this.#store.remember(planned, (request) => readings[request]!)
      if (trace !== undefined && readings)
        this.#trial.takeForced(planned.key, {
          ...(failure !== undefined && { failure }),
          isOutOfReach,
          readings,
          trace,
        })
      if (planned.judged && !checks.includes('later')) this.deliver(resultOf(planned, checks, failure))
    }
  }

  /** What is known for good is told at once; what may turn out otherwise waits. */
  private deliver(result: CaseResult) {
    if (this.mayHaveSideEffects || this.#trial.isPending(result.key)) this.#held.push(result)
    else this.listener.onCase(result)
  }

  /** Brings cases about one by one, by real input. */
  private async act(cases: readonly PlannedCase[]) {
    const { pictures } = this.setup
    await Promise.all(
      cases.map(async (planned) => {
        const real = await this.readers.act({ planned, isPictured: pictures?.wants(planned) ?? false, compared: [] })
        if (this.listener.signal?.aborted) return
        if (this.#trial.isSample(planned.key)) this.#trial.takeReal(planned.key, real)
        else this.#acted.set(planned.key, real)
      }),
    )
  }

  /** Puts together what was read. @returns what stood in the cases; undefined where some were given up */
  private async conclude(): Promise<Inventory | undefined> {
    const { listener, readers, setup } = this
    for (const [{ key }, real] of this.#trial.replacements()) this.#acted.set(key, real)
    const tell = (message: string) => this.incident(message)
    const read = this.#read.toSorted((a, b) => a.place - b.place)
    const found = { read, acted: this.#acted, trial: this.#trial, store: this.#store }
    const { inventory, waiting } = putTogether(setup, found, listener, tell)
    for (const result of this.#held) if (!this.#trial.isReplaced(result.key)) listener.onCase(result)
    if (!listener.signal?.aborted) {
      // After all others: what real input has brought about is what counts.
      for (const planned of setup.plan.cases) {
        const real = this.#acted.get(planned.key)
        if (real?.kind === 'read' && real.picture) await setup.pictures?.takeActed(planned, real.picture, tell)
      }
      const judged = judgeWaiting(setup, waiting, this.#store.elsewhere)
      const isActed = (key: string) => this.#acted.has(key)
      const placed = await lookAgain(readers, setup, this.isIsolated, judged, this.#store, isActed)
      for (const result of judged) listener.onCase(placed.get(result.key) ?? result)
    }
    return this.#recovery.lost === undefined ? inventory : undefined
  }

  private recover({ fault }: ReadingFailed, cases: readonly PlannedCase[]) {
    if (this.listener.signal?.aborted) return []
    const { again, left } = this.#recovery.after(fault, cases)
    if (left) this.giveUp(left.cases, left.reason)
    return again
  }

  private giveUp(cases: readonly PlannedCase[], reason: string) {
    for (const planned of cases) if (planned.judged) this.deliver(unreadCase(this.setup.plan, planned, reason))
  }

  private incident(message: string) {
    if (this.#incidents.has(message)) return
    this.#incidents.add(message)
    this.listener.onIncident?.(message)
  }
}
