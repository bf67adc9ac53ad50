import morphdom from 'morphdom'

/** Names a place in a new rendering at which an element that stands is to stay. */
const KEEP = 'data-brelt-keep'

/**
 * What a template has rendered and where it stands, to be changed in place. Only what the template itself renders otherwise is
 * changed: attributes, values and elements that a script or a person has changed since stay as they are.
 */
export class Rendered {
  /** What the template rendered for an element that stands. */
  #origins = new WeakMap<Node, Element>()
  #kept = new Map<Element, string>()

  constructor(
    readonly roots: readonly Element[],
    pristine: readonly Element[],
  ) {
    roots.forEach((root, at) => pristine[at] && this.pair(root, pristine[at]))
  }

  /** Remembers what an element, and those inside it, were rendered as. Elements that came later have no counterpart. */
  private pair(element: Element, origin: Element) {
    this.#origins.set(element, origin)
    const rendered = [...origin.children]
    let at = 0
    for (const child of element.children) {
      const next = rendered[at]
      if (next?.localName !== child.localName) continue
      this.pair(child, next)
      at++
    }
  }

  /** Elements that stand in a new rendering for some that are to stay. */
  placesFor(elements: readonly Element[]): Element[] {
    return elements.map((element) => {
      const name = this.#kept.get(element) ?? String(this.#kept.size + 1)
      this.#kept.set(element, name)
      const place = element.ownerDocument.createElement(element.localName)
      place.setAttribute(KEEP, name)
      return place
    })
  }

  /** Changes what stands into a new rendering. */
  become(next: readonly Element[]): void {
    this.roots.forEach((root, at) => next[at] && this.morph(root, next[at]))
  }

  private morph(root: Element, next: Element) {
    morphdom(root, next, {
      getNodeKey: (node) => {
        if (!(node instanceof Element)) return undefined
        const kept = this.#kept.get(node) ?? node.getAttribute(KEEP)
        return kept ? `keep ${kept}` : node.id || undefined
      },
      onBeforeElUpdated: (element, to) => {
        if (to.hasAttribute(KEEP)) return false
        const origin = this.#origins.get(element)
        const pristine = to.cloneNode(true) as Element
        if (origin?.isEqualNode(to)) return false
        if (origin) keepChanges(element, origin, to)
        this.#origins.set(element, pristine)
        return true
      },
      onNodeAdded: (node) => {
        if (node instanceof Element) this.pair(node, node.cloneNode(true) as Element)
        return node
      },
      // What the template never rendered is the script's.
      onBeforeNodeDiscarded: (node) => !(node instanceof Element) || this.#origins.has(node),
    })
  }
}

/** Carries over to a new rendering what has been changed on an element and the template leaves as it was. */
function keepChanges(element: Element, origin: Element, to: Element) {
  const names = new Set([...element.getAttributeNames(), ...origin.getAttributeNames()])
  for (const name of names) {
    const now = element.getAttribute(name)
    if (origin.getAttribute(name) !== to.getAttribute(name) || now === origin.getAttribute(name)) continue
    if (now === null) to.removeAttribute(name)
    else to.setAttribute(name, now)
  }
  if (element instanceof HTMLInputElement && to instanceof HTMLInputElement) {
    if (origin.getAttribute('value') === to.getAttribute('value')) to.value = element.value
    if (origin.hasAttribute('checked') === to.hasAttribute('checked')) to.checked = element.checked
  }
  if (
    element instanceof HTMLTextAreaElement &&
    to instanceof HTMLTextAreaElement &&
    origin.textContent === to.textContent
  )
    to.value = element.value
}
