import { LRUCache } from 'lru-cache'

// Texts of this many characters in all are remembered, each with what was made of it.
const MAX_CHARACTERS = 24_000_000

/**
 * Keeps what a pure function makes of long texts: the style sheets that components share come with each of them.
 * What it gives back must not be changed.
 * @param work may be given more, which must be few and short
 */
export function keptByText<Rest extends readonly string[], Result extends object>(
  work: (text: string, ...rest: Rest) => Result,
): (text: string, ...rest: Rest) => Result {
  const caches = new Map<string, LRUCache<string, Result>>()
  return (text, ...rest) => {
    const key = rest.join('\n')
    let cache = caches.get(key)
    if (!cache) {
      cache = new LRUCache({ maxSize: MAX_CHARACTERS, sizeCalculation: (_, of) => of.length + 1 })
      caches.set(key, cache)
    }
    let made = cache.get(text)
    if (made === undefined) cache.set(text, (made = work(text, ...rest)))
    return made
  }
}
