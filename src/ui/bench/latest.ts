/** The newest of something that comes often, for the one part of a page that shows it: the rest is not rendered anew. */
export interface Latest<T> {
  get(): T
  set(value: T): void
  subscribe(onChange: () => void): () => void
}

export function makeLatest<T>(first: T): Latest<T> {
  let value = first
  const listeners = new Set<() => void>()
  return {
    get: () => value,
    set: (next) => {
      value = next
      for (const listener of listeners) listener()
    },
    subscribe: (onChange) => {
      listeners.add(onChange)
      return () => void listeners.delete(onChange)
    },
  }
}
