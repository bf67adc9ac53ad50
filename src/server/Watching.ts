import type { LibraryEvents } from './LibraryEvents'
import type { Runs } from './Runs'

/** Libraries that are verified whenever something changes in them. */
export class Watching {
  readonly #stops = new Map<string, () => void>()
  /** Libraries in which something has changed since their last run began. */
  readonly #changed = new Set<string>()

  constructor(
    private readonly events: LibraryEvents,
    private readonly runs: Runs,
  ) {}

  isWatched(library: string): boolean {
    return this.#stops.has(library)
  }

  /** Verifies a library from now on whenever it changes, and at once; or no more. */
  set(library: string, isWatched: boolean): void {
    if (isWatched === this.isWatched(library)) return
    if (!isWatched) {
      this.#stops.get(library)!()
      this.#stops.delete(library)
      this.#changed.delete(library)
      return
    }
    this.#stops.set(
      library,
      // Where the folder cannot be read there is nothing to verify: it is told, and the next change mends it.
      this.events.listen(library, ({ problem, run }) => {
        if (problem === undefined && run === undefined) this.verify(library)
      }),
    )
    this.verify(library)
  }

  private verify(library: string) {
    this.#changed.add(library)
    const going = this.runs.going(library)
    if (going === undefined) this.begin(library)
    // What has changed while a run was under way is verified after it.
    else this.runs.listen(going, ({ type }) => void (type === 'end' && this.begin(library)))
  }

  private begin(library: string) {
    if (!this.isWatched(library) || !this.#changed.delete(library)) return
    this.runs.start(library, undefined)
  }

  close(): void {
    for (const library of [...this.#stops.keys()]) this.set(library, false)
  }
}
