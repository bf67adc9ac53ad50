import type { ChangedReading, RenderedBreak, StyleBreak } from '@/core/breaks'
import { spread } from './Share'

/** A break while it is tried. */
export class Trial {
  /** Names of the parts that it can change. */
  readonly parts = new Set<string>()
  /** Some expectation that held does not hold with it. */
  noticed = false
  /** What it changes, where nothing noticed it: of each reading the first case. */
  readonly changed = new Map<string, ChangedReading>()
  readonly #places = new Map<string, number>()
  /** A case whose picture it changes, where no reading tells of it. */
  seenIn: string | undefined
  /** Something would have noticed it that others may have disturbed: it must be tried alone. */
  isDisturbed = false
  /** Why it could not be tried. */
  failure: string | undefined
  /** Pictures of a case that it changes, as PNG. */
  pictures: { case: string; before: Uint8Array; after: Uint8Array } | undefined

  /**
   * @param name tells it from all others of its component
   * @param isOwn it is tried here; else it is known only, and tried elsewhere
   */
  constructor(
    public broken: StyleBreak | RenderedBreak,
    readonly name: string,
    readonly isOwn: boolean,
  ) {}

  /**
   * Cases in the order in which it is looked at in them, which hangs on nothing that is tried beside it: nor on which others of them it
   * seemed to change.
   * @param count of all cases that stand
   */
  inTurn(places: readonly number[], count: number): number[] {
    const first = spread(this.name, count)
    const sorted = places.toSorted((a, b) => a - b)
    return [...sorted.filter((at) => at >= first), ...sorted.filter((at) => at < first)]
  }

  /** Forgets what was found out since then. */
  restore({ noticed, changed }: { noticed: boolean; changed: ReadonlyMap<string, ChangedReading> }): void {
    this.noticed = noticed
    this.changed.clear()
    for (const [name, each] of changed) this.changed.set(name, each)
  }

  /** Forgets what it changes in a case. */
  forgetChanges(key: string): void {
    for (const [name, each] of this.changed) if (each.case === key) this.changed.delete(name)
  }

  /**
   * Notes what reads otherwise with it, of each reading the first case. Texts as `textOf` gives them.
   * @param place of the case among those that are broken in any order
   */
  noteChange(change: ChangedReading, place = 0): void {
    const name = `${change.part}|${change.reading}`
    if (this.changed.has(name) && (this.#places.get(name) ?? 0) <= place) return
    this.#places.set(name, place)
    const [before, after] = [change.before, change.after].map((text) => text.replace('\u0000', '')) as [string, string]
    this.changed.set(name, { ...change, before, after })
  }

  get isEffective(): boolean {
    return this.noticed || this.changed.size > 0 || this.seenIn !== undefined
  }

  /** Nothing is left to be found out of it. */
  get isDone(): boolean {
    return this.noticed || this.failure !== undefined
  }
}

/** Cases in which breaks are tried, or that they can change, by their places. */
export type CasesOf = ReadonlyMap<Trial, readonly number[]>

/** Those that are tried here. */
export const ownOf = (all: CasesOf): CasesOf => new Map([...all].filter(([trial]) => trial.isOwn))
