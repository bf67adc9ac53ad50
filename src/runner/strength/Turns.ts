/** Lets part of what goes on at a time go on in order, so that what comes of it does not hang on who is faster. */
export class Turns {
  readonly #begun: { place: number; ended: Promise<unknown> }[] = []

  /** Does something when all that was begun before it at lower places has come to its end, well or not. */
  take<T>(place: number, work: () => Promise<T>): Promise<T> {
    return this.end(place, (mayGoOn) => mayGoOn().then(work))
  }

  /** The same of work with a part that needs not wait: it awaits `mayGoOn` before the rest. */
  end<T>(place: number, work: (mayGoOn: () => Promise<unknown>) => Promise<T>): Promise<T> {
    const before = this.#begun.filter((each) => each.place < place).map(({ ended }) => ended)
    const ended = work(() => Promise.allSettled(before))
    this.#begun.push({ place, ended })
    return ended
  }
}
