import { Unread, type Match } from './Reader'

/** Reads what the tree of nodes says of an element. */
export function readDocument({ element, pseudo }: Match, name: string, argument: string | undefined): string {
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
      return (element.getRootNode() as Document | ShadowRoot).activeElement === element ? 'yes' : 'no'
    case 'focusable':
      return isFocusable(element) ? 'yes' : 'no'
    default:
      throw new Error(`no such reading of the document: ${name}`)
  }
}

/** Whether Tab reaches the element. */
function isFocusable(element: Element): boolean {
  if (!(element instanceof HTMLElement || element instanceof SVGElement) || element.tabIndex < 0) return false
  if (element.matches(':disabled') || element.closest('[inert]')) return false
  return element.checkVisibility({ visibilityProperty: true })
}
