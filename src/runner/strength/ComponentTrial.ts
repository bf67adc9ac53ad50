import { renderedBreaks, styleBreaks, type RenderedBreak, type StyleBreak } from '@/core/breaks'
import { isVendored } from '@/core/sheet'
import type { Survey } from '@/core/survey'
import { hasCode, type StageComponent } from '@/stage'
import { isAlone, mayDiffer, needsDocuments, plainSetup, type Chunk, type RunSetup } from '../cases'
import type { PictureRoom } from '../pictures'
import type { RunPools } from '../pools'
import type { PreparedComponent, PreparedLibrary } from '../prepare'
import { stageContext } from '../stageContext'
import type { StagePage } from '../StagePage'
import { baseRequests } from '../survey'
import { SurveyCollector } from '../SurveyCollector'
import { divideBreaks, type Job } from './divideBreaks'
import { lookAt } from './evidence'
import { Ground } from './Ground'
import { tryOneAtATime } from './oneAtATime'
import { notesOnSheets, sheetsToBreak } from './sheetsToBreak'
import { isIn, WHOLE, type Share } from './Share'
import { ownOf, Trial, type CasesOf } from './Trial'
import { Turns } from './Turns'
import { tryBreaks } from './tryBreaks'
import { reachOf, withChanges, type MadeStyle } from './madeStyles'
import { tryRules } from './tryRules'

export interface TrialOptions {
  signal?: AbortSignal | undefined
  /** Takes pictures of what nothing noticed, and of what no reading tells of; left out, no picture is taken. */
  room?: PictureRoom | undefined
  /** The breaks that are tried. @defaultValue all */
  share?: Share
  /** Each break is tried where rules hold too that no break has made miss yet. */
  areRulesTried?: boolean
  /** How many pages are worked in at a time. @defaultValue 2 */
  lanes?: number
  /** Breaks are tried one at a time, each in all of its cases. */
  isOneAtATime?: boolean
  onProgress?(done: number, total: number): void
  onNote?(note: string): void
}

// One for each thread of a small machine.
const LANES = 2

/** The component reaches out of its cases: each must have a document of its own. */
class ReachesOut extends Error {
  override name = 'ReachesOut'
}

/** Breaks one component on purpose, in every way, and notes what noticed it. */
export class ComponentTrial {
  readonly trials: Trial[] = []
  /** Style sheets that are broken. */
  readonly sheets: StageComponent['sheets']
  readonly collector: SurveyCollector
  readonly #found = new Map<string, Trial>()
  readonly #failed = new Set<number>()
  readonly #turns = new Turns()
  /** Breaks that show only where cases stand are found in order. */
  readonly #laying = new Turns()
  #laid = 0
  /** Rules that decide something and that held somewhere, by their places in the sheet. */
  readonly #holding = new Set<number>()

  private constructor(
    private readonly pools: RunPools,
    private readonly prepared: PreparedLibrary,
    private readonly component: PreparedComponent & { compiled: NonNullable<PreparedComponent['compiled']> },
    private readonly options: TrialOptions,
    private readonly isIsolated: boolean,
  ) {
    const { library, tokens } = prepared
    const { compiled, sheet } = component
    this.sheets = sheetsToBreak(library, sheet, compiled.component.sheets)
    const read = compiled.component.sheets.filter((each) => this.sheets.includes(each) || isVendored(each.url))
    const own = read.map(({ url }) => url)
    const base = baseRequests(sheet, component, {})
    this.collector = new SurveyCollector({ library, tokens, own, base, isForDrafting: true })
    for (const each of this.sheets)
      for (const broken of styleBreaks({ url: each.url, text: isIsolated ? each.text : each.scoped }, tokens))
        this.addTrial(JSON.stringify(broken.edit), broken)
  }

  /** @throws Error where nothing of the component can be rendered */
  static async perform(
    pools: RunPools,
    prepared: PreparedLibrary,
    component: PreparedComponent,
    options: TrialOptions = {},
  ): Promise<ComponentTrial> {
    const { compiled, sheet } = component
    if (!compiled) throw new Error('it cannot be rendered by this version')
    const ready = { ...component, compiled }
    const run = new ComponentTrial(pools, prepared, ready, options, isAlone(sheet.data.stage, compiled.component))
    try {
      await run.all()
      return run
    } catch (error) {
      if (!(error instanceof ReachesOut)) throw error
      const again = new ComponentTrial(pools, prepared, ready, options, true)
      await again.all()
      return again
    }
  }

  /** Those of its share. */
  get own(): Trial[] {
    return this.trials.filter(({ isOwn }) => isOwn)
  }

  /** What was read where nothing was broken. */
  survey(): Survey {
    const { plan, sheet } = this.component
    const cases = plan.cases.filter(({ judged }) => judged)
    return this.collector.survey(sheet, this.sheets, cases)
  }

  /** Rules that no break has made miss, though all of them were tried there, by their places in the sheet. */
  get untested(): number[] {
    return this.options.areRulesTried
      ? [...this.#holding].filter((rule) => !this.#failed.has(rule)).sort((a, b) => a - b)
      : []
  }

  private async all() {
    const { plan, sheet } = this.component
    const acted = plan.cases.filter(({ judged, settings }) => judged && settings.steps.length > 0).length
    if (acted > 0) this.options.onNote?.(`of ${acted} cases that steps bring about only the styles were broken`)
    notesOnSheets(this.sheets, this.component.compiled.component.sheets).forEach((note) => this.options.onNote?.(note))
    const setup = plainSetup(this.prepared, this.component.compiled, plan)
    const { lanes = LANES } = this.options
    const jobs = divideBreaks(setup, lanes, this.isIsolated)
    const work = async () => {
      for (let job = jobs.shift(); job && !this.options.signal?.aborted; job = jobs.shift()) {
        const own = job
        const mayReachOut = sheet.data.stage.isolate === 'auto'
        await this.#turns.end(own.place, (mayGoOn) => this.chunk(setup, own, mayReachOut, mayGoOn))
      }
    }
    const done = await Promise.allSettled(Array.from({ length: Math.min(lanes, jobs.length) }, work))
    const failed = done.find((each) => each.status === 'rejected')
    if (failed) throw failed.reason
    if (!this.trials.some(({ broken }) => 'properties' in broken))
      this.options.onNote?.('none of its styles were broken: no style sheet reaches it, and its code makes none')
  }

  /** @param mayGoOn comes when all chunks before it are through: of each break the first case that shows it is told of */
  private async chunk(setup: RunSetup, job: Job, mayReachOut: boolean, mayGoOn: () => Promise<unknown>) {
    const { ground, casesOf } = await this.#laying.take(this.#laid++, async () => {
      const laid = await this.lay(setup, job.chunk)
      try {
        return { ground: laid, casesOf: await this.findCases(laid) }
      } catch (error) {
        await laid.page.close()
        throw error
      }
    })
    const isHeldToPlain =
      job.place === 0 && mayDiffer(this.component.sheet.data.stage, this.component.compiled.component)
    try {
      if (mayReachOut && !this.isIsolated && (await needsDocuments(ground.page, isHeldToPlain))) throw new ReachesOut()
      await this.breakIn(ground, casesOf, (at) => at % job.parts === job.part, mayGoOn)
    } catch (error) {
      await ground.page.close()
      if (error instanceof ReachesOut || this.options.signal?.aborted) throw error
      this.options.onNote?.('a break brought its page down: each was tried by itself')
      return this.breakApart(setup, job)
    }
    await this.givenBack(ground.page)
  }

  /** Mounts a chunk's cases in a page, and reads them as they are. */
  private async lay(setup: RunSetup, chunk: Chunk): Promise<Ground> {
    const { compiled } = this.component
    const page = await this.pools.stages.take()
    try {
      const context = stageContext(setup.tokens, chunk.values)
      await page.openComponent({ ...compiled.component, isolated: this.isIsolated }, context, setup.viewport)
      const own = this.sheets.map(({ url }) => url)
      const given = { setup, collector: this.collector, own, failed: this.#failed }
      const ground = await Ground.lay(given, page, chunk)
      for (const [at, reason] of Object.entries(ground.failures))
        this.options.onNote?.(`${ground.cases[Number(at)]!.key || 'its only case'} was not broken: ${reason}`)
      return ground
    } catch (error) {
      await page.close()
      throw error
    }
  }

  /** Tries breaks one after the other, each in cases mounted anew: one that brings its page down costs nothing but itself. */
  private async breakApart(setup: RunSetup, { chunk, part, parts }: Job) {
    let ground = await this.lay(setup, chunk)
    const casesOf = [...ownOf(await this.findCases(ground))].filter((_, at) => at % parts === part)
    for (const [trial, places] of casesOf) {
      if (this.options.signal?.aborted) break
      if (trial.isDone) continue
      try {
        await tryBreaks(ground, new Map([[trial, places]]), { isCareful: true })
      } catch (error) {
        trial.failure = (error as Error).message
        await ground.page.close()
        ground = await this.lay(setup, chunk)
      }
    }
    await this.givenBack(ground.page)
  }

  private async givenBack(page: StagePage) {
    try {
      await page.clear()
      this.pools.stages.give(page)
    } catch {
      await page.close()
    }
  }

  private async breakIn(
    ground: Ground,
    found: CasesOf,
    isOwn: (at: number) => boolean,
    mayGoOn: () => Promise<unknown>,
  ) {
    const { signal, room, isOneAtATime, onProgress, onNote } = this.options
    const all = ownOf(found)
    const casesOf = new Map([...all].filter((_, at) => isOwn(at)))
    const onThrough = () => onProgress?.(this.own.filter((trial) => trial.isDone).length, this.own.length)
    const before = [...casesOf.keys()].map((trial) => ({
      trial,
      noticed: trial.noticed,
      changed: new Map(trial.changed),
    }))
    if (isOneAtATime) return tryOneAtATime(ground, casesOf, signal)
    let unnoticed = await tryBreaks(ground, casesOf, { signal, onThrough, mayGoOn })
    if (hasCode(this.component.compiled.component) && !(await ground.isAsBefore())) {
      onNote?.('its code keeps what a break has done: each break was tried in cases mounted anew')
      for (const { trial, ...known } of before) trial.restore(known)
      await ground.again()
      unnoticed = await tryBreaks(ground, casesOf, { signal, isCareful: true, mayGoOn })
    }
    for (const checks of ground.checks)
      for (const check of checks)
        if (check !== 'later' && check.verdict === 'holds') this.#holding.add(check.rule.index)
    if (this.options.areRulesTried) await tryRules(ground, all, this.#holding, this.#failed, signal)
    if (room && !signal?.aborted) await lookAt(ground, unnoticed, room, signal)
  }

  /** The breaks that can change cases of a ground, with these. Those of what is rendered are found there. */
  private async findCases(ground: Ground): Promise<CasesOf> {
    const { page } = ground
    const casesOf = new Map<Trial, readonly number[]>()
    const written = this.trials.filter(({ broken }) => broken.edit.do === 'styles')
    const reached = await reachOf(
      page,
      written.map(({ broken }) => broken as StyleBreak),
    )
    const styles = [
      ...written.map((trial, at) => ({ trial, reach: reached[at]! })),
      ...ground.made.map((made) => ({ trial: this.madeTrial(made), reach: made.reach })),
    ]
    for (const { trial, reach } of styles) {
      for (const part of reach.parts) trial.parts.add(part)
      if (reach.cases.length > 0) casesOf.set(trial, reach.cases)
    }
    const shown = await page.ask('rendered')
    const bearing = new Map<Trial, number[]>()
    for (const [at, found] of shown.entries())
      for (const broken of renderedBreaks(found)) {
        const trial = this.trialOf(JSON.stringify(broken.edit), broken)
        bearing.set(trial, [...(bearing.get(trial) ?? []), at])
      }
    for (const [trial, cases] of bearing) casesOf.set(trial, cases)
    return casesOf
  }

  private madeTrial({ name, broken }: MadeStyle): Trial {
    const trial = this.trialOf(name, broken)
    // Other cases may have it in other rules.
    trial.broken = withChanges(trial.broken, broken.edit.changes)
    return trial
  }

  /** The trial of a break that is known only where cases stand: the same break in other cases has the same. */
  private trialOf(name: string, broken: RenderedBreak | StyleBreak): Trial {
    const known = this.#found.get(name)
    if (known) return known
    const trial = this.addTrial(name, broken)
    if ('of' in broken && broken.of in this.component.sheet.parts) trial.parts.add(broken.of)
    this.#found.set(name, trial)
    return trial
  }

  private addTrial(name: string, broken: RenderedBreak | StyleBreak): Trial {
    const trial = new Trial(broken, name, isIn(this.options.share ?? WHOLE, name))
    this.trials.push(trial)
    return trial
  }
}
