import { createHash } from 'node:crypto'
import pLimit, { type LimitFunction } from 'p-limit'
import type { LibraryStrength, StrengthState } from '@/contract'
import type { Strength, StrengthWay } from '@/core/breaks'
import { BadInput } from '@/core/problem'
import { NoQueue } from '@/queue'
import { breakLibrary, type KeptResults, NoBrowser, prepareLibrary } from '@/runner'
import type { SourceWork } from '@/source'
import { StoreKeeper, type Connection } from '@/store'
import type { Libraries } from './Libraries'
import type { Places } from './Places'
import { StrengthPrints } from './StrengthPrints'

interface Going {
  way: StrengthWay
  done: number
  total: number
  /** Others come first. */
  isWaiting: boolean
  stop: AbortController
  ended: Promise<void>
}

type Found = NonNullable<StrengthState['found']>

// Each has a browser of its own and uses all of the machine.
const MAX_AT_ONCE = 1
// Others do it: as much as a few of them do at a time.
const MAX_QUEUED = 16

/** What specifications of stored components notice when their components break. */
export class Strengths {
  readonly #going = new Map<string, Going>()
  readonly #problems = new Map<string, string>()
  readonly #turn: LimitFunction
  private readonly prints: StrengthPrints

  constructor(
    private readonly link: Connection,
    private readonly libraries: Libraries,
    private readonly places: Places,
    private readonly work: SourceWork,
  ) {
    this.#turn = pLimit(places.isQueued ? MAX_QUEUED : MAX_AT_ONCE)
    this.prints = new StrengthPrints(link, libraries, places, work)
  }

  /** How a component's breaks stand. @throws BadInput */
  async of(library: string, slug: string): Promise<StrengthState> {
    const name = nameOf(library, slug)
    const going = this.#going.get(name)
    const problem = this.#problems.get(name)
    const found = going
      ? undefined
      : await this.found(library, slug, await this.prints.ofOne(library, slug), await this.prints.kept())
    return {
      ...(found && { found }),
      ...(going && { going: goingOf(going) }),
      ...(problem !== undefined && { problem }),
    }
  }

  /** How the breaks of all components of a library stand, in a few numbers. */
  async ofAll(library: string): Promise<LibraryStrength> {
    const { record } = (await this.libraries.open(library))!
    const prints = await this.prints.ofAll(library)
    const kept = await this.prints.kept()
    const stateOf = async (slug: string): Promise<LibraryStrength['components'][number]> => {
      const name = nameOf(library, slug)
      const going = this.#going.get(name)
      const problem = this.#problems.get(name)
      const found = await this.found(library, slug, prints.get(slug), kept)
      return {
        slug,
        ...(found && { found: inShort(found) }),
        ...(going && { going: goingOf(going) }),
        ...(problem !== undefined && { problem }),
      }
    }
    return { components: await Promise.all(record.components.map(({ slug }) => stateOf(slug))) }
  }

  /** What was found of the component as it is now; else what was found last. */
  private async found(
    library: string,
    slug: string,
    print: string | undefined,
    kept: KeptResults | undefined,
  ): Promise<Found | undefined> {
    for (const way of ['full', 'quick'] as const) {
      const known = print === undefined ? undefined : await kept?.strengthOf(print, way)
      if (known) return { ...known, isCurrent: true }
    }
    const last = await new StoreKeeper(this.link).get(lastKey(library, slug))
    return last && { ...(JSON.parse(Buffer.from(last).toString('utf8')) as Found), isCurrent: false }
  }

  /** Begins to break a component; where that goes on already, it goes on. */
  start(library: string, slug: string, way: StrengthWay): void {
    const name = nameOf(library, slug)
    if (this.#going.has(name)) return
    const going: Going = {
      way,
      done: 0,
      total: 0,
      isWaiting: true,
      stop: new AbortController(),
      ended: Promise.resolve(),
    }
    this.#going.set(name, going)
    this.#problems.delete(name)
    going.ended = this.#turn(() => this.perform(library, slug, going))
      .catch((error: unknown) => void this.#problems.set(name, wordsOf(error)))
      .finally(() => this.#going.delete(name))
  }

  /** Begins to break all components of a library, one after the other; what has not changed is not broken again. */
  async startAll(library: string, way: StrengthWay): Promise<void> {
    const { record, faults } = (await this.libraries.open(library))!
    for (const { slug } of record.components) if (!faults.has(slug)) this.start(library, slug, way)
  }

  /** Stops all breaks of a library. */
  async stopAll(library: string): Promise<void> {
    const own = [...this.#going].filter(([name]) => name.startsWith(nameOf(library, ''))).map(([, going]) => going)
    for (const { stop } of own) stop.abort()
    await Promise.all(own.map(({ ended }) => ended))
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
    going.isWaiting = false
    const { tree } = (await this.libraries.open(library))!.library
    const prepared = await prepareLibrary(tree, { components: [slug] }, this.work)
    const kept = await this.prints.kept()
    const place = this.places.open({ signal })
    let lost: string | undefined
    try {
      const found = await breakLibrary(place.at, prepared, {
        way: going.way,
        others: this.#going.size - 1,
        kept,
        signal,
        onProgress: (_, done, total) => Object.assign(going, { done, total }),
        onLost: (_, reason) => (lost = reason),
      })
      const strength = found.get(slug)
      // What was found before stays in sight.
      if (lost !== undefined) this.#problems.set(nameOf(library, slug), `It could not be broken: ${lost}`)
      else if (strength) await this.keepLast(library, slug, strength)
      else if (!signal.aborted) throw new Error('it cannot be rendered by this version')
    } finally {
      await place.close()
    }
  }

  private async keepLast(library: string, slug: string, strength: Strength) {
    const text = JSON.stringify({ strength, since: new Date().toISOString() })
    const keeper = new StoreKeeper(this.link)
    await keeper.put(lastKey(library, slug), Buffer.from(text))
    await keeper.prune()
  }
}

const nameOf = (library: string, slug: string) => `${library}/${slug}`

/** By what the last strength of a component is kept, whatever it was found of. */
const lastKey = (library: string, slug: string) =>
  createHash('sha256').update(`last strength ${library} ${slug}`).digest('hex')

const goingOf = ({ way, done, total, isWaiting }: Going) => ({ way, done, total, isWaiting })

/** What is told of a component among others. */
const inShort = ({ strength: { way, counted, noticed, unnoticed, notes }, since, isCurrent }: Found) => ({
  ...{ way, counted, noticed, since, isCurrent, notes },
  unnoticed: unnoticed.length,
})

const wordsOf = (error: unknown): string =>
  error instanceof BadInput || error instanceof NoBrowser || error instanceof NoQueue
    ? error.message
    : `Something went wrong: ${(error as Error).message}`
