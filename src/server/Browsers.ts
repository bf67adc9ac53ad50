import pLimit from 'p-limit'
import type { Browser } from 'puppeteer-core'
import { returnBrowser } from '@/runner'

/** Starts a browser. @throws NoBrowser */
export type Launch = () => Promise<Browser>

// A browser that nobody has asked for this long is closed.
const IDLE_MS = 60_000

// Surveys and trials of many tabs: more at once only take turns, and memory.
const MAX_AT_ONCE = 4

/** One browser that stays open between calls that come close after one another. */
export class Browsers {
  #browser: Promise<Browser> | undefined
  #users = 0
  #turn = pLimit(MAX_AT_ONCE)
  #timer: NodeJS.Timeout | undefined

  constructor(readonly launch: Launch) {}

  /** Works with the shared browser. @throws NoBrowser */
  use<T>(work: (browser: Browser) => Promise<T>): Promise<T> {
    return this.#turn(() => this.working(work))
  }

  private async working<T>(work: (browser: Browser) => Promise<T>): Promise<T> {
    clearTimeout(this.#timer)
    this.#users++
    try {
      return await work(await this.started())
    } finally {
      if (--this.#users === 0) {
        this.#timer = setTimeout(() => void this.close(), IDLE_MS)
        this.#timer.unref()
      }
    }
  }

  private async started(): Promise<Browser> {
    const browser = (this.#browser ??= this.launch())
    try {
      if ((await browser).connected) return await browser
    } catch (error) {
      // One that could not be started is tried again at the next call.
      this.#browser = undefined
      throw error
    }
    this.#browser = this.launch()
    return this.#browser
  }

  async close(): Promise<void> {
    clearTimeout(this.#timer)
    const browser = this.#browser
    this.#browser = undefined
    await browser?.then(returnBrowser).catch(() => {}) // it has gone already
  }
}
