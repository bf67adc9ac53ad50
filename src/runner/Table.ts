/** Gives each of some values a place, equal ones the same. */
export class Table<T> {
  readonly all: T[] = []
  readonly #places = new Map<string, number>()

  /** @param nameOf equal names are equal values. @defaultValue the value as a text */
  constructor(private readonly nameOf: (value: T) => string = String) {}

  placeOf(value: T): number {
    const name = this.nameOf(value)
    let at = this.#places.get(name)
    if (at === undefined) this.#places.set(name, (at = this.all.push(value) - 1))
    return at
  }
}
