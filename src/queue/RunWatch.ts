import type { Redis } from 'ioredis'
import { runKey } from './names'

const LOOK_EVERY_MS = 1000
// A run of which nothing has been heard for so long has ended; longer than it takes a queue to start again.
const GONE_MS = 6000

interface Watched {
  heard: number
  isStopped: boolean
  /** Of the pieces of its work that go on here. */
  stops: Set<AbortController>
}

/** Watches over the runs that a worker works for: work for one that has ended is stopped. */
export class RunWatch {
  readonly #runs = new Map<string, Watched>()
  readonly #timer: NodeJS.Timeout

  constructor(private readonly redis: Redis) {
    this.#timer = setInterval(() => void this.look().catch(() => {}), LOOK_EVERY_MS) // the next one sees it
    this.#timer.unref()
  }

  /** Begins a piece of work. @returns false where its run has ended */
  async begin(run: string, stop: AbortController): Promise<boolean> {
    let known = this.#runs.get(run)
    if (!known) {
      const state = await this.redis.get(runKey(run))
      if (state === null || state === STOPPED) return false
      known = this.#runs.get(run) ?? { heard: Date.now(), isStopped: false, stops: new Set() }
      this.#runs.set(run, known)
    }
    if (!known.isStopped) known.stops.add(stop)
    return !known.isStopped
  }

  end(run: string, stop: AbortController): void {
    this.#runs.get(run)?.stops.delete(stop)
  }

  /** Stops all work of all runs. */
  stopAll(): void {
    for (const { stops } of this.#runs.values()) for (const stop of stops) stop.abort()
  }

  close(): void {
    clearInterval(this.#timer)
  }

  private async look() {
    const names = [...this.#runs.keys()]
    if (names.length === 0) return
    const states = await this.redis.mget(names.map(runKey))
    const now = Date.now()
    for (const [at, name] of names.entries()) {
      const run = this.#runs.get(name)!
      if (states[at] !== null) run.heard = now
      run.isStopped = states[at] === STOPPED || now - run.heard > GONE_MS
      if (run.isStopped) for (const stop of run.stops) stop.abort()
      // What has ended is asked for anew if there should be more of it.
      if (run.stops.size === 0) this.#runs.delete(name)
    }
  }
}

/** What stands under a run's name when its work is not wanted any more. */
export const STOPPED = 'stopped'
