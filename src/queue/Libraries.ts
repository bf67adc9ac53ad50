import type { BrowserSource } from '@/runner'
import { Lanes } from './Lanes'
import { OpenLibrary } from './OpenLibrary'
import type { PackedLibrary } from './pack'
import { decode } from './wire'

// Those of a team's branches: more at a time only take memory.
const MOST_LIBRARIES = 4
const MOST_BYTES = 512 * 1024 * 1024

interface Kept {
  library: Promise<OpenLibrary>
  lanes: Lanes
  bytes: number
  users: number
}

/** A library while somebody works with it. */
export interface Held {
  library: OpenLibrary
  lanes: Lanes
  release(): Promise<void>
}

/** Libraries that a worker has been sent, by their hashes. Those that have not been used for longest go first. */
export class Libraries {
  readonly #kept = new Map<string, Kept>()

  constructor(
    private readonly browsers: BrowserSource,
    private readonly lanes: number,
  ) {}

  /** @param fetch gets it where it is not there */
  async use(hash: string, fetch: () => Promise<Uint8Array>): Promise<Held> {
    let kept = this.#kept.get(hash)
    if (!kept) {
      const made: Kept = { lanes: new Lanes(this.lanes), bytes: 0, users: 0, library: this.open(fetch, () => made) }
      kept = made
      // Whoever asks next tries again.
      made.library.catch(() => this.#kept.delete(hash))
    }
    // The last one is the one that was used last.
    this.#kept.delete(hash)
    this.#kept.set(hash, kept)
    kept.users++
    const release = async () => {
      kept.users--
      await this.prune()
    }
    try {
      return { library: await kept.library, lanes: kept.lanes, release }
    } catch (error) {
      await release()
      throw error
    }
  }

  private async open(fetch: () => Promise<Uint8Array>, kept: () => Kept): Promise<OpenLibrary> {
    const bytes = await fetch()
    kept().bytes = bytes.length
    return new OpenLibrary(decode<PackedLibrary>(bytes), this.browsers, this.lanes)
  }

  private async prune(): Promise<void> {
    const sum = () => [...this.#kept.values()].reduce((all, { bytes }) => all + bytes, 0)
    for (const [hash, kept] of [...this.#kept]) {
      if (this.#kept.size <= MOST_LIBRARIES && sum() <= MOST_BYTES) return
      if (kept.users > 0) continue
      this.#kept.delete(hash)
      await closeKept(kept)
    }
  }

  async close(): Promise<void> {
    const all = [...this.#kept.values()]
    this.#kept.clear()
    await Promise.all(all.map(closeKept))
  }
}

async function closeKept({ lanes, library }: Kept): Promise<void> {
  await lanes.close()
  await library.then((opened) => opened.close()).catch(() => {}) // it never came
}
