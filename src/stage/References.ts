import { REFERENCE } from './reference'

/** Numbers on elements, by which the driver finds their nodes. */
export class References {
  #numbers = new Map<Element, number>()
  #taken = new Set<number>()
  #last: number

  /** @param last numbers start above this: they must differ between the documents and the worlds of one page */
  constructor(last: number) {
    this.#last = last
  }

  /** The number of an element, which bears one from now on. */
  give(element: Element): number {
    const known = this.#numbers.get(element)
    if (known !== undefined) return known
    // The other world may have given it one already.
    const borne = Number(element.getAttribute(REFERENCE))
    const number = borne > 0 && !this.#taken.has(borne) ? borne : ++this.#last
    if (number !== borne) element.setAttribute(REFERENCE, String(number))
    this.#numbers.set(element, number)
    this.#taken.add(number)
    return number
  }

  /** The number of an element that has been given one. */
  of(element: Element): number | undefined {
    return this.#numbers.get(element)
  }

  clear(): void {
    this.#numbers.clear()
    this.#taken.clear()
  }
}
