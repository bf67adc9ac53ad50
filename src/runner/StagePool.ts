import type { Viewport } from '@/core/sheet'
import type { BrowserSource } from './BrowserSource'
import { isGone } from './isGone'
import { StagePage } from './StagePage'

/** Pages in which cases are read, handed from one component to the next; opening one takes longer than most components' cases. */
export class StagePool {
  /** Pages that stand ready, or will. */
  #ready: Promise<StagePage>[] = []
  /** All that are open, with those that somebody works in. */
  #open = new Set<StagePage>()
  #isClosed = false

  constructor(
    readonly browsers: BrowserSource,
    readonly viewport: Viewport,
  ) {}

  /** Opens pages ahead, while others prepare what is to be read in them. */
  warm(count: number): void {
    for (let at = 0; at < count; at++) this.keep(this.open())
  }

  private async open(): Promise<StagePage> {
    const browser = await this.browsers.get()
    try {
      const page = await StagePage.open(browser, this.viewport)
      this.#open.add(page)
      // Nobody may be left to close one that opens late.
      if (this.#isClosed) await page.close()
      return page
    } catch (error) {
      if (!(await isGone(browser))) throw error
      return this.open()
    }
  }

  /** A page for a component, on a site of its own. @throws NoBrowser, BrowserLost */
  async take(): Promise<StagePage> {
    for (let next = this.#ready.shift(); next; next = this.#ready.shift()) {
      const page = await next.catch(() => undefined)
      if (page && !(await page.isGone())) return page
    }
    return this.open()
  }

  /** Takes a page back that is sound, and loads it anew while others work. One without a mouse is of no use to others. */
  give(page: StagePage): void {
    if (page.isTouched) return void page.close()
    this.keep(page.load().then(() => page))
  }

  private keep(page: Promise<StagePage>) {
    page.catch(() => {}) // whoever asks next opens another
    this.#ready.push(page)
  }

  /** Takes away all pages, also those that somebody works in: what is asked of them fails. */
  async stop(): Promise<void> {
    this.#isClosed = true
    await Promise.all([...this.#open].map((page) => page.close()))
  }

  async close(): Promise<void> {
    this.#isClosed = true
    const ready = await Promise.allSettled(this.#ready)
    await Promise.all(ready.map((each) => (each.status === 'fulfilled' ? each.value.close() : undefined)))
  }
}
