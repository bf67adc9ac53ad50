import { LRUCache } from 'lru-cache'
import { componentFingerprint, performed, prepareSound } from '@/runner'
import type { SourceWork } from '@/source'
import type { LibraryRecord } from '@/store'
import { keyOf, type Libraries } from './Libraries'
import type { Places } from './Places'

/** For each component what a run of it is known by that still holds, given the index of its approved pictures. */
type Prints = ReadonlyMap<string, (approved: string) => readonly (string | undefined)[]>

const MAX_KEPT = 16

/** Knows what the results of each component depend on as its library is by now: what else changes puts nothing out of date. */
export class Freshness {
  #known = new LRUCache<string, Prints>({ max: MAX_KEPT })
  /** Libraries of which it is being found out. */
  #working = new Map<string, Promise<void>>()

  constructor(
    private readonly libraries: Libraries,
    private readonly places: Pick<Places, 'environment'>,
    private readonly work: SourceWork,
  ) {}

  /** @returns undefined until it is known, which takes as long as compiling the library */
  printsOf(record: LibraryRecord): Prints | undefined {
    const known = this.#known.get(keyOf(record))
    if (!known) void this.settle(record)
    return known
  }

  /** Waits until it is known. */
  async settle(record: LibraryRecord): Promise<void> {
    const going = this.#working.get(record.id)
    if (going || this.#known.has(keyOf(record))) return going
    const finding = this.find(record)
    this.#working.set(record.id, finding)
    return finding
  }

  private async find(asked: LibraryRecord): Promise<void> {
    try {
      const opened = await this.libraries.open(asked.id)
      if (opened) this.#known.set(keyOf(opened.record), await this.prints(opened.library.tree))
    } catch {
      // What cannot be prepared is told where it is opened; its results are out of date.
      this.#known.set(keyOf(asked), new Map())
    } finally {
      this.#working.delete(asked.id)
    }
  }

  private async prints(tree: Parameters<typeof prepareSound>[0]): Promise<Prints> {
    const environment = await this.places.environment()
    if (!environment) return new Map()
    const prepared = await prepareSound(tree, {}, this.work)
    const how = performed({}, true)
    const shared = await this.work.lintLibrary(prepared.library, prepared.tokens)
    return new Map(
      prepared.components.map((component, at) => {
        // A run tells the library's own lints with the first component that it takes, whichever that was.
        const own = at === 0 ? component.lints.slice(shared.length) : component.lints
        const prints = [own, [...shared, ...own]].map((lints) =>
          componentFingerprint(environment, prepared, { ...component, lints }, how),
        )
        return [component.sheet.slug, (approved) => prints.map((print) => print?.(approved))]
      }),
    )
  }
}
