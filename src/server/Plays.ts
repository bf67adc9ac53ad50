import type { Browser } from 'puppeteer-core'
import { LRUCache } from 'lru-cache'
import { caseOfKey } from '@/core/matrix'
import type { Film } from '@/core/scenario'
import { overlay } from '@/core/sheet'
import {
  filmScenario,
  filmSharply,
  PlayLane,
  prepareLibrary,
  scenarioJobs,
  defaultClock,
  takeStill,
  type Still,
} from '@/runner'
import type { SourceWork } from '@/source'
import type { Browsers } from './Browsers'
import { keyOf, type Libraries } from './Libraries'

// A page that nobody has asked for this long is closed.
const IDLE_MS = 60_000

/** Plays of scenarios, and cases reached by input, that somebody looks at: one at a time, who comes next waits. */
export class Plays {
  #lane: PlayLane | undefined
  // A picture is some ten kilobytes.
  #stills = new LRUCache<string, Still>({ max: 200 })
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
    {
      texts,
      index,
      isSharp = false,
    }: { texts: Readonly<Record<string, string>>; index: number; isSharp?: boolean | undefined },
  ): Promise<Film | undefined> {
    const { library: stored } = (await this.libraries.open(libraryId))!
    const tree = overlay(stored.tree, texts)
    const { library, tokens, components } = await prepareLibrary(tree, { components: [slug] }, this.work)
    const [component] = components
    if (!component?.compiled) return undefined
    const { sheet, compiled } = component
    const job = scenarioJobs({ sheet, library, tokens, ...compiled, viewport: library.data.viewport })[index]
    if (!job) return undefined
    return this.inTurn((lane) => (isSharp ? filmSharply : filmScenario)(lane, job))
  }

  /**
   * What is seen of a case of a stored component that real input brings about.
   * @returns undefined when the component cannot be rendered. @throws BadInput, NoBrowser, Error where it cannot be brought about
   */
  async still(libraryId: string, slug: string, key: string): Promise<Still | undefined> {
    const { library: stored, record } = (await this.libraries.open(libraryId))!
    const name = JSON.stringify([keyOf(record), slug, key])
    const known = this.#stills.get(name)
    if (known) return known
    const { library, tokens, components } = await prepareLibrary(stored.tree, { components: [slug] }, this.work)
    const [component] = components
    if (!component?.compiled) return undefined
    const { sheet, compiled, plan } = component
    const setup = { sheet, library, tokens, ...compiled, viewport: library.data.viewport }
    const still = await this.inTurn((lane) => takeStill(lane, setup, caseOfKey(key, plan.space)))
    this.#stills.set(name, still)
    return still
  }

  private inTurn<T>(work: (lane: PlayLane) => Promise<T>): Promise<T> {
    const working = this.#last.then(() => this.browsers.use((browser) => this.withLane(browser, work)))
    this.#last = working.catch(() => {}) // who asked hears of it; the next goes on
    return working
  }

  private async withLane<T>(browser: Browser, work: (lane: PlayLane) => Promise<T>): Promise<T> {
    clearTimeout(this.#timer)
    const start = () => Promise.resolve(browser)
    // A page of the ordinary browser goes with that browser; the engine's is kept between plays.
    const isKept = defaultClock() === 'engine'
    const lane = isKept ? (this.#lane ??= new PlayLane(start, 'engine')) : new PlayLane(start, 'page')
    try {
      return await work(lane)
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
