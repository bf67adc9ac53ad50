import type { OraclePart } from '../sheet'

/** All elements that a part names, looked up from some first elements or a box. */
export function find(parts: Record<string, OraclePart>, name: string, roots: Element[], box?: Element): Element[] {
  if (name === 'host') return box ? [box] : roots.slice(0, 1)
  const part = parts[name]
  if (!part?.select) return roots.slice(0, 1)
  const within = (selector: string): Element[] => {
    if (part.inPage) return [...document.querySelectorAll(selector)]
    if (box) return [...box.querySelectorAll(selector)]
    return roots.flatMap((root) => [...(root.matches(selector) ? [root] : []), ...root.querySelectorAll(selector)])
  }
  const [first, ...inner] = part.select.split('>>>').map((each) => each.trim())
  let found = step(first!, within)
  for (const selector of inner)
    found = found.flatMap((host) =>
      host.shadowRoot ? step(selector, (each) => [...host.shadowRoot!.querySelectorAll(each)]) : [],
    )
  return found
}

function step(selector: string, query: (selector: string) => Element[]): Element[] {
  const match = /^(.*?)::part\(([^)]*)\)$/.exec(selector)
  if (!match) return query(selector)
  const names = match[2]!.trim().split(/\s+/)
  return query(match[1]! || '*').flatMap((host) =>
    [...(host.shadowRoot?.querySelectorAll('[part]') ?? [])].filter((each) =>
      names.every((name) => each.part.contains(name)),
    ),
  )
}

/** The parent as it is drawn: slots and hosts included. */
export function up(element: Element): Element | null {
  if (element.assignedSlot) return element.assignedSlot
  const parent = element.parentNode
  if (parent instanceof ShadowRoot) return parent.host
  return parent instanceof Element ? parent : null
}

export const liesIn = (element: Element | null, outer: Element): boolean => {
  for (let link = element; link; link = up(link)) if (link === outer) return true
  return false
}

/** All trees of the document: its own, and those of open shadow roots. */
export function* trees(from: Document | ShadowRoot = document): Generator<Document | ShadowRoot> {
  yield from
  for (const element of from.querySelectorAll('*')) if (element.shadowRoot) yield* trees(element.shadowRoot)
}

/** What lies on top at a point, as deep as it goes. */
export function topAt(x: number, y: number): Element | null {
  let found = document.elementFromPoint(x, y)
  while (found?.shadowRoot) {
    const inner = found.shadowRoot.elementFromPoint(x, y)
    if (!inner || inner === found) break
    found = inner
  }
  return found
}
