import { takesFocus } from '../focusTarget'
import { OwnProperty, Unread, type Reader, type ReadMatch } from './Reader'

const ofElement =
  (name: string, read: (element: Element, reader: Reader, argument: string) => string): ReadMatch =>
  (reader, { element, pseudo }, argument) => {
    if (pseudo) throw new Unread(`a pseudo-element has no ${name}`)
    return read(element, reader, argument!)
  }

/** Readings of what the tree of nodes says of an element. */
export const DOCUMENT_READERS = {
  attr: ofElement('attr', (element, _, argument) => element.getAttribute(argument) ?? 'none'),
  prop: ofElement('prop', (element, _, argument) => {
    if (!(argument in element)) throw new OwnProperty()
    return propertyText(element, argument)
  }),
  focused: ofElement('focused', (element, { mounted }) => (hasFocus(element, mounted.focused) ? 'yes' : 'no')),
  focusable: ofElement('focusable', (element) => (isFocusable(element) ? 'yes' : 'no')),
} satisfies Record<string, ReadMatch>

/** A property as a text; `none` where it has none. */
export function propertyText(element: Element, name: string): string {
  const value = (element as unknown as Record<string, unknown>)[name]
  if (value === undefined || value === null) return 'none'
  return typeof value === 'object' ? JSON.stringify(value) : String(value)
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
