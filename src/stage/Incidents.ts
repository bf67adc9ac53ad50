// How many of a chunk's incidents are kept in words; how long one may be. What is beyond is counted.
export const MOST_INCIDENTS = 20
export const LONGEST_INCIDENT = 500

/** What goes wrong in a page beside its cases: errors that nobody caught. A component may throw as often, and say as much, as it likes. */
export class Incidents {
  #told = new Set<string>()
  #more = 0

  add(what: unknown): void {
    const words = wordsOf(what)
    if (this.#told.has(words)) return
    if (this.#told.size < MOST_INCIDENTS) this.#told.add(words)
    else this.#more++
  }

  /** All since the last time. */
  take(): string[] {
    const told = [...this.#told, ...(this.#more > 0 ? [`… and ${this.#more} more errors that nobody caught`] : [])]
    this.#told.clear()
    this.#more = 0
    return told
  }
}

/** What a page says of its incidents, as far as it would say by itself: its code may have taken the limits away. */
export const keptIncidents = (told: readonly string[]): string[] =>
  told.slice(0, MOST_INCIDENTS + 1).map((each) => each.slice(0, LONGEST_INCIDENT + 1))

/** What was thrown may be anything, and refuse to become a text. */
function wordsOf(what: unknown): string {
  try {
    const words = String(what)
    return words.length > LONGEST_INCIDENT ? `${words.slice(0, LONGEST_INCIDENT)}…` : words
  } catch {
    return 'something that has no words was thrown'
  }
}
