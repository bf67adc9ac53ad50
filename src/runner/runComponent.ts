import { availableParallelism } from 'node:os'
import { unreadCase, type CaseResult, type CheckResult, type PlannedCase } from '@/core/plan'
import { groupBy } from '@/core/group'
import { counted } from '@/core/words'
import {
  EMPTY_INVENTORY,
  hasCode,
  joinInventories,
  mayEscape,
  sideEffectInTexts,
  type Inventory,
  type StageContext,
} from '@/stage'
import type { RunSetup } from './RunSetup'
import { remember, runChunk, type ReadingStore, type Waiting } from './chunk'
import { judgeWaiting } from './judgeWaiting'
import { CASES_PER_CHUNK, divide, DOCUMENTS_PER_CHUNK, type Chunk } from './divide'
import { compareWithEngine } from './reading'
import type { WindowPicture } from './pictures'
import { runInputCases, type InputResult } from './scenario'
import { MOUNT_LIMIT_MS } from './PageWatch'
import { MAX_HANGS, Recovery } from './Recovery'
import type { StagePage } from './StagePage'
import type { RunPools } from './pools'
import { StateTrial } from './StateTrial'

export interface RunListener {
  /** Called with each judged case, as soon as it is known for good. */
  onCase(result: CaseResult): void
  /** Called with what is to be known about the component as a whole. */
  onIncident?(message: string): void
  signal?: AbortSignal
}

/** Pages that share a component's chunks: a browser lays out one page on one core. */
const MAX_LANES = Math.max(1, Math.min(4, availableParallelism()))
/** How long is waited in all for a component whose script never returns; closing and opening its page comes on top. */
export const LONGEST_LOSS_MS = MAX_HANGS * MOUNT_LIMIT_MS

/**
 * Reads and judges all cases of a plan. Whatever a component does, every judged case comes to `onCase` once, unless the run is stopped.
 * @returns what stood in the cases, for lints; undefined where the component was given up
 */
export async function runComponent(
  pools: RunPools,
  setup: RunSetup,
  listener: RunListener,
): Promise<Inventory | undefined> {
  const { isolate } = setup.plan.sheet.data.stage
  const isAlone = isolate === 'yes' || (isolate === 'auto' && sideEffectInTexts(setup.component) !== undefined)
  // That each case needs a document of its own may show only when cases stand: then nothing that was read together counts.
  const mayHaveSideEffects = isolate === 'auto' && !isAlone && (hasCode(setup.component) || mayEscape(setup.component))
  const run = new ComponentRun(pools, setup, listener, isAlone, mayHaveSideEffects)
  try {
    await run.all()
    return run.counted
  } catch (error) {
    if (!(error instanceof SideEffectFound)) throw error
    const again = new ComponentRun(pools, setup, listener, true, false)
    await again.all()
    return again.counted
  }
}

/** The component reaches out of its case: what was read of cases that stood together does not count. */
class SideEffectFound extends Error {
  override name = 'SideEffectFound'
}

class ComponentRun {
  #chunks: Chunk[] = []
  readonly #recovery = new Recovery<PlannedCase>()
  #store: ReadingStore = new Map()
  #waiting: Waiting[] = []
  /** Results that may turn out not to count. */
  #held: CaseResult[] = []
  /** Results of cases that real input has brought about. */
  #acted: CaseResult[] = []
  /** The page that the first chunk was read in. */
  #opened?: StagePage | undefined
  #incidents = new Set<string>()
  #notes = new Map<string, number>()
  #trial: StateTrial
  #isCompared = false
  #windows: [planned: PlannedCase, picture: WindowPicture][] = []
  inventory: Inventory = EMPTY_INVENTORY

  constructor(
    readonly pools: RunPools,
    readonly setup: RunSetup,
    readonly listener: RunListener,
    readonly isIsolated: boolean,
    readonly mayHaveSideEffects: boolean,
  ) {
    this.#trial = new StateTrial(setup.component, setup.plan)
  }

  /** What stood in the cases: of some that were given up nothing is known. */
  get counted(): Inventory | undefined {
    return this.#recovery.lost === undefined ? this.inventory : undefined
  }

  async all() {
    const { plan, contexts } = this.setup
    const isByStep = ({ settings }: PlannedCase) => settings.steps.length > 0
    const byStep = plan.cases.filter(isByStep)
    const groups = groupBy(
      plan.cases.filter((planned) => !isByStep(planned)),
      ({ values }) => contexts.map((name) => values[name]).join('|'),
    )
    this.#chunks = [...groups.values()].flatMap((cases) => divide(this.setup, cases, this.isIsolated))
    await this.readFirst()
    // Nothing is tried out of a component that has been given up.
    const samples = this.#recovery.lost === undefined ? this.#trial.samples() : []
    // Real input takes pages of its own: it goes on beside the rest.
    await Promise.all([this.readChunks(), this.readByInput([...byStep, ...samples])])
    for (const real of this.#trial.replacements()) this.takeActed(real)
    await this.readByInput(this.#trial.toBeActed())
    for (const note of this.#trial.notes()) this.incident(note)
    for (const [note, count] of this.#notes) this.incident(`${note} (${counted(count, 'case')})`)
    for (const result of this.#held) if (!this.#trial.isReplaced(result.key)) this.listener.onCase(result)
    for (const result of this.#acted) this.listener.onCase(result)
    if (this.listener.signal?.aborted) return
    // After all others: what real input has brought about is what counts.
    const tell = (message: string) => this.incident(message)
    for (const [planned, picture] of this.#windows) await this.setup.pictures?.takeActed(planned, picture, tell)
    const waiting = this.#waiting.filter(({ isActed, planned }) => isActed || !this.#trial.isReplaced(planned.key))
    for (const result of judgeWaiting(plan, waiting, this.#store)) this.listener.onCase(result)
  }

  /** What a component does outside of its cases shows in its first chunk: only then is the rest of the work divided. */
  private async readFirst() {
    const first = this.mayHaveSideEffects ? this.#chunks.shift() : undefined
    if (first) this.#opened = await this.work([first])
  }

  private async readChunks() {
    // A page more must have enough to do: documents of their own take long, and so do hundreds of cases.
    const cases = this.#chunks.reduce((sum, chunk) => sum + chunk.cases.length, 0)
    const perLane = this.isIsolated ? DOCUMENTS_PER_CHUNK : CASES_PER_CHUNK
    const count = Math.min(MAX_LANES, this.#chunks.length, Math.ceil(cases / perLane))
    const works = await Promise.allSettled(Array.from({ length: Math.max(1, count) }, () => this.work(this.#chunks)))
    const pages = works.flatMap((work) => (work.status === 'fulfilled' && work.value ? [work.value] : []))
    await Promise.all(pages.map((page) => this.finish(page)))
    const failed = works.find((work) => work.status === 'rejected')
    if (failed) throw failed.reason
  }

  /** Hands a page on to the next component. */
  private async finish(page: StagePage) {
    // A page that has been lost has nothing to tell.
    const counted = await page.inventory().catch(() => undefined)
    if (counted) this.inventory = joinInventories(this.inventory, counted)
    this.pools.stages.give(page)
  }

  /** Works at chunks in a page, until there are none; gives back the page, if one is open. */
  private async work(chunks: Chunk[]): Promise<StagePage | undefined> {
    let page = this.#opened
    this.#opened = undefined
    try {
      for (let chunk = chunks.shift(); chunk && !this.listener.signal?.aborted; chunk = chunks.shift()) {
        const groups: (readonly PlannedCase[])[] = [chunk.cases]
        for (let cases = groups.shift(); cases && !this.listener.signal?.aborted; cases = groups.shift()) {
          if (cases.length === 0) continue
          if (this.#recovery.lost !== undefined) {
            this.giveUp(cases, this.#recovery.lost)
            continue
          }
          let isOpening = true
          try {
            if (page && !page.suits(chunk.context)) {
              await this.finish(page)
              page = undefined
            }
            page ??= await this.open(chunk.context)
            isOpening = false
            await page.setContext(chunk.context)
            await this.readChunk(page, chunk, cases)
            page = await this.cleared(page)
          } catch (error) {
            if (error instanceof SideEffectFound) throw error
            const isGone = (await page?.isGone()) ?? false
            await page?.close()
            page = undefined
            // Whether there is another browser shows when a page is opened.
            groups.unshift(...(isGone ? [cases] : this.recover(error, cases, isOpening)))
          }
        }
      }
      return page
    } catch (error) {
      if (page) this.pools.stages.give(page)
      throw error
    }
  }

  /** The page for the next cases. One that cannot even be cleared is not used again: all of it has been read. */
  private async cleared(page: StagePage): Promise<StagePage | undefined> {
    try {
      await page.clear()
      return page
    } catch {
      await page.close()
      return undefined
    }
  }

  private async open(context: StageContext): Promise<StagePage> {
    const { component, viewport } = this.setup
    const page = await this.pools.stages.take()
    try {
      await page.openComponent({ ...component, isolated: this.isIsolated }, context, viewport)
      return page
    } catch (error) {
      await page.close()
      throw error
    }
  }

  private async readChunk(page: StagePage, chunk: Chunk, cases: readonly PlannedCase[]) {
    const read = await runChunk(this.setup, page, chunk.judge, cases, this.#store, this.#trial)
    // Once is enough: what falsifies readings does so from the start.
    if (!this.#isCompared && hasCode(this.setup.component)) await compareWithEngine(page, [0, cases.length - 1], 'root')
    this.#isCompared = true
    this.pools.browsers.noteWork()
    if (this.mayHaveSideEffects && (await page.sideEffect()) !== undefined) throw new SideEffectFound()
    if (!read.isSettled) this.incident('its animations did not settle: they go on changing it')
    for (const note of read.notes) this.#notes.set(note, (this.#notes.get(note) ?? 0) + 1)
    for (const message of await page.incidents()) this.incident(message)
    const isLost = (at: number) => read.failures[at] !== undefined
    await this.setup.pictures?.take(page, cases, isLost, (message) => this.incident(message))
    for (const result of read.results) this.deliver(result)
    this.#waiting.push(...read.waiting)
  }

  /** What is known for good is told at once; what may turn out otherwise waits. */
  private deliver(result: CaseResult) {
    if (this.mayHaveSideEffects || this.#trial.isPending(result.key)) this.#held.push(result)
    else this.listener.onCase(result)
  }

  /** Brings cases about one by one, by real input. */
  private async readByInput(cases: readonly PlannedCase[]) {
    if (cases.length === 0) return
    const { plan, library } = this.setup
    const { signal } = this.listener
    const setup = { ...this.setup, sheet: plan.sheet, library }
    const elsewhere = (key: string, request: string) => this.#store.get(key)?.get(request) ?? ('later' as const)
    const { pictures } = this.setup
    const isPictured = pictures && ((planned: PlannedCase) => pictures.wants(planned))
    const how = { elsewhere, ...(signal && { signal }), ...(isPictured && { isPictured }) }
    await runInputCases(this.pools.plays, setup, plan, cases, how, (read) => {
      if (this.#trial.isSample(read.planned.key)) this.#trial.takeReal(read)
      else this.takeActed(read)
    })
  }

  private takeActed(read: InputResult) {
    const { planned } = read
    if (read.kind === 'unread') {
      if (planned.judged) this.#acted.push(read.result)
      return
    }
    const { plan, surveyor, pictures } = this.setup
    if (read.picture && pictures) this.#windows.push([planned, read.picture])
    remember(plan, planned, read.readings, this.#store)
    this.setup.readings?.take(plan, planned, read.readings, read.judge)
    // A survey knows what was forced: that is not so.
    if (surveyor && (surveyor.takesActed || this.#trial.isReplaced(planned.key)))
      surveyor.take(planned, plan.profiles[planned.profile]!.requests, read.readings)
    this.inventory = joinInventories(this.inventory, read.inventory)
    if (!planned.judged) return
    if (read.checks.includes('later')) this.#waiting.push({ ...read, isActed: true })
    else this.#acted.push({ key: planned.key, values: planned.values, checks: read.checks as CheckResult[] })
  }

  private recover(error: unknown, cases: readonly PlannedCase[], isOpening: boolean) {
    if (this.listener.signal?.aborted) return []
    const { again, left } = this.#recovery.after(error, cases, isOpening)
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
