import type { Roots } from './comeToRest'

const WATCHED = { subtree: true, childList: true, attributes: true, characterData: true }

/** Counts changes of the document and of all open shadow trees in it, from the first time it is asked. */
export function watchChanges(roots: Roots): () => number {
  const Observer = MutationObserver
  let observer: MutationObserver | undefined
  let changes = 0
  const watched = new Set<Document | ShadowRoot>()
  return () => {
    observer ??= new Observer((records) => (changes += records.length))
    for (const root of roots()) {
      if (watched.has(root)) continue
      watched.add(root)
      observer.observe(root, WATCHED)
      changes++
    }
    changes += observer.takeRecords().length
    return changes
  }
}
