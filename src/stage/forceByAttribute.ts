import type { Surroundings } from '@/core/contexts'
import type { Forced } from './forceStates'
import { REACH, reachPart, rewriteMade } from './rewriteStates'

/** What surrounds them, and in what width. */
type Given = [surroundings: Surroundings, width?: number]

/** Brings elements into forced states where the engine cannot be asked: by an attribute that rewritten rules look for. */
export function forceByAttribute(forced: Forced, made: Iterable<Document | ShadowRoot>, ...given: Given): void {
  for (const root of made) rewriteMade(root, ...given)
  for (const [element, pseudo] of forced) {
    element.setAttribute(REACH, [...pseudo].join(' '))
    if (element.part.length > 0) element.part.add(...[...pseudo].map(reachPart))
  }
}
