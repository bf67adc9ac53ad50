const last = new WeakMap<object, Promise<unknown>>()

/** Does work with something that only one may use at a time, when all who asked before have done theirs. */
export function inTurn<T>(thing: object, work: () => Promise<T>): Promise<T> {
  const next = (last.get(thing) ?? Promise.resolve()).then(work)
  last.set(
    thing,
    next.catch(() => {}), // who asked hears of it; the next goes on
  )
  return next
}
