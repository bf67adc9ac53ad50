import type { Forced } from './forceStates'
import { REACH, reachPart, rewriteMade } from './rewriteStates'

/** Brings elements into forced states where the engine cannot be asked: by an attribute that rewritten rules look for. */
export function forceByAttribute(forced: Forced, made: Iterable<Document | ShadowRoot>, isReduced: boolean): void {
  for (const root of made) rewriteMade(root, isReduced)
  for (const [element, pseudo] of forced) {
    element.setAttribute(REACH, [...pseudo].join(' '))
    if (element.part.length > 0) element.part.add(...[...pseudo].map(reachPart))
  }
}
