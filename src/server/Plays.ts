import type { Browser } from 'puppeteer-core'
import type { Film } from '@/core/scenario'
import { overlay } from '@/core/sheet'
import { filmScenario, PlayLane, prepareLibrary, scenarioJobs, defaultClock } from '@/runner'
import type { SourceWork } from '@/source'
import type { Browsers } from './Browsers'
import type { Libraries } from './Libraries'

// A page that nobody has asked for this long is closed.
const IDLE_MS = 60_000

type Job = ReturnType<typeof scenarioJobs>[number]

/** Plays of scenarios that somebody looks at: one at a time, who comes next waits. */
export class Plays {
  #lane: PlayLane | undefined
  #timer: NodeJS.Timeout | undefined
  #last: Promise<unknown> = Promise.resolve()

  constructor(
    private readonly libraries: Libraries,
    private readonly browsers: Browsers,
    private readonly work: SourceWork,
  ) {}

  /**
   * Plays one scenario of a stored component, as it would be with other texts, and films it.
   * @returns undefined when there is no such scenario. @throws BadInput, NoBrowser
   */
  async play(
    libraryId: string,
    slug: string,
    texts: Readonly<Record<string, string>>,
    index: number,
  ): Promise<Film | undefined> {
    const { library: stored } = (await this.libraries.open(libraryId))!
    const tree = overlay(stored.tree, texts)
    const { library, tokens, components } = await prepareLibrary(tree, { components: [slug] }, this.work)
    const [component] = components
    if (!component?.compiled) return undefined
    const { sheet, compiled } = component
    const job = scenarioJobs({ sheet, library, tokens, ...compiled, viewport: library.data.viewport })[index]
    if (!job) return undefined
    const playing = this.#last.then(() => this.browsers.use((browser) => this.film(browser, job)))
    this.#last = playing.catch(() => {}) // who asked hears of it; the next play goes on
    return playing
  }

  private async film(browser: Browser, job: Job): Promise<Film> {
    clearTimeout(this.#timer)
    const start = () => Promise.resolve(browser)
    // A page of the ordinary browser goes with that browser; the engine's is kept between plays.
    const isKept = defaultClock() === 'engine'
    const lane = isKept ? (this.#lane ??= new PlayLane(start, 'engine')) : new PlayLane(start, 'page')
    try {
      return await filmScenario(lane, job)
    } finally {
      if (!isKept) await lane.close()
      else {
        this.#timer = setTimeout(() => void lane.close(), IDLE_MS)
        this.#timer.unref()
      }
    }
  }

  async close(): Promise<void> {
    clearTimeout(this.#timer)
    await this.#last
    await this.#lane?.close()
  }
}
