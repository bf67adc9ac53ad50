import { availableParallelism } from 'node:os'
import { ContextJudge, unreadCase, type CaseResult, type CheckResult, type PlannedCase } from '@/core/plan'
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
import { mountOrder, remember, runChunk, type ReadingStore, type Waiting } from './chunk'
import { judgeWaiting } from './judgeWaiting'
import { stageContext } from './stageContext'
import { compareWithEngine, Tampered } from './reading'
import { runInputCases, type InputResult } from './scenario'
import { MOUNT_LIMIT_MS, StageHang } from './PageWatch'
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

// As many as stand in one document before laying it out costs more than opening another.
const CASES_PER_CHUNK = 500
// Fewer where a component brings code: what is done in one go is then done in well under the time after which it is taken to hang.
const SCRIPTED_CASES_PER_CHUNK = 100
const DOCUMENTS_PER_CHUNK = 24
/** Pages that share a component's chunks: a browser lays out one page on one core. */
const MAX_LANES = Math.max(1, Math.min(4, availableParallelism()))
/** A component whose code hangs is opened anew this often; then the rest of its cases stays unread. */
const MAX_HANGS = 2
/** How long is waited in all for a component whose script never returns; closing and opening its page comes on top. */
export const LONGEST_LOSS_MS = MAX_HANGS * MOUNT_LIMIT_MS

/**
 * Reads and judges all cases of a plan. Whatever a component does, every judged case comes to `onCase` once, unless the run is stopped.
 * @returns what stood in the cases, for lints
 */
export async function runComponent(pools: RunPools, setup: RunSetup, listener: RunListener): Promise<Inventory> {
  const { isolate } = setup.plan.sheet.data.stage
  const isAlone = isolate === 'yes' || (isolate === 'auto' && sideEffectInTexts(setup.component) !== undefined)
  // That each case needs a document of its own may show only when cases stand: then nothing that was read together counts.
  const mayHaveSideEffects = isolate === 'auto' && !isAlone && (hasCode(setup.component) || mayEscape(setup.component))
  const run = new ComponentRun(pools, setup, listener, isAlone, mayHaveSideEffects)
  try {
    await run.all()
    return run.inventory
  } catch (error) {
    if (!(error instanceof SideEffectFound)) throw error
    const again = new ComponentRun(pools, setup, listener, true, false)
    await again.all()
    return again.inventory
  }
}

/** The component reaches out of its case: what was read of cases that stood together does not count. */
class SideEffectFound extends Error {
  override name = 'SideEffectFound'
}

/** Cases of one context that are mounted together. */
interface Chunk {
  cases: readonly PlannedCase[]
  context: StageContext
  judge: ContextJudge
}

class ComponentRun {
  #chunks: Chunk[] = []
  #hangs = 0
  #store: ReadingStore = new Map()
  #waiting: Waiting[] = []
  /** Results that may turn out not to count. */
  #held: CaseResult[] = []
  /** Results of cases that real input has brought about. */
  #acted: CaseResult[] = []
  /** Why nothing of the component can be read any more. */
  #lost?: string
  /** The page that the first chunk was read in. */
  #opened?: StagePage | undefined
  #incidents = new Set<string>()
  #notes = new Map<string, number>()
  #trial: StateTrial
  #isCompared = false
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

  async all() {
    const { plan, contexts } = this.setup
    const isByStep = ({ settings }: PlannedCase) => settings.steps.length > 0
    const byStep = plan.cases.filter(isByStep)
    const groups = groupBy(
      plan.cases.filter((planned) => !isByStep(planned)),
      ({ values }) => contexts.map((name) => values[name]).join('|'),
    )
    this.#chunks = [...groups.values()].flatMap((cases) => this.divide(cases))
    await this.readFirst()
    // Nothing is tried out of a component that has been given up.
    const samples = this.#lost === undefined ? this.#trial.samples() : []
    // Real input takes pages of its own: it goes on beside the rest.
    await Promise.all([this.readChunks(), this.readByInput([...byStep, ...samples])])
    for (const real of this.#trial.replacements()) this.takeActed(real)
    await this.readByInput(this.#trial.toBeActed())
    for (const note of this.#trial.notes()) this.incident(note)
    for (const [note, count] of this.#notes) this.incident(`${note} (${counted(count, 'case')})`)
    for (const result of this.#held) if (!this.#trial.isReplaced(result.key)) this.listener.onCase(result)
    for (const result of this.#acted) this.listener.onCase(result)
    if (this.listener.signal?.aborted) return
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

  private divide(cases: readonly PlannedCase[]): Chunk[] {
    const { plan, tokens, tolerance, component } = this.setup
    const context = this.contextOf(cases[0]!)
    const size = this.isIsolated ? DOCUMENTS_PER_CHUNK : hasCode(component) ? SCRIPTED_CASES_PER_CHUNK : CASES_PER_CHUNK
    // Judges are not shared between chunks: lanes work at the same time.
    return Array.from({ length: Math.ceil(cases.length / size) }, (_, at) => ({
      cases: mountOrder(cases.slice(at * size, (at + 1) * size)),
      context,
      judge: new ContextJudge(plan, tokens, tolerance),
    }))
  }

  private contextOf({ values }: PlannedCase): StageContext {
    const inContext = Object.fromEntries(this.setup.contexts.map((name) => [name, values[name]!]))
    return stageContext(this.setup.tokens, inContext)
  }

  /** Works at chunks in a page, until there are none; gives back the page, if one is open. */
  private async work(chunks: Chunk[]): Promise<StagePage | undefined> {
    let page = this.#opened
    this.#opened = undefined
    try {
      for (let chunk = chunks.shift(); chunk && !this.listener.signal?.aborted; chunk = chunks.shift()) {
        let { cases } = chunk
        while (cases.length > 0 && !this.listener.signal?.aborted) {
          if (this.#lost !== undefined) {
            for (const planned of cases) if (planned.judged) this.giveUp(planned, this.#lost)
            break
          }
          try {
            page ??= await this.open(chunk.context)
            await page.setContext(chunk.context)
            await this.readChunk(page, chunk, cases)
            break
          } catch (error) {
            if (error instanceof SideEffectFound) throw error
            await page?.close()
            page = undefined
            cases = this.recover(error, cases)
          }
        }
      }
      return page
    } catch (error) {
      if (page) this.pools.stages.give(page)
      throw error
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
    if (this.mayHaveSideEffects && (await page.sideEffect()) !== undefined) throw new SideEffectFound()
    if (!read.isSettled) this.incident('its animations did not settle: they go on changing it')
    for (const note of read.notes) this.#notes.set(note, (this.#notes.get(note) ?? 0) + 1)
    for (const result of read.results) this.deliver(result)
    this.#waiting.push(...read.waiting)
    for (const message of await page.incidents()) this.incident(message)
    await page.clear()
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
    await runInputCases(this.pools.plays, setup, plan, cases, { elsewhere, ...(signal && { signal }) }, (read) => {
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
    const { plan, surveyor } = this.setup
    remember(plan, planned, read.readings, this.#store)
    // A survey knows what was forced: that is not so.
    if (surveyor && (surveyor.takesActed || this.#trial.isReplaced(planned.key)))
      surveyor.take(planned, plan.profiles[planned.profile]!.requests, read.readings)
    this.inventory = joinInventories(this.inventory, read.inventory)
    if (!planned.judged) return
    if (read.checks.includes('later')) this.#waiting.push({ ...read, isActed: true })
    else this.#acted.push({ key: planned.key, values: planned.values, checks: read.checks as CheckResult[] })
  }

  /** Decides what to do after a chunk has failed: leave out the case that hangs, or give the component up. */
  private recover(error: unknown, cases: readonly PlannedCase[]): readonly PlannedCase[] {
    if (this.listener.signal?.aborted) return []
    if (error instanceof Tampered) {
      this.#lost = error.message
      return cases
    }
    if (!(error instanceof StageHang)) {
      // The page's own error comes with its kind before it and its stack behind.
      const [sentence = ''] = (error as Error).message.split(/\n| {2,}at /)
      this.#lost = `the component could not be staged: ${sentence.trim().replace(/^(Uncaught )?Error: /, '')}`
      return cases
    }
    const culprit = error.caseIndex === undefined || error.caseIndex < 0 ? undefined : cases[error.caseIndex]
    if (++this.#hangs >= MAX_HANGS || !culprit) {
      this.#lost = error.reason
      return cases
    }
    if (culprit.judged) this.giveUp(culprit, error.reason)
    return cases.filter((planned) => planned !== culprit)
  }

  private giveUp(planned: PlannedCase, reason: string) {
    this.deliver(unreadCase(this.setup.plan, planned, reason))
  }

  private incident(message: string) {
    if (this.#incidents.has(message)) return
    this.#incidents.add(message)
    this.listener.onIncident?.(message)
  }
}
