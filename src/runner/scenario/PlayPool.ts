import { availableParallelism } from 'node:os'
import type { Browser } from 'puppeteer-core'
import type { Viewport } from '@/core/sheet'
import type { ClockKind } from '@/stage'
import { defaultClock } from '../clock'
import { PlayLane } from './PlayLane'

const MAX_LANES = Math.max(1, Math.min(3, availableParallelism()))

export interface PoolOptions {
  /** @defaultValue the engine's where such a browser is installed, else the page's */
  clock?: ClockKind
  /** How many work side by side. @defaultValue one a core, at most 3 */
  lanes?: number
  /** Longest that one performance may take of its page's processor time, in ms. @defaultValue 10000 */
  limit?: number
}

/** Pages in which components are acted on, one thing at a time each, kept from one component to the next. Opened as they are first needed. */
export class PlayPool {
  #lanes: PlayLane[] = []
  #free: PlayLane[] = []
  #waiting: ((lane: PlayLane) => void)[] = []

  constructor(
    readonly browser: () => Promise<Browser>,
    readonly options: PoolOptions = {},
  ) {}

  /** Opens pages ahead, while others prepare what is to be done in them. */
  warm(count: number, viewport: Viewport): void {
    const { lanes = MAX_LANES } = this.options
    for (let at = this.#lanes.length; at < Math.min(count, lanes); at++) {
      const lane = this.add()
      this.#free.push(lane)
      lane.open({ viewport }).catch(() => {}) // told to whoever uses it
    }
  }

  private add(): PlayLane {
    const { clock = defaultClock(), limit } = this.options
    const lane = new PlayLane(this.browser, clock, limit)
    this.#lanes.push(lane)
    return lane
  }

  /** Does some work with a lane of the pool, when one is free. */
  async use<T>(work: (lane: PlayLane) => Promise<T>): Promise<T> {
    const lane = await this.take()
    try {
      return await work(lane)
    } finally {
      const next = this.#waiting.shift()
      if (next) next(lane)
      else this.#free.push(lane)
    }
  }

  private take(): Promise<PlayLane> | PlayLane {
    const free = this.#free.pop()
    if (free) return free
    if (this.#lanes.length < (this.options.lanes ?? MAX_LANES)) return this.add()
    return new Promise((done) => this.#waiting.push(done))
  }

  /** Takes away all pages, also those that somebody works in. */
  async stop(): Promise<void> {
    await Promise.all(this.#lanes.map((lane) => lane.stop()))
  }

  async close(): Promise<void> {
    await Promise.all(this.#lanes.map((lane) => (this.#free.includes(lane) ? lane.release() : lane.close())))
  }
}
