import type { LibraryEvent } from '@/contract'

type Listener = (event: LibraryEvent) => void

/** Who listens to which library. */
export class LibraryEvents {
  #listeners = new Map<string, Set<Listener>>()

  /** Tells every view of a library that something has changed in it. */
  tell(id: string, event: LibraryEvent): void {
    for (const listener of this.#listeners.get(id) ?? []) listener(event)
  }

  /** Listens to a library's changes; gives back how to stop. */
  listen(id: string, listener: Listener): () => void {
    const own = this.#listeners.get(id) ?? new Set<Listener>()
    this.#listeners.set(id, own.add(listener))
    return () => own.delete(listener)
  }
}
