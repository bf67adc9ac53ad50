import type { Browser } from 'puppeteer-core'
import { ContextJudge, unreadCheck, type CaseResult, type CheckResult, type Plan, type PlannedCase } from '@/core/plan'
import { groupBy } from '@/core/group'
import type { Tolerance, Viewport } from '@/core/sheet'
import type { TokenBook } from '@/core/tokens'
import type { CompiledComponent } from '@/source'
import { trespassInTexts, type StageContext } from '@/stage'
import { runChunk, toStageCase, type ReadingStore, type Waiting } from './chunk'
import { StageHang, StagePage } from './StagePage'

/** All that a run of one component needs. */
export interface RunSetup {
  plan: Plan
  component: CompiledComponent['component']
  originalPlace: CompiledComponent['originalPlace']
  tokens: TokenBook
  tolerance: Tolerance
  viewport: Viewport
  /** Names of the library's contexts. */
  contexts: readonly string[]
}

export interface RunListener {
  /** Called with each judged case, as soon as it is known. */
  onCase(result: CaseResult): void
  /** Called with faults that concern the component as a whole. */
  onIncident?(message: string): void
  signal?: AbortSignal
}

// As many as stand in one document before laying it out costs more than opening another.
const CASES_PER_CHUNK = 500
const DOCUMENTS_PER_CHUNK = 24
/** A component whose code hangs is opened anew this often; then the rest of its cases stays unread. */
const MOST_HANGS = 2

/** Reads and judges all cases of a plan. Whatever a component does, every judged case comes to `onCase` once, unless the run is stopped. */
export async function runComponent(browser: Browser, setup: RunSetup, listener: RunListener): Promise<void> {
  const run = new ComponentRun(browser, setup, listener)
  try {
    await run.all()
  } finally {
    await run.close()
  }
}

class ComponentRun {
  #page?: StagePage
  #isolated: boolean
  #hangs = 0
  #store: ReadingStore = new Map()
  #waiting: Waiting[] = []
  /** Why nothing of the component can be read any more. */
  #lost?: string
  #incidents = new Set<string>()

  constructor(
    readonly browser: Browser,
    readonly setup: RunSetup,
    readonly listener: RunListener,
  ) {
    const { isolate } = setup.plan.sheet.data.stage
    this.#isolated = isolate === 'yes' || (isolate === 'auto' && trespassInTexts(setup.component) !== undefined)
  }

  async all() {
    const { plan, contexts, tokens, tolerance } = this.setup
    const groups = groupBy(plan.cases, ({ values }) => contexts.map((name) => values[name]).join('|'))
    for (const cases of groups.values()) {
      const { values } = cases[0]!
      const inContext = Object.fromEntries(contexts.map((name) => [name, values[name]!]))
      const context: StageContext = {
        values: { theme: 'default', ...inContext },
        properties: tokens.customProperties(inContext),
      }
      const judge = new ContextJudge(plan, tokens, tolerance)
      await this.runGroup(
        cases.filter((one) => this.canReach(one)),
        context,
        judge,
      )
      if (this.listener.signal?.aborted) return
    }
    this.judgeWaiting()
  }

  /** Cases that are reached by steps wait for the scenario engine. */
  private canReach(one: PlannedCase): boolean {
    const [axis] = one.settings.steps
    if (axis !== undefined && one.judged)
      this.giveUp(one, `the axis "${axis}" is reached by steps, which this version does not take yet`)
    return axis === undefined
  }

  private async runGroup(cases: readonly PlannedCase[], context: StageContext, judge: ContextJudge) {
    let rest = cases
    while (rest.length > 0 && !this.listener.signal?.aborted) {
      if (this.#lost !== undefined) {
        for (const one of rest) if (one.judged) this.giveUp(one, this.#lost)
        return
      }
      let chunk: readonly PlannedCase[] = []
      try {
        const page = await this.openPage(context, rest[0]!)
        chunk = rest.slice(0, this.#isolated ? DOCUMENTS_PER_CHUNK : CASES_PER_CHUNK)
        const { results, waiting, isSettled } = await runChunk(this.setup, page, judge, chunk, this.#store)
        if (!isSettled) this.incident('its animations never come to rest: each end starts new ones')
        for (const result of results) this.listener.onCase(result)
        this.#waiting.push(...waiting)
        for (const message of await page.incidents()) this.incident(message)
        await page.clear()
        rest = rest.slice(chunk.length)
      } catch (error) {
        rest = await this.recover(error, rest, chunk)
      }
    }
  }

  /** The page, opened and set to a context; opened anew where the component turns out to need documents of its own. */
  private async openPage(context: StageContext, first: PlannedCase): Promise<StagePage> {
    const { component, viewport, plan } = this.setup
    if (!this.#page) {
      this.#page = await StagePage.open(this.browser, component.slug, viewport)
      const tries = plan.sheet.data.stage.isolate === 'auto' && !this.#isolated
      const { trespass } = await this.#page.openComponent(
        { ...component, isolated: this.#isolated },
        context,
        tries ? toStageCase(first) : undefined,
        viewport,
      )
      if (trespass !== undefined) {
        this.#isolated = true
        await this.close()
        return this.openPage(context, first)
      }
    }
    await this.#page.setContext(context)
    return this.#page
  }

  /** Decides what to do after a chunk has failed: leave out the case that hangs, or give the component up. */
  private async recover(
    error: unknown,
    rest: readonly PlannedCase[],
    chunk: readonly PlannedCase[],
  ): Promise<readonly PlannedCase[]> {
    await this.close()
    if (this.listener.signal?.aborted) return []
    if (!(error instanceof StageHang)) {
      this.#lost = `the component could not be staged: ${(error as Error).message}`
      return rest
    }
    const culprit = error.caseIndex === undefined || error.caseIndex < 0 ? undefined : chunk[error.caseIndex]
    if (++this.#hangs >= MOST_HANGS || !culprit) {
      this.#lost = error.reason
      return rest
    }
    if (culprit.judged) this.giveUp(culprit, error.reason)
    return rest.filter((one) => one !== culprit)
  }

  private giveUp(one: PlannedCase, reason: string) {
    const checks = this.setup.plan.profiles[one.profile]!.claims.map(({ claim }) => unreadCheck(claim, reason))
    this.listener.onCase({ key: one.key, values: one.values, checks, failure: reason })
  }

  private incident(message: string) {
    if (this.#incidents.has(message)) return
    this.#incidents.add(message)
    this.listener.onIncident?.(message)
  }

  /** Judges what was compared with cases that came later. */
  private judgeWaiting() {
    for (const { one, judge, readings, checks } of this.#waiting) {
      const { claims } = this.setup.plan.profiles[one.profile]!
      const judged = checks.map((check, at): CheckResult => {
        if (check !== 'later') return check
        const result = judge.judge(
          one,
          at,
          readings,
          (key, request) => this.#store.get(key)?.get(request) ?? { unread: 'the case to compare with was not read' },
        )
        return result === 'later' ? unreadCheck(claims[at]!.claim, 'the case to compare with was not read') : result
      })
      this.listener.onCase({ key: one.key, values: one.values, checks: judged })
    }
    this.#waiting = []
  }

  async close() {
    const page = this.#page
    this.#page = undefined
    await page?.close()
  }
}
