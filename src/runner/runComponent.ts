import { availableParallelism } from 'node:os'
import type { Browser } from 'puppeteer-core'
import { ContextJudge, unreadCase, unreadCheck, type CaseResult, type CheckResult, type PlannedCase } from '@/core/plan'
import { groupBy } from '@/core/group'
import {
  EMPTY_CENSUS,
  hasCode,
  joinCensus,
  stageCaseOf,
  trespassInTexts,
  type Census,
  type StageContext,
} from '@/stage'
import type { RunSetup } from './RunSetup'
import { mountOrder, runChunk, type ReadingStore, type Waiting } from './chunk'
import { runStepCases } from './scenario'
import { MOUNT_LIMIT_MS, StageHang, StagePage } from './StagePage'

export interface RunListener {
  /** Called with each judged case, as soon as it is known. */
  onCase(result: CaseResult): void
  /** Called with faults that concern the component as a whole. */
  onIncident?(message: string): void
  signal?: AbortSignal
}

// As many as stand in one document before laying it out costs more than opening another.
const CASES_PER_CHUNK = 500
// Fewer where a component brings code: what is done in one go is then done in well under the time after which it is taken to hang.
const SCRIPTED_CASES_PER_CHUNK = 100
const DOCUMENTS_PER_CHUNK = 24
/** Pages that share a component's chunks: a browser lays out one page on one core. */
const MOST_LANES = Math.max(1, Math.min(4, availableParallelism()))
/** A component whose code hangs is opened anew this often; then the rest of its cases stays unread. */
const MOST_HANGS = 2
/** How long is waited in all for a component whose script never returns; closing and opening its page comes on top. */
export const LONGEST_LOSS_MS = MOST_HANGS * MOUNT_LIMIT_MS

/**
 * Reads and judges all cases of a plan. Whatever a component does, every judged case comes to `onCase` once, unless the run is stopped.
 * @returns what stood in the cases, for lints
 */
export async function runComponent(browser: Browser, setup: RunSetup, listener: RunListener): Promise<Census> {
  const run = new ComponentRun(browser, setup, listener)
  try {
    await run.all()
    return run.census
  } finally {
    await run.close()
  }
}

/** Cases of one context that are mounted together. */
interface Chunk {
  cases: readonly PlannedCase[]
  context: StageContext
  judge: ContextJudge
}

/** One of the pages that work at a component side by side. */
interface Lane {
  name: string
  page?: StagePage
}

class ComponentRun {
  #lanes: Lane[] = []
  #chunks: Chunk[] = []
  #isolated: boolean
  /** The first page has been opened: what it found out holds for all others. */
  #isScouted = false
  #hangs = 0
  #store: ReadingStore = new Map()
  #waiting: Waiting[] = []
  /** Why nothing of the component can be read any more. */
  #lost?: string
  #incidents = new Set<string>()
  census: Census = EMPTY_CENSUS

  constructor(
    readonly browser: Browser,
    readonly setup: RunSetup,
    readonly listener: RunListener,
  ) {
    const { isolate } = setup.plan.sheet.data.stage
    this.#isolated = isolate === 'yes' || (isolate === 'auto' && trespassInTexts(setup.component) !== undefined)
  }

  async all() {
    const { plan, contexts, component } = this.setup
    const isByStep = ({ settings }: PlannedCase) => settings.steps.length > 0
    const byStep = plan.cases.filter(isByStep)
    const groups = groupBy(
      plan.cases.filter((one) => !isByStep(one)),
      ({ values }) => contexts.map((name) => values[name]).join('|'),
    )
    const lists = [...groups.values()]
    // A script may show by what it does that the component needs documents of its own: only then is the work divided.
    if (!lists[0]) return this.runSteps(byStep)
    const scout: Lane = { name: component.slug }
    this.#lanes = [scout]
    const mustScout = hasCode(component) && plan.sheet.data.stage.isolate === 'auto' && !this.#isolated
    if (mustScout) lists[0] = [...(await this.scout(scout, lists[0]))]
    this.#isScouted = true
    this.#chunks = lists.filter((cases) => cases.length > 0).flatMap((cases) => this.divide(cases))
    // A page costs about half a second to open: it must have enough to do.
    const count = Math.min(MOST_LANES, this.#chunks.length, Math.ceil(plan.cases.length / CASES_PER_CHUNK))
    for (let at = 1; at < count; at++) this.#lanes.push({ name: `${component.slug}-${at}` })
    await Promise.all(this.#lanes.map((lane) => this.work(lane)))
    if (!this.listener.signal?.aborted) this.judgeWaiting()
    if (byStep.length > 0) await this.runSteps(byStep)
  }

  /** Cases that are reached by steps are brought about one by one, by real input. */
  private async runSteps(cases: readonly PlannedCase[]) {
    const { plan, library } = this.setup
    const { signal, onCase } = this.listener
    const census = await runStepCases(
      () => Promise.resolve(this.browser),
      { ...this.setup, sheet: plan.sheet, library },
      plan,
      cases.filter(({ judged }) => judged),
      { elsewhere: (key, request) => this.#store.get(key)?.get(request) ?? 'later', ...(signal && { signal }) },
      onCase,
    )
    this.census = joinCensus(this.census, census)
  }

  private divide(cases: readonly PlannedCase[]): Chunk[] {
    const { plan, tokens, tolerance, component } = this.setup
    const context = this.contextOf(cases[0]!)
    const size = this.#isolated ? DOCUMENTS_PER_CHUNK : hasCode(component) ? SCRIPTED_CASES_PER_CHUNK : CASES_PER_CHUNK
    // Judges are not shared between chunks: lanes work at the same time.
    return Array.from({ length: Math.ceil(cases.length / size) }, (_, at) => ({
      cases: mountOrder(cases.slice(at * size, (at + 1) * size)),
      context,
      judge: new ContextJudge(plan, tokens, tolerance),
    }))
  }

  private contextOf({ values }: PlannedCase): StageContext {
    const inContext = Object.fromEntries(this.setup.contexts.map((name) => [name, values[name]!]))
    return { values: { theme: 'default', ...inContext }, properties: this.setup.tokens.customProperties(inContext) }
  }

  /** Opens the first page and tries a first case in it; gives back what is left to be read. */
  private async scout(lane: Lane, cases: readonly PlannedCase[]): Promise<readonly PlannedCase[]> {
    try {
      await this.openPage(lane, this.contextOf(cases[0]!), cases[0]!)
      return cases
    } catch (error) {
      return this.recover(lane, error, cases)
    }
  }

  private async work(lane: Lane) {
    for (let chunk = this.#chunks.shift(); chunk && !this.listener.signal?.aborted; chunk = this.#chunks.shift()) {
      let { cases } = chunk
      while (cases.length > 0 && !this.listener.signal?.aborted) {
        if (this.#lost !== undefined) {
          for (const one of cases) if (one.judged) this.giveUp(one, this.#lost)
          break
        }
        try {
          const page = await this.openPage(lane, chunk.context, cases[0]!)
          const { results, waiting, isSettled } = await runChunk(this.setup, page, chunk.judge, cases, this.#store)
          if (!isSettled) this.incident('its animations never come to rest: each end starts new ones')
          for (const result of results) this.listener.onCase(result)
          this.#waiting.push(...waiting)
          for (const message of await page.incidents()) this.incident(message)
          await page.clear()
          break
        } catch (error) {
          cases = await this.recover(lane, error, cases)
        }
      }
    }
    // A page that has been lost has nothing to tell.
    const counted = await lane.page?.census().catch(() => undefined)
    if (counted) this.census = joinCensus(this.census, counted)
  }

  /** A lane's page, opened and set to a context; opened anew where the component turns out to need documents of its own. */
  private async openPage(lane: Lane, context: StageContext, first: PlannedCase): Promise<StagePage> {
    const { component, viewport, plan } = this.setup
    if (!lane.page) {
      lane.page = await StagePage.open(this.browser, lane.name, viewport)
      const isScout = !this.#isScouted && plan.sheet.data.stage.isolate === 'auto' && !this.#isolated
      const { trespass } = await lane.page.openComponent(
        { ...component, isolated: this.#isolated },
        context,
        isScout ? stageCaseOf(first) : undefined,
        viewport,
      )
      if (trespass !== undefined) {
        this.#isolated = true
        await closePage(lane)
        return this.openPage(lane, context, first)
      }
    }
    await lane.page.setContext(context)
    return lane.page
  }

  /** Decides what to do after a chunk has failed: leave out the case that hangs, or give the component up. */
  private async recover(lane: Lane, error: unknown, cases: readonly PlannedCase[]): Promise<readonly PlannedCase[]> {
    await closePage(lane)
    if (this.listener.signal?.aborted) return []
    if (!(error instanceof StageHang)) {
      // The page's own error comes with its kind before it and its stack behind.
      const [sentence = ''] = (error as Error).message.split(/\n| {2,}at /)
      this.#lost = `the component could not be staged: ${sentence.trim().replace(/^(Uncaught )?Error: /, '')}`
      return cases
    }
    const culprit = error.caseIndex === undefined || error.caseIndex < 0 ? undefined : cases[error.caseIndex]
    if (++this.#hangs >= MOST_HANGS || !culprit) {
      this.#lost = error.reason
      return cases
    }
    if (culprit.judged) this.giveUp(culprit, error.reason)
    return cases.filter((one) => one !== culprit)
  }

  private giveUp(one: PlannedCase, reason: string) {
    this.listener.onCase(unreadCase(this.setup.plan, one, reason))
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
    await Promise.all(this.#lanes.map(closePage))
  }
}

async function closePage(lane: Lane) {
  const { page } = lane
  lane.page = undefined
  await page?.close()
}
