import { flatParent } from './findPart'

/** The topmost element at a point of the window, in whatever open tree it is. */
export function deepestAt(x: number, y: number, root: Document | ShadowRoot = document): Element | null {
  let found = root.elementFromPoint(x, y)
  // A tree answers for its own elements only: what is slotted into it is answered for by the tree that it comes from.
  while (found?.shadowRoot) {
    const inner: Element | null = found.shadowRoot.elementFromPoint(x, y)
    if (!inner || inner === found || !found.shadowRoot.contains(inner)) break
    found = inner
  }
  return found
}

/** All elements at a point, topmost first, each as deep as open trees go. */
export function allAt(x: number, y: number, root: Document | ShadowRoot = document): Element[] {
  const found: Element[] = []
  const add = (tree: Document | ShadowRoot) => {
    for (const element of tree.elementsFromPoint(x, y)) {
      if (!tree.contains(element) || found.includes(element)) continue
      // What lies in a host is painted over the host itself; slotted elements have come before.
      if (element.shadowRoot) add(element.shadowRoot)
      found.push(element)
    }
  }
  add(root)
  return found
}

/** Whether an element lies in another, as they are drawn: slots and hosts included. */
export function isInside(element: Element | null, outer: Element): boolean {
  for (let link = element; link; link = flatParent(link)) if (link === outer) return true
  return false
}

/** The centre first, then places nearer to the edges: part of a thing may be covered. */
export function pointsOf({ left, top, width, height }: { left: number; top: number; width: number; height: number }) {
  return POINT_SHARES.map(([x, y]) => ({ x: left + width * x, y: top + height * y }))
}

const POINT_SHARES = [
  [0.5, 0.5],
  [0.25, 0.5],
  [0.75, 0.5],
  [0.5, 0.25],
  [0.5, 0.75],
] as const
