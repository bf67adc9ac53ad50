import type { Browser } from 'puppeteer-core'
import type { CaseResult } from '@/core/plan'
import type { PictureResult } from '@/core/picture'
import { ComponentTally, makeReport, type PictureTally, type Report } from '@/core/report'
import type { ScenarioResult } from '@/core/scenario'
import type { ClockKind } from '@/stage'
import type { PreparedComponent, PreparedLibrary } from './prepare'
import { BrowserSource } from './BrowserSource'
import { inOrder } from './inOrder'
import { ReadingRecorder } from './cases'
import { findKnown, performed, type KeptResults, type Known } from './kept'
import { defaultFirst, PictureRun, type PictureOptions } from './pictures'
import { jobsOf, type ScenarioJob } from './scenario'
import { verifyComponent } from './verifyComponent'
import { LocalWorkplace, type RunPlace, type Workplace } from './workplace'

export interface VerifyOptions {
  /** How many components are run at once. @defaultValue 2 */
  workers?: number | undefined
  signal?: AbortSignal | undefined
  /** How often each scenario is performed. @defaultValue 1, and once more where it first misses */
  repeat?: number | undefined
  /** What keeps the time of scenarios. @defaultValue the engine where it can, else the page */
  clock?: ClockKind | undefined
  /** What earlier runs have found: what has not changed since is not read again. */
  kept?: KeptResults | undefined
  /** That pictures are taken, and held against the approved ones. */
  pictures?: PictureOptions | undefined
  /** Called with a component's pictures. */
  onPictures?(slug: string, pictures: ComponentPictures): void
  /** It is one of several parts of a whole. */
  isPart?: boolean
  /** What the repository says of the library's folder. */
  git?: Report['git']
  /** Called with each scenario as it is through. */
  onScenario?(slug: string, result: ScenarioResult): void
  /** Called with each case as it is judged. */
  onCase?(slug: string, result: CaseResult): void
  /** Called as work goes on, in cases. */
  onProgress?(done: number, total: number, slug: string): void
  /** Called when a component is through, also one that was stopped half way. */
  onComponent?(tally: ComponentTally): void
}

/** A component's pictures, and how to get at them. */
export interface ComponentPictures extends PictureTally {
  /** A picture that is not the same as the approved one, as PNG; undefined where it is not known any more. */
  png(picture: string): Promise<Uint8Array | undefined>
}

const WENT_DOWN = 'the browser went down: another was started, and what it was reading was read again'

/**
 * Verifies prepared components. Stopped by its signal, it reports what it has found so far.
 * @param at where its work is done
 */
export async function verifyLibrary(
  at: Browser | BrowserSource | Workplace,
  prepared: PreparedLibrary,
  options: VerifyOptions = {},
): Promise<Report> {
  const startedAt = new Date()
  const start = performance.now()
  const run = await Run.begin(prepared, options, startedAt)
  const browsers = 'open' in at ? undefined : BrowserSource.from(at)
  const workplace = browsers ? new LocalWorkplace(browsers) : (at as Workplace)
  // Asked before anything else: where there is none, it is told at once.
  const version = run.isAllKnown ? options.kept!.environment.browser : await workplace.version()
  try {
    if (run.isAllKnown) await run.all()
    else await run.allAt(workplace, browsers !== undefined)
  } finally {
    await run.close()
    if (browsers !== at) await browsers?.close()
  }
  const { name } = prepared.library.data
  const milliseconds = performance.now() - start
  return makeReport(
    { library: name, browser: `Chromium ${version}`, startedAt, milliseconds, git: options.git },
    run.tallies,
  )
}

/** One run: what is known from earlier ones is taken from there, the rest is read. */
class Run {
  readonly tallies: ComponentTally[]
  private done = 0
  private isLocal = false
  private readonly total: number
  private readonly working = new Set<ComponentTally>()
  /** How long components took that were read, in ms. */
  private readonly costs = new Map<string, number>()

  private constructor(
    private readonly prepared: PreparedLibrary,
    private readonly options: VerifyOptions,
    private readonly startedAt: Date,
    private readonly jobs: readonly ScenarioJob[],
    private readonly known: Known,
    private readonly pictures: PictureRun | undefined,
  ) {
    this.tallies = prepared.components.map(tallyOf)
    const { kept } = options
    const how = performed(options, pictures !== undefined)
    prepared.components.forEach((component, at) => {
      this.tallies[at]!.fingerprint = kept?.fingerprintOf(prepared, component, jobs, how)
    })
    this.total = prepared.components.reduce((sum, { size }) => sum + size.judged, 0)
  }

  static async begin(prepared: PreparedLibrary, options: VerifyOptions, startedAt: Date): Promise<Run> {
    const jobs = prepared.withScenarios ? prepared.components.flatMap((each) => jobsOf(prepared, each)) : []
    const pictures = options.pictures && new PictureRun(prepared, options.pictures)
    const known = await findKnown(prepared, jobs, options.kept, performed(options, pictures !== undefined), pictures)
    return new Run(prepared, options, startedAt, jobs, known, pictures)
  }

  /** Nothing is left to be read. */
  get isAllKnown(): boolean {
    const { cases, scenarios } = this.known
    return this.prepared.components.every((each) => cases.has(each)) && this.jobs.every((job) => scenarios.has(job))
  }

  /** Works at everything. @param isLocal it is all done here: what it takes tells what it costs */
  async allAt(workplace: Workplace, isLocal: boolean): Promise<void> {
    this.isLocal = isLocal
    const { clock, repeat, signal, workers } = this.options
    const unread = this.prepared.components.filter((each) => !this.known.cases.has(each))
    const open = this.jobs.filter((job) => !this.known.scenarios.has(job))
    const place = await workplace.open({
      ...{ prepared: this.prepared, clock, repeat, signal, workers, rig: this.pictures?.rig },
      expected: { components: unread.length, plays: played(unread) + open.length },
      onRestart: () => noteRestart(this.working),
    })
    try {
      await this.all(place)
    } finally {
      await place.close()
    }
  }

  /** @param place left out where everything is known */
  async all(place?: RunPlace): Promise<void> {
    const { signal } = this.options
    const queue = [...this.prepared.components.entries()]
    const work = async () => {
      for (let next = queue.shift(); next && !signal?.aborted; next = queue.shift()) {
        const [index, component] = next
        await this.component(component, this.tallies[index]!, place)
        this.options.onComponent?.(this.tallies[index]!)
      }
    }
    // Scenarios go on beside the cases: their pages wait for frames much of the time.
    await Promise.all([...Array.from({ length: place?.workers ?? 1 }, work), this.scenarios(place)])
  }

  private async component(component: PreparedComponent, tally: ComponentTally, place: RunPlace | undefined) {
    const { options, prepared } = this
    const results: CaseResult[] = []
    const keys = component.plan.cases.map(({ key }) => key)
    const ordered = inOrder<CaseResult>(keys, (result) => {
      tally.add(result)
      if (options.kept) results.push(result)
    })
    const onCase = (result: CaseResult) => {
      ordered.take(result)
      options.onCase?.(tally.slug, result)
      options.onProgress?.(++this.done, this.total, tally.slug)
    }
    const known = this.known.cases.get(component)
    this.working.add(tally)
    const { signal } = options
    const readings = options.kept && new ReadingRecorder()
    const how = { signal, pictures: this.pictures, readings }
    const begun = performance.now()
    const found = known ? undefined : await verifyComponent(place!, prepared, component, tally, onCase, how)
    const taken = known?.pictures ?? (found?.pictures && defaultFirst(component, found.pictures.results))
    this.working.delete(tally)
    if (found) this.addCost(tally.slug, performance.now() - begun)
    known?.results.forEach(onCase)
    ordered.flush()
    if (known) {
      tally.notes.push(...known.notes)
      tally.reuse({ cases: known.results.length, since: known.since })
    }
    tally.lints.push(...(known?.lints ?? found?.lints ?? []))
    if (taken) await this.takePictures(component, tally, taken, found?.pictures?.pngs ?? new Map())
    // What is left out after a fault, or when somebody stops, is not what its cases come to.
    if (known) return
    const isThrough = found && found.pictures?.isWhole !== false && !signal?.aborted && !tally.notes.includes(WENT_DOWN)
    const { notes } = tally
    const pictures = taken && { pictures: taken }
    const about = { since: this.startedAt.toISOString(), notes, ...pictures }
    const kept = isThrough ? { ...about, results, lints: found.lints } : undefined
    await options.kept?.keepCases(
      prepared,
      component,
      performed(options, this.pictures !== undefined),
      kept,
      readings?.pack(),
    )
  }

  /** Holds a component's pictures against the approved ones. @param pngs those that were taken just now */
  private async takePictures(
    component: PreparedComponent,
    tally: ComponentTally,
    results: readonly PictureResult[],
    pngs: ReadonlyMap<string, Uint8Array>,
  ) {
    const { kept, onPictures } = this.options
    tally.pictures = {
      rig: this.pictures!.rig,
      results,
      groups: this.pictures!.groups(results),
      gone: this.pictures!.gone(component),
    }
    for (const [picture, png] of pngs) await kept?.keepPicture(picture, png)
    onPictures?.(tally.slug, { ...tally.pictures, png: async (picture) => pngs.get(picture) ?? kept?.picture(picture) })
  }

  private addCost(slug: string, ms: number) {
    this.costs.set(slug, (this.costs.get(slug) ?? 0) + Math.round(ms))
  }

  async close(): Promise<void> {
    const { kept, signal, isPart } = this.options
    // What waits for workers elsewhere says nothing of what it costs; and parts of one whole must all be divided by the same costs.
    if (this.isLocal && !isPart && !signal?.aborted) await kept?.keepCosts(this.prepared.library.data.name, this.costs)
    await this.pictures?.close()
  }

  /** Performs the scenarios of all components. */
  private async scenarios(place: RunPlace | undefined) {
    const { signal, kept, onScenario } = this.options
    const take = (job: ScenarioJob, result: ScenarioResult): ComponentTally => {
      const { slug } = job.setup.sheet
      const tally = this.tallies.find((each) => each.slug === slug)!
      tally.scenarios.push(result)
      onScenario?.(slug, result)
      return tally
    }
    for (const [job, { result, since }] of this.known.scenarios) take(job, result).reuse({ scenarios: 1, since })
    const left = this.jobs.filter((job) => !this.known.scenarios.has(job))
    if (left.length === 0) return
    const keeping: Promise<void>[] = []
    await place!.perform(left, (job, result) => {
      take(job, result)
      this.addCost(job.setup.sheet.slug, result.milliseconds)
      const found = { since: this.startedAt.toISOString(), result }
      if (kept && !signal?.aborted)
        keeping.push(kept.keepScenario(this.prepared, job, performed(this.options, this.pictures !== undefined), found))
    })
    await Promise.all(keeping)
  }
}

const tallyOf = ({ sheet, lints }: PreparedComponent) =>
  new ComponentTally(sheet.slug, sheet.data.name, sheet.file, lints)

function noteRestart(working: Iterable<ComponentTally>) {
  for (const { notes } of working) if (!notes.includes(WENT_DOWN)) notes.push(WENT_DOWN)
}

/** How many cases there certainly are that need real input. */
const played = (components: readonly PreparedComponent[]): number =>
  components.reduce((sum, { size }) => sum + size.acted, 0)
