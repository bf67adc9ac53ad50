import { availableParallelism } from 'node:os'
import type { Browser } from 'puppeteer-core'
import {
  joinPerformances,
  planScenario,
  readScenarios,
  type Performance,
  type ScenarioPlan,
  type ScenarioResult,
} from '@/core/scenario'
import { spaceOf } from '@/core/matrix'
import type { ClockKind } from '@/stage'
import { findShell } from '../shell'
import { BrowserPage } from './BrowserPage'
import { EnginePage } from './EnginePage'
import { CannotStart, Player, type PlayListener } from './Player'
import type { PlaySetup } from './PlaySetup'
import type { PlayPage } from './PlayPage'

export interface ScenarioOptions {
  /** How often each is performed. @defaultValue 1, and once more where it first misses */
  repeat?: number
  /** Wall time that one performance may take, in ms. @defaultValue 10000 */
  limit?: number
  /** @defaultValue the engine's where such a browser is installed, else the page's */
  clock?: ClockKind
  /** How many are performed side by side. @defaultValue one a core, at most 3 */
  lanes?: number
  signal?: AbortSignal
}

/** One scenario of one component, ready to be performed. */
export interface ScenarioJob {
  setup: PlaySetup
  plan: ScenarioPlan
}

const USUAL_LIMIT_MS = 10_000

/** The clock that is used where nobody says. */
export const usualClock = (): ClockKind => (findShell() === undefined ? 'page' : 'engine')

/** All scenarios of a component. */
export function scenarioJobs(setup: PlaySetup): ScenarioJob[] {
  const { sheet, library } = setup
  const space = spaceOf(sheet, library)
  return readScenarios(sheet, library, space).map((scenario) => ({
    setup,
    plan: planScenario(sheet, library, space, scenario),
  }))
}

/**
 * Performs scenarios side by side, each in a fresh document. One that hangs costs its own time and nothing else.
 * @param onResult called with each as it is known, in any order
 */
export async function runScenarios(
  browser: () => Promise<Browser>,
  jobs: readonly ScenarioJob[],
  options: ScenarioOptions,
  onResult: (job: ScenarioJob, result: ScenarioResult) => void,
): Promise<void> {
  const queue = [...jobs]
  const count = Math.min(jobs.length, options.lanes ?? Math.max(1, Math.min(3, availableParallelism())))
  const work = async () => {
    const lane = new PlayLane(browser, options.clock ?? usualClock(), options.limit)
    try {
      for (let job = queue.shift(); job && !options.signal?.aborted; job = queue.shift())
        onResult(job, await runScenario(lane, job, options))
    } finally {
      await lane.close()
    }
  }
  await Promise.all(Array.from({ length: count }, work))
}

/** Performs one scenario as often as is asked; one that misses is performed again, to tell chance from fault. */
export async function runScenario(
  lane: PlayLane,
  job: ScenarioJob,
  { repeat = 1, signal }: Pick<ScenarioOptions, 'repeat' | 'signal'> = {},
): Promise<ScenarioResult> {
  const { name, line } = job.plan.scenario
  const start = performance.now()
  const performances: Performance[] = []
  while (performances.length < repeat && !signal?.aborted) performances.push(await lane.play(job))
  if (repeat === 1 && performances[0]?.verdict === 'misses' && !signal?.aborted) performances.push(await lane.play(job))
  return {
    name,
    line,
    ...joinPerformances(performances.length > 0 ? performances : [nothing(job.plan, 'it was stopped')]),
    milliseconds: Math.round(performance.now() - start),
    runs: performances.length,
    clock: lane.clockKind,
  }
}

/** Work that took longer than its limit. */
class OutOfTime extends Error {
  override name = 'OutOfTime'
  constructor(limit: number) {
    super(`it did not come to an end within ${limit / 1000} s of real time: its code may never return`)
  }
}

/** A page that performs one scenario after another, opened anew when it is lost. */
export class PlayLane {
  #page?: PlayPage

  constructor(
    readonly browser: () => Promise<Browser>,
    readonly clockKind: ClockKind,
    readonly limit = USUAL_LIMIT_MS,
  ) {}

  /** Performs a scenario once, in a fresh document. Whatever the component does, it comes back within the limit. */
  async play({ setup, plan }: ScenarioJob, listener: PlayListener = {}): Promise<Performance> {
    const [issue] = plan.issues
    if (issue) return nothing(plan, issue.message)
    const { problem } = plan.one.settings
    if (problem !== undefined) return nothing(plan, problem)
    let reached = 0
    const noting: PlayListener = {
      ...listener,
      onStep: async (result) => {
        reached = result.index + 1
        await listener.onStep?.(result)
      },
    }
    try {
      // What a browser takes to start is not the component's time.
      await this.open(setup)
      return await this.within(() => this.playUnwatched(setup, plan, noting))
    } catch (error) {
      if (error instanceof OutOfTime) return nothing(plan, error.message, reached, 'misses')
      if (error instanceof CannotStart) return nothing(plan, error.message)
      await this.close()
      return nothing(plan, `its page was lost: ${(error as Error).message}`, reached)
    }
  }

  /** Does some work in the lane's page, and gives the page up when that takes too long. @throws OutOfTime */
  async within<T>(work: () => Promise<T>): Promise<T> {
    let timer: NodeJS.Timeout | undefined
    const limit = new Promise<never>((_, reject) => {
      timer = setTimeout(() => reject(new OutOfTime(this.limit)), this.limit)
    })
    const working = work()
    working.catch(() => {}) // lost with its page
    try {
      return await Promise.race([working, limit])
    } catch (error) {
      // What still runs can only be stopped with its page.
      if (error instanceof OutOfTime) await this.close()
      throw error
    } finally {
      clearTimeout(timer)
    }
  }

  private async playUnwatched(setup: PlaySetup, plan: ScenarioPlan, listener: PlayListener): Promise<Performance> {
    const page = await this.open(setup)
    const player = await Player.start(page, setup, plan.one, plan.before)
    return player.perform(plan, listener)
  }

  /** The lane's page; opened where there is none. */
  async open({ viewport }: Pick<PlaySetup, 'viewport'>): Promise<PlayPage> {
    this.#page ??=
      this.clockKind === 'engine'
        ? await EnginePage.open(findShell()!, viewport)
        : await BrowserPage.open(await this.browser(), viewport)
    return this.#page
  }

  async close(): Promise<void> {
    const page = this.#page
    this.#page = undefined
    await page?.close()
  }
}

/** What a scenario comes to that could not be performed to its end: the step at which it stopped says why. */
function nothing(
  { scenario }: ScenarioPlan,
  message: string,
  reached = 0,
  verdict: 'unread' | 'misses' = 'unread',
): Performance {
  const at = Math.min(reached, scenario.steps.length - 1)
  return {
    verdict,
    steps: scenario.steps.map(({ index, text, line }) => ({
      index,
      step: text,
      line,
      from: 0,
      at: 0,
      verdict: index < at ? 'holds' : index === at ? verdict : 'open',
      message: index === at ? message : '',
    })),
    events: [],
    duration: 0,
    notes: [],
  }
}
