import { setTimeout as sleep } from 'node:timers/promises'
import type { Browser } from 'puppeteer-core'
import type { ScenarioPlan } from '@/core/scenario'
import type { Performance } from '@/core/steps'
import type { ClockKind } from '@/stage'
import { isGone } from '../isGone'
import { limitText } from '../patience'
import { mostBetween, processTimes } from '../ProcessTime'
import { CannotStart, Performer, type PlayListener } from './Performer'
import type { PlaySetup } from '../PlaySetup'
import { isTouched, MouseGone } from '../surround'
import { openPlayPage, type PlayPage } from '../clock'
import type { ScenarioJob } from './scenarioJobs'

const USUAL_LIMIT_MS = 10_000
// Behind it a limit of real time: what never comes is waited for without work.
const REAL_TIMES = 6
const LOOK_EVERY_MS = 250
// Who takes the browser down does so every time.
const MAX_LOSSES = 3

/** Work that took longer than its limit. */
class OutOfTime extends Error {
  override name = 'OutOfTime'
  constructor(limit: number) {
    super(`it did not come to an end within ${limitText(limit)}: its code may never return`)
  }
}

/** A page that performs one scenario after another, opened anew when it is lost. */
export class PlayLane {
  #page?: Promise<PlayPage> | undefined
  #isStopped = false

  constructor(
    readonly browser: () => Promise<Browser>,
    readonly clockKind: ClockKind,
    /** Longest that one performance may take of its page's processor time, in ms. @defaultValue 10 s */
    readonly limit = USUAL_LIMIT_MS,
  ) {}

  /** Performs a scenario once, in a fresh document. Whatever the component does, it comes back within the limit. */
  async play({ setup, plan }: ScenarioJob, listener: PlayListener = {}): Promise<Performance> {
    const [issue] = plan.issues
    if (issue) return nothing(plan, issue.message)
    const { problem } = plan.planned.settings
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
      return await this.steadily(setup, async (page) => {
        const player = await Performer.start(page, setup, plan.planned, plan.before)
        return player.perform(plan, noting)
      })
    } catch (error) {
      if (error instanceof OutOfTime) return { ...nothing(plan, error.message, reached, 'misses'), isGivenUp: true }
      if (error instanceof MouseGone) return nothing(plan, error.message, reached)
      if (error instanceof CannotStart) return nothing(plan, error.message)
      return nothing(plan, `its page was lost: ${(error as Error).message}`, reached)
    }
  }

  /**
   * Does some work in the lane's page, within its limit. When its browser goes down meanwhile, the work is done again in another.
   * @throws what the work throws, and OutOfTime
   */
  async steadily<T>(setup: Pick<PlaySetup, 'viewport'>, work: (page: PlayPage) => Promise<T>): Promise<T> {
    for (let losses = 1; ; losses++) {
      // What a browser takes to start is not the component's time.
      let page = await this.open(setup)
      if (isTouched(page.session)) {
        await this.close()
        page = await this.open(setup)
      }
      try {
        return await this.within(page, () => work(page))
      } catch (error) {
        if (error instanceof CannotStart || error instanceof OutOfTime || error instanceof MouseGone) throw error
        const hasGone = await isGone(page.browser)
        await this.close()
        if (!hasGone) throw error
        if (losses >= MAX_LOSSES) throw new Error(`its browser went down ${losses} times`, { cause: error })
      }
    }
  }

  /** Does some work in the lane's page, and gives the page up when that takes too long. @throws OutOfTime */
  private async within<T>(page: PlayPage, work: () => Promise<T>): Promise<T> {
    const end = new AbortController()
    const working = work()
    working.catch(() => {}) // lost with its page
    try {
      return await Promise.race([working, this.outOfTime(page, end.signal)])
    } catch (error) {
      // What still runs can only be stopped with its page.
      if (error instanceof OutOfTime) await this.close()
      throw error
    } finally {
      end.abort()
    }
  }

  /** Fails when a page of the browser has worked for longer than the limit, so that a busy machine makes nobody late. */
  private async outOfTime(page: PlayPage, signal: AbortSignal): Promise<never> {
    const { limit } = this
    // Most performances end long before anything needs to be measured.
    const free = limit / 2
    const begun = Date.now()
    await sleep(free, undefined, { signal })
    const root = await page.browser.target().createCDPSession()
    try {
      const before = await processTimes(root)
      for (;;) {
        await sleep(LOOK_EVERY_MS, undefined, { signal })
        if (mostBetween(before, await processTimes(root)) > limit - free) throw new OutOfTime(limit)
        if (Date.now() - begun > limit * REAL_TIMES) throw new OutOfTime(limit * REAL_TIMES)
      }
    } finally {
      root.detach().catch(() => {}) // the browser has gone
    }
  }

  /** The lane's page; opened where there is none. */
  open({ viewport }: Pick<PlaySetup, 'viewport'>): Promise<PlayPage> {
    if (this.#isStopped) return Promise.reject(new Error('it was stopped'))
    if (!this.#page) {
      const opening = openPlayPage(this.clockKind, this.browser, viewport)
      this.#page = opening
      // Whoever asks next tries again.
      opening.catch(() => this.#page === opening && (this.#page = undefined))
    }
    return this.#page
  }

  /** Takes the page away from whoever works in it; there is no other. */
  async stop(): Promise<void> {
    this.#isStopped = true
    await this.close()
  }

  /** Gives up its page, which nobody works in, for others to use. */
  release(): Promise<void> {
    return this.leave((page) => page.release())
  }

  close(): Promise<void> {
    return this.leave((page) => page.close())
  }

  private async leave(how: (page: PlayPage) => Promise<void>): Promise<void> {
    const page = this.#page
    this.#page = undefined
    await page?.then(how, () => {})
  }
}

/** What a scenario comes to that could not be performed to its end: the step at which it stopped says why. */
export function nothing(
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
