import { insideOf, type StandingCase } from '../findPart'

/** What of a case is compared with what it was. */
export interface Imprinted {
  /** The case's place. */
  at: number
  properties: readonly string[]
  /** The pseudo-element of which they are computed; empty for elements. */
  pseudo: string
}

/**
 * What the browser computes for some properties, and where everything stands, of all elements of a case, as one text to compare:
 * where it is the same, a change of these properties has changed nothing.
 */
export function imprintOf({ scope, host, frame }: StandingCase, { properties, pseudo }: Imprinted): string {
  const told: (string | number)[] = []
  const elements = insideOf(scope instanceof ShadowRoot ? frame : host.ownerDocument.body)
  for (const element of elements) {
    const { left, top, width, height } = element.getBoundingClientRect()
    const style = getComputedStyle(element, pseudo)
    told.push(left, top, width, height)
    for (const property of properties) told.push(style.getPropertyValue(property))
  }
  return told.join('|')
}
