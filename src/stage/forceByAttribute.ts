import type { Forced } from './forceStates'
import { REACH, reachPart, rewriteShadow } from './rewriteStates'

/** Brings elements into forced states where the engine cannot be asked: by an attribute that rewritten rules look for. */
export function forceByAttribute(forced: Forced, shadows: Iterable<ShadowRoot>): void {
  for (const root of shadows) rewriteShadow(root)
  for (const [element, pseudo] of forced) {
    element.setAttribute(REACH, [...pseudo].join(' '))
    if (element.part.length > 0) element.part.add(...[...pseudo].map(reachPart))
  }
}
