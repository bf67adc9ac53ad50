import type { Browser } from 'puppeteer-core'
import { isGone } from './isGone'
import { returnBrowser, startBrowser } from './startBrowser'

/** So many browsers have gone down one after another that no more is started. */
export class BrowserLost extends Error {
  override name = 'BrowserLost'
  constructor() {
    super(`the browser went down ${MAX_IN_A_ROW} times in a row: nothing more was tried`)
  }
}

// A machine without memory takes every browser down; what one component does costs it three at most.
const MAX_IN_A_ROW = 3

/** Hands out a browser that runs: one that has gone down, killed or out of memory, is started anew. */
export class BrowserSource<B extends Pick<Browser, 'connected' | 'version' | 'close' | 'process'> = Browser> {
  #current: Promise<B> | undefined
  #inARow = 0
  readonly #started: Promise<B>[] = []
  /** Called when one has gone down and another takes its place. */
  onRestart?: () => void

  /** @param first one that runs already; it is left to whoever started it */
  constructor(
    private readonly launch: () => Promise<B>,
    first?: B,
  ) {
    if (first) this.#current = Promise.resolve(first)
  }

  /** A source that begins with a browser of somebody else's. */
  static from(browser: Browser | BrowserSource): BrowserSource {
    return browser instanceof BrowserSource ? browser : new BrowserSource(startBrowser, browser)
  }

  /** Whether it has been given up. */
  get isLost(): boolean {
    return this.#inARow >= MAX_IN_A_ROW
  }

  /** A browser that runs. @throws NoBrowser, BrowserLost */
  async get(): Promise<B> {
    const current = (this.#current ??= this.start())
    const browser = await current
    if (!(await isGone(browser))) return browser
    // Only the first who finds it gone replaces it.
    if (this.#current === current) {
      this.#inARow++
      this.onRestart?.()
      this.#current = this.isLost ? Promise.reject(new BrowserLost()) : this.start()
      this.#current.catch(() => {}) // told to each who asks
    }
    return this.get()
  }

  private start(): Promise<B> {
    const browser = this.launch()
    this.#started.push(browser)
    return browser
  }

  /** Something has been read in it: what went down before counts no more. */
  noteWork(): void {
    if (!this.isLost) this.#inARow = 0
  }

  /** Gives the browsers up that it has started. */
  async close(): Promise<void> {
    await Promise.all(
      this.#started.map(async (each) => {
        const browser = await each.catch(() => undefined) // it was never there
        if (browser) await returnBrowser(browser)
      }),
    )
  }
}
