import { placesOf, showsPseudo, type PartPlace } from './anatomy'
import { findParts, shadowsIn, type MountedCase } from './findPart'
import { namesOf, proposal, type Proposed } from './proposal'
import type { StageComponent } from './protocol'

// More than these is a page, and nobody reads them one by one.
const MAX_PROPOSED = 40
const PSEUDOS = ['::before', '::after'] as const
const INSIDE_A_PICTURE = 'svg *, script, style, template, br, wbr, option'

/** Where the parts of a case stand, and what could be one. */
export const anatomyOf = (
  component: StageComponent,
  mounted: MountedCase,
): { places: PartPlace[]; proposed: Proposed[] } => ({
  places: placesOf(component, mounted),
  proposed: proposeParts(component, mounted),
})

/**
 * Parts that a case shows and that a sheet does not name yet, outer ones first. Of many alike the first stands for all; what stands
 * in its slots belongs to other components.
 */
function proposeParts(component: StageComponent, mounted: MountedCase): Proposed[] {
  const named = new Map<Element, string[]>()
  for (const [name, { pseudo = '' }] of Object.entries(component.parts))
    for (const element of found(component, mounted, name)) named.set(element, [...(named.get(element) ?? []), pseudo])
  const taken = new Set(Object.values(component.parts).map(({ select = '', pseudo = '' }) => select + pseudo))
  const foreign = [...inSlots(component, mounted)]
  const proposed: Proposed[] = []
  const propose = (one: Proposed) => {
    const key = one.select + (one.pseudo ?? '')
    if (!taken.has(key)) proposed.push(one)
    taken.add(key)
  }
  for (const element of elementsOf(mounted.frame)) {
    if (proposed.length >= MAX_PROPOSED) break
    if (element.matches(INSIDE_A_PICTURE) || foreign.some((root) => root.contains(element))) continue
    const known = named.get(element)
    // To name an element costs more the deeper it stands: only what is told is named.
    const isNew = (pseudo: string) => !proposed.some((each) => isOf(each, pseudo) && matches(element, each.select))
    const isShown = !known && isTelling(element, mounted) && isNew('')
    const pseudos = PSEUDOS.filter((each) => !known?.includes(each) && isNew(each) && showsPseudo(element, each))
    if (!isShown && pseudos.length === 0) continue
    const { select, name } = proposal(mounted, element)
    if (isShown) propose({ select, name })
    for (const pseudo of pseudos) propose({ select, name: `${name}-${pseudo.slice(2)}`, pseudo })
  }
  return proposed
}

const isOf = (each: Proposed, pseudo: string) => (each.pseudo ?? '') === pseudo

/** What does something, bears a name of its own, or is the component itself; a bare wrapper is none of these. */
const isTelling = (element: Element, { frame }: MountedCase) =>
  element.parentElement === frame ||
  namesOf(element).length > 0 ||
  element.hasAttribute('role') ||
  element.hasAttribute('part') ||
  !/^(div|span|b|i|em|strong|small)$/.test(element.localName)

/** First elements of the components in its slots. Those that a framework renders in one tree are found by their own sheet's root. */
function* inSlots({ pieces, slug: own }: StageComponent, { instances, frame }: MountedCase): Generator<Element> {
  for (const { isOwn, roots } of instances) if (!isOwn) yield* roots
  for (const [slug, { parts }] of Object.entries(pieces)) {
    const select = parts.root?.select
    if (slug === own || select === undefined) continue
    for (const element of frame.querySelectorAll('*')) if (matches(element, select)) yield element
  }
}

function* elementsOf(frame: Element): Generator<Element> {
  for (const tree of [frame, ...shadowsIn(frame)]) yield* tree.querySelectorAll('*')
}

/** Elements of a part; none where its selector cannot be read yet. */
function found(component: StageComponent, mounted: MountedCase, part: string): Element[] {
  try {
    return findParts(component, mounted, part)
  } catch {
    return []
  }
}

/** Whether a selector finds an element too; one that leads through parts of another tree is asked there. */
function matches(element: Element, select: string): boolean {
  try {
    return element.matches(select)
  } catch {
    return false
  }
}
