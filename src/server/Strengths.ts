import { createHash } from 'node:crypto'
import pLimit from 'p-limit'
import type { StrengthState } from '@/contract'
import type { Strength, StrengthWay } from '@/core/breaks'
import { BadInput } from '@/core/problem'
import {
  breakLibrary,
  BrowserSource,
  KeptResults,
  NoBrowser,
  prepareLibrary,
  runEnvironment,
  strengthFingerprint,
  type PreparedLibrary,
} from '@/runner'
import type { SourceWork } from '@/source'
import { StoreKeeper, type Connection } from '@/store'
import type { Launch } from './Browsers'
import type { Libraries } from './Libraries'

interface Going {
  way: StrengthWay
  done: number
  total: number
  stop: AbortController
  ended: Promise<void>
}

type Found = NonNullable<StrengthState['found']>

// Each has a browser of its own and uses all of the machine.
const MAX_AT_ONCE = 1

/** What specifications of stored components notice when their components break. */
export class Strengths {
  readonly #going = new Map<string, Going>()
  readonly #problems = new Map<string, string>()
  readonly #turn = pLimit(MAX_AT_ONCE)

  constructor(
    private readonly link: Connection,
    private readonly libraries: Libraries,
    private readonly launch: Launch,
    private readonly work: SourceWork,
  ) {}

  /** How a component's breaks stand. @throws BadInput */
  async of(library: string, slug: string): Promise<StrengthState> {
    const name = nameOf(library, slug)
    const going = this.#going.get(name)
    const problem = this.#problems.get(name)
    const found = going ? undefined : await this.found(library, slug)
    return {
      ...(found && { found }),
      ...(going && { going: { way: going.way, done: going.done, total: going.total } }),
      ...(problem !== undefined && { problem }),
    }
  }

  /** What was found of the component as it is now; else what was found last. */
  private async found(library: string, slug: string): Promise<Found | undefined> {
    const keeper = new StoreKeeper(this.link)
    const { prepared, kept } = await this.prepare(library, slug)
    const [component] = prepared.components
    const fingerprint = component && strengthFingerprint(prepared, component, kept)
    for (const way of ['full', 'quick'] as const) {
      const known = fingerprint === undefined ? undefined : await kept?.strengthOf(fingerprint, way)
      if (known) return { ...known, isCurrent: true }
    }
    const last = await keeper.get(lastKey(library, slug))
    return last && { ...(JSON.parse(Buffer.from(last).toString('utf8')) as Found), isCurrent: false }
  }

  /** Begins to break a component; where that goes on already, it goes on. */
  start(library: string, slug: string, way: StrengthWay): void {
    const name = nameOf(library, slug)
    if (this.#going.has(name)) return
    const going: Going = { way, done: 0, total: 0, stop: new AbortController(), ended: Promise.resolve() }
    this.#going.set(name, going)
    this.#problems.delete(name)
    going.ended = this.#turn(() => this.perform(library, slug, going))
      .catch((error: unknown) => void this.#problems.set(name, wordsOf(error)))
      .finally(() => this.#going.delete(name))
  }

  /** Stops the breaks of a component: what was found before stays. */
  async stop(library: string, slug: string): Promise<void> {
    const going = this.#going.get(nameOf(library, slug))
    going?.stop.abort()
    await going?.ended
  }

  /** Stops all that goes on. */
  async close(): Promise<void> {
    for (const { stop } of this.#going.values()) stop.abort()
    await Promise.all([...this.#going.values()].map(({ ended }) => ended))
  }

  private async perform(library: string, slug: string, going: Going) {
    const { signal } = going.stop
    if (signal.aborted) return
    const { prepared, kept } = await this.prepare(library, slug)
    const browsers = new BrowserSource(this.launch)
    try {
      const found = await breakLibrary(browsers, prepared, {
        way: going.way,
        kept,
        signal,
        onProgress: (_, done, total) => Object.assign(going, { done, total }),
      })
      const strength = found.get(slug)
      if (strength) await this.keepLast(library, slug, strength)
      else if (!signal.aborted) throw new Error('it cannot be rendered by this version')
    } finally {
      await browsers.close()
    }
  }

  private async keepLast(library: string, slug: string, strength: Strength) {
    const text = JSON.stringify({ strength, since: new Date().toISOString() })
    const keeper = new StoreKeeper(this.link)
    await keeper.put(lastKey(library, slug), Buffer.from(text))
    await keeper.prune()
  }

  private async prepare(
    libraryId: string,
    slug: string,
  ): Promise<{ prepared: PreparedLibrary; kept: KeptResults | undefined }> {
    const { library } = (await this.libraries.open(libraryId))!
    const prepared = await prepareLibrary(library.tree, { components: [slug] }, this.work)
    const environment = await runEnvironment().catch(() => undefined) // that there is no browser is told when one is needed
    return { prepared, kept: environment && new KeptResults(environment, new StoreKeeper(this.link)) }
  }
}

const nameOf = (library: string, slug: string) => `${library}/${slug}`

/** By what the last strength of a component is kept, whatever it was found of. */
const lastKey = (library: string, slug: string) =>
  createHash('sha256').update(`last strength ${library} ${slug}`).digest('hex')

const wordsOf = (error: unknown): string =>
  error instanceof BadInput || error instanceof NoBrowser
    ? error.message
    : `Something went wrong: ${(error as Error).message}`
