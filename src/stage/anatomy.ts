import { findParts, type StandingCase } from './findPart'
import { deepestAt, isInside } from './hit'
import { proposal } from './proposal'
import type { StageComponent } from './protocol'

/** Where a part's matches stand in the frame, in px. A pseudo-element stands where its element does. */
export interface PartPlace {
  part: string
  rects: { left: number; top: number; width: number; height: number }[]
}

/** What lies under a point, and how it could be named as a part. */
export interface Picked {
  /** Part that names it already. */
  part?: string | undefined
  select: string
  /** A name for it, in kebab-case. */
  name: string
  /** Pseudo-elements of it that show something. */
  pseudos: string[]
  rect: PartPlace['rects'][number]
}

const boxOf = (element: Element) => {
  const { left, top, width, height } = element.getBoundingClientRect()
  return { left, top, width, height }
}

/** Where every part of a case stands. */
export function placesOf(component: StageComponent, mounted: StandingCase): PartPlace[] {
  return Object.keys(component.parts)
    .filter((part) => part !== 'host')
    .map((part) => {
      let found: Element[] = []
      try {
        found = findParts(component, mounted, part)
      } catch {
        // a selector that cannot be read yet names nothing
      }
      const { pseudo } = component.parts[part]!
      return { part, rects: found.filter((element) => !pseudo || showsPseudo(element, pseudo)).map(boxOf) }
    })
}

/** Whether a pseudo-element is there; those that are always there count as shown. */
export function showsPseudo(element: Element, pseudo: string): boolean {
  if (pseudo !== '::before' && pseudo !== '::after') return true
  const { content, display } = getComputedStyle(element, pseudo)
  return content !== 'none' && content !== 'normal' && display !== 'none'
}

/** What of a case lies under a point of the frame. */
export function pickAt(component: StageComponent, mounted: StandingCase, x: number, y: number): Picked | undefined {
  const element = deepestAt(x, y)
  if (!element || element === mounted.frame || !isInside(element, mounted.frame)) return undefined
  const pseudos = ['::before', '::after'].filter((pseudo) => showsPseudo(element, pseudo))
  const part = Object.values(component.parts).find(({ name, pseudo }) => {
    if (pseudo !== undefined || name === 'host') return false
    try {
      return findParts(component, mounted, name)[0] === element
    } catch {
      return false
    }
  })
  const { select, name } = proposal(mounted, element)
  return { ...(part && { part: part.name }), select, name, pseudos, rect: boxOf(element) }
}
