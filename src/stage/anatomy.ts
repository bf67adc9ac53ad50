import { findParts, type StandingCase } from './findPart'
import { deepestAt, isInside } from './hit'
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
function showsPseudo(element: Element, pseudo: string): boolean {
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

// Classes that come and go with a state name no part.
const OF_STATE = /^(is|has|was|not)-|--|^(active|open|disabled|selected|hover|focus|checked|error)$/

/** A selector that finds the element in every case, as far as one case can tell, and a name for the part. */
function proposal(mounted: StandingCase, element: Element): { select: string; name: string } {
  const root = element.getRootNode()
  if (root instanceof ShadowRoot && root !== mounted.scope) {
    const named = element.closest('[part]')
    const host = proposal(mounted, root.host)
    const part = named?.getAttribute('part')?.split(/\s+/)[0]
    return part ? { select: `${host.select}::part(${part})`, name: kebab(part) } : host
  }
  const finds = (selector: string) => mounted.scope.querySelectorAll(selector)
  const classes = [...element.classList].filter((name) => !OF_STATE.test(name))
  const own = classes.map((name) => `.${CSS.escape(name)}`).find((selector) => finds(selector)[0] === element)
  const role = element.getAttribute('role')
  const tag = element.localName
  const name = kebab(classes.at(0)?.replace(/^.*?(__|_(?=[a-z]))/, '') ?? role ?? PLAIN_NAMES[tag] ?? tag)
  if (own) return { select: own, name: element.parentElement === mounted.frame ? 'root' : name }
  const byRole = role && `[role="${role}"]`
  if (byRole && finds(byRole)[0] === element) return { select: byRole, name }
  const parent = element.parentElement
  const above = parent && parent !== mounted.frame ? proposal(mounted, parent).select : undefined
  const simple = [tag, `${tag}:nth-of-type(${nthOfType(element)})`]
  const paths = simple.map((each) => (above ? `${above} > ${each}` : each))
  const select = paths.find((selector) => finds(selector)[0] === element) ?? paths[1]!
  return { select, name }
}

const PLAIN_NAMES: Record<string, string> = {
  a: 'link',
  p: 'text',
  h1: 'heading',
  h2: 'heading',
  h3: 'heading',
  h4: 'heading',
  svg: 'icon',
  img: 'picture',
  ul: 'list',
  ol: 'list',
  li: 'item',
}

const nthOfType = (element: Element) =>
  [...(element.parentNode?.children ?? [])]
    .filter(({ localName }) => localName === element.localName)
    .indexOf(element) + 1

const kebab = (text: string) =>
  text
    .replace(/([a-z0-9])([A-Z])/g, '$1-$2')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^[^a-z]+|-$/g, '') || 'part'
