import { playBreaks, type Performed, type PlayEdit } from '@/core/breaks'
import type { Performance } from '@/core/steps'
import type { PlayPool, ScenarioJob } from '../scenario'
import { breaksInDocument } from './inDocument'
import { mayShowInTime, PlayTrial, type StyleTrial } from './PlayTrial'
import { isIn, WHOLE, type Share } from './Share'
import type { Trial } from './Trial'

/** A scenario that holds, with what its component did. */
interface Held {
  job: ScenarioJob
  done: readonly Performed[]
  trace: string
}

export interface ScenarioTrialOptions {
  signal?: AbortSignal | undefined
  /** The breaks of what is done that are tried. @defaultValue all */
  share?: Share
  onProgress?(done: number, total: number): void
}

/** Breaks what a component does in its scenarios, one small change at a time, and notes which of them a scenario notices. */
export class ScenarioTrial {
  readonly trials: PlayTrial[] = []
  #held: Held[] = []

  private constructor(
    private readonly plays: PlayPool,
    private readonly options: ScenarioTrialOptions,
  ) {}

  /** @param styles breaks of styles that cases have not noticed: those that may show in time are tried too */
  static async perform(
    plays: PlayPool,
    jobs: readonly ScenarioJob[],
    styles: readonly Trial[],
    options: ScenarioTrialOptions = {},
  ): Promise<ScenarioTrial> {
    const run = new ScenarioTrial(plays, options)
    await run.watch(jobs)
    const inTime = styles.filter(mayShowInTime)
    let through = 0
    const deeds = run.trials.filter(({ isOwn }) => isOwn)
    const total = deeds.length + inTime.length
    const count = () => options.onProgress?.(++through, total)
    await Promise.all([
      ...deeds.map((trial) => run.tryDeed(trial).then(count)),
      ...inTime.map((trial) => run.tryStyle(trial).then(count)),
    ])
    return run
  }

  /** Performs each scenario as it is, and finds what can be broken of it. */
  private async watch(jobs: readonly ScenarioJob[]) {
    const all = await Promise.all(jobs.map((job) => this.play(job, { do: 'watch' })))
    this.#held = all.flatMap(({ performance, done, trace }, at) =>
      performance?.verdict === 'holds' ? [{ job: jobs[at]!, done, trace }] : [],
    )
    const known = new Map<string, Performed>()
    for (const { done } of this.#held) for (const deed of done) known.set(JSON.stringify(deed), deed)
    const { share = WHOLE } = this.options
    for (const broken of playBreaks([...known.values()]))
      this.trials.push(new PlayTrial(broken, isIn(share, JSON.stringify(broken.edit))))
  }

  private async tryDeed(trial: PlayTrial) {
    const { edit } = trial.broken
    for (const { job, done, trace } of this.#held) {
      if (!done.some((deed) => isOf(edit, deed)) || trial.noticed) continue
      const after = await this.play(job, edit)
      const { performance } = after
      if (!performance) return
      if (performance.verdict === 'misses') trial.noticed = true
      else if (after.trace !== trace) trial.changedIn ??= job.plan.scenario.name
    }
  }

  private async tryStyle(trial: StyleTrial) {
    for (const { job } of this.#held) {
      if (trial.noticed) return
      const changed = restyled(job, trial.broken)
      if (!changed) return
      const { performance } = await this.play(changed, { do: 'watch' })
      if (performance?.verdict === 'misses') trial.noticed = true
    }
  }

  /** Performs a scenario. @returns nothing of it where that was stopped */
  private async play(job: ScenarioJob, broken: PlayEdit) {
    const come = await this.playOnce(job, broken)
    // It may be the machine that took too long.
    return come.performance?.isGivenUp ? this.playOnce(job, broken) : come
  }

  private playOnce(job: ScenarioJob, broken: PlayEdit) {
    return this.plays.use(async (lane) => {
      const come = { done: [] as Performed[], trace: '', performance: undefined as Performance | undefined }
      if (this.options.signal?.aborted) return come
      const { setup } = job
      const component = { ...setup.component, broken }
      const performance = await lane.play(
        { ...job, setup: { ...setup, component } },
        {
          onEnd: async (page) => void Object.assign(come, await page.call('deeds')),
        },
      )
      return { ...come, performance }
    })
  }
}

/** Whether a break is of something that was done. */
function isOf(edit: PlayEdit, deed: Performed): boolean {
  if (edit.do !== deed.what) return false
  if (edit.do === 'timer') return deed.what === 'timer' && deed.delay === edit.delay
  return !('name' in edit) || ('name' in deed && deed.name === edit.name)
}

/** A scenario of a component with a changed style sheet; undefined where that cannot be told. */
function restyled(job: ScenarioJob, given: StyleTrial['broken']): ScenarioJob | undefined {
  const { component, tokens } = job.setup
  const broken = breaksInDocument(component.sheets, tokens)(given)
  if (!broken) return undefined
  const { url, from, to, text } = broken.edit
  const sheets = component.sheets.map((each) =>
    each.url === url ? { ...each, text: each.text.slice(0, from) + text + each.text.slice(to) } : each,
  )
  return { ...job, setup: { ...job.setup, component: { ...component, sheets } } }
}
