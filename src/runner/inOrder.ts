/**
 * Hands things on in a given order, each as soon as all before it have come: reports do not hang on which page was faster.
 * @returns what takes a thing, and what hands on the rest when no more will come
 */
export function inOrder<T extends { key: string }>(
  keys: Iterable<string>,
  handOn: (thing: T) => void,
): { take: (thing: T) => void; flush: () => void } {
  const waiting = new Map<string, T>()
  const order = [...keys]
  let next = 0
  const known = new Set(order)
  const drain = () => {
    for (let thing = waiting.get(order[next] ?? ''); thing; thing = waiting.get(order[next] ?? '')) {
      waiting.delete(thing.key)
      next++
      handOn(thing)
    }
  }
  return {
    take: (thing) => {
      if (!known.has(thing.key)) return handOn(thing)
      waiting.set(thing.key, thing)
      drain()
    },
    flush: () => {
      for (const key of order.slice(next)) {
        const thing = waiting.get(key)
        if (thing) handOn(thing)
      }
      waiting.clear()
      next = order.length
    },
  }
}
