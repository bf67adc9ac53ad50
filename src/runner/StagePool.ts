import type { Browser } from 'puppeteer-core'
import type { Viewport } from '@/core/sheet'
import { StagePage } from './StagePage'

/** Pages in which cases are read, handed from one component to the next; opening one takes longer than most components' cases. */
export class StagePool {
  /** Pages that stand ready, or will. */
  #ready: Promise<StagePage>[] = []
  #isClosed = false

  constructor(
    readonly browser: () => Promise<Browser>,
    readonly viewport: Viewport,
  ) {}

  /** Opens pages ahead, while others prepare what is to be read in them. */
  warm(count: number): void {
    for (let at = 0; at < count; at++) this.keep(this.open())
  }

  private async open(): Promise<StagePage> {
    const page = await StagePage.open(await this.browser(), this.viewport)
    // Nobody may be left to close one that opens late.
    if (this.#isClosed) await page.close()
    return page
  }

  /** A page for a component, on a site of its own. */
  async take(): Promise<StagePage> {
    return this.#ready.shift() ?? this.open()
  }

  /** Takes a page back that is sound, and loads it anew while others work. */
  give(page: StagePage): void {
    this.keep(page.load().then(() => page))
  }

  private keep(page: Promise<StagePage>) {
    page.catch(() => {}) // told to whom it is handed
    this.#ready.push(page)
  }

  async close(): Promise<void> {
    this.#isClosed = true
    const ready = await Promise.allSettled(this.#ready)
    await Promise.all(ready.map((each) => (each.status === 'fulfilled' ? each.value.close() : undefined)))
  }
}
