import type { StandingCase } from './findPart'
import { ownNames } from './ownNames'

/** Something that could be a part, and how it would be named. */
export interface Proposed {
  select: string
  /** In kebab-case. */
  name: string
  pseudo?: string | undefined
}

/** Names that an author has given an element. */
export const namesOf = (element: Element) =>
  ownNames(new Map([...element.attributes].map(({ name, value }) => [name, value])), [...element.classList])

/** A selector that finds the element in every case, as far as one case can tell, and a name for the part. */
export function proposal(mounted: StandingCase, element: Element): Proposed {
  const root = element.getRootNode()
  if (root instanceof ShadowRoot && root !== mounted.scope) {
    const named = element.closest('[part]')
    const host = proposal(mounted, root.host)
    const part = named?.getAttribute('part')?.split(/\s+/)[0]
    return part ? { select: `${host.select}::part(${part})`, name: kebab(part) } : host
  }
  const isFirst = (selector: string) => mounted.scope.querySelector(selector) === element
  const names = namesOf(element)
  const own = names.find(({ select }) => isFirst(select))
  const role = element.getAttribute('role')
  const tag = element.localName
  const name = kebab(own?.word ?? names.at(0)?.word ?? role ?? PLAIN_NAMES[tag] ?? tag)
  if (own) return { select: own.select, name: element.parentElement === mounted.frame ? 'root' : name }
  const byRole = role && `[role="${role}"]`
  if (byRole && isFirst(byRole)) return { select: byRole, name }
  const parent = element.parentElement
  const above = parent && parent !== mounted.frame ? proposal(mounted, parent).select : undefined
  const simple = [tag, `${tag}:nth-of-type(${nthOfType(element)})`]
  const paths = simple.map((each) => (above ? `${above} > ${each}` : each))
  const select = (isDeep(mounted, element) ? undefined : paths.find(isFirst)) ?? paths[1]!
  return { select, name }
}

// Whether a path finds its element first takes the square of its length: deeper than this it counts at each step instead.
const DEEP = 50

function isDeep({ frame }: StandingCase, element: Element): boolean {
  let above: Element | null = element
  for (let depth = 0; depth < DEEP; depth++) {
    if (!above || above === frame) return false
    above = above.parentElement
  }
  return true
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
