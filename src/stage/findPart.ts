import type { StageComponent } from './protocol'

/** A case that stands in the document. */
export interface MountedCase {
  key: string
  index: number
  host: HTMLElement
  /** Where selectors are looked up: the case's shadow root, or its host in a document of its own. */
  scope: ShadowRoot | HTMLElement
  frame: HTMLElement
  /** Undoes what the component's script set up. */
  cleanup?: () => void
  /** Why the case could not be brought about. */
  failure?: string
}

/** All elements that a part names in a case, in document order. */
export function findParts(component: StageComponent, one: MountedCase, name: string): Element[] {
  const part = component.parts[name]
  if (name === 'host') return [one.host]
  if (!part) return []
  if (part.select === undefined) return one.frame.firstElementChild ? [one.frame.firstElementChild] : []
  const scope = part.inPage ? one.host.ownerDocument : one.scope
  const inside = /^(.*?)::part\(([^)]*)\)$/.exec(part.select)
  if (!inside) return [...scope.querySelectorAll(part.select)]
  const names = inside[2]!
    .trim()
    .split(/\s+/)
    .map((each) => `[part~="${each}"]`)
    .join('')
  const hosts = scope.querySelectorAll(inside[1]! || '*')
  return [...hosts].flatMap((host) => (host.shadowRoot ? [...host.shadowRoot.querySelectorAll(names)] : []))
}

/** The parent in the flattened tree: what is hovered when this is hovered. */
export function flatParent(element: Element): Element | null {
  if (element.assignedSlot) return element.assignedSlot
  const parent = element.parentNode
  if (!parent) return null
  return parent.nodeType === Node.DOCUMENT_FRAGMENT_NODE
    ? (parent as ShadowRoot).host
    : parent.nodeType === Node.ELEMENT_NODE
      ? (parent as Element)
      : null
}
