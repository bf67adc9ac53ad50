import type { ReadingLane } from '@/runner'

interface Idle {
  name: string
  lane: ReadingLane
}

/** Lanes between two chunks: the next chunk of the same component needs not open it again. */
export class Lanes {
  #idle: Idle[] = []

  /** @param most how many are kept open that nobody reads in */
  constructor(private readonly most: number) {}

  /** @param name of what is read in it */
  async use<T>(name: string, make: () => ReadingLane, work: (lane: ReadingLane) => Promise<T>): Promise<T> {
    const at = this.#idle.findIndex((each) => each.name === name)
    const lane = at < 0 ? make() : this.#idle.splice(at, 1)[0]!.lane
    try {
      return await work(lane)
    } finally {
      this.#idle.push({ name, lane })
      if (this.#idle.length > this.most) await this.#idle.shift()!.lane.end()
    }
  }

  /** Ends all that nobody reads in. */
  async close(): Promise<void> {
    const idle = this.#idle
    this.#idle = []
    await Promise.all(idle.map(({ lane }) => lane.end()))
  }
}
