import { takesFocus } from '../focusTarget'
import { Unread, type Match, type Reader } from './Reader'

/** Reads what the tree of nodes says of an element. */
export function readDocument(
  { one }: Reader,
  { element, pseudo }: Match,
  name: string,
  argument: string | undefined,
): string {
  if (pseudo) throw new Unread(`a pseudo-element has no ${name}`)
  switch (name) {
    case 'attr':
      return element.getAttribute(argument!) ?? 'none'
    case 'prop': {
      const value = (element as unknown as Record<string, unknown>)[argument!]
      if (value === undefined || value === null) return 'none'
      return typeof value === 'object' ? JSON.stringify(value) : String(value)
    }
    case 'focused':
      return hasFocus(element, one.focused) ? 'yes' : 'no'
    case 'focusable':
      return isFocusable(element) ? 'yes' : 'no'
    default:
      throw new Error(`no such reading of the document: ${name}`)
  }
}

/** Whether an element has the focus, as its own tree tells it. A focus that is forced is no less one. */
function hasFocus(element: Element, forced: Element | undefined): boolean {
  const root = element.getRootNode() as Document | ShadowRoot
  if (!forced) return root.activeElement === element
  // A tree knows of the focus inside of a host only that the host has it.
  let known: Element | null = forced
  while (known && known.getRootNode() !== root) {
    const tree: Node = known.getRootNode()
    known = tree instanceof ShadowRoot ? tree.host : null
  }
  return known === element
}

/** Whether Tab reaches the element. */
const isFocusable = (element: Element): boolean => takesFocus(element) && element.tabIndex >= 0
