import type { Instance } from './pieces'
import type { StageCase, StageComponent, StageNested, StagePiece } from './protocol'

/** A case that stands in the document, as far as its nodes tell. */
export interface StandingCase {
  key: string
  index: number
  /** How its states are brought about. */
  stageCase: Pick<StageCase, 'key' | 'forced'>
  host: HTMLElement
  /** Where selectors are looked up: the case's shadow root, or its host in a document of its own. */
  scope: ShadowRoot | HTMLElement
  /** What stands for the page's root. */
  page: HTMLElement
  /** What holds the component: the page's root, or a place in what the library wraps around its components. */
  readonly frame: HTMLElement
  /** The element that a pointer is to be at, and whether it presses, where that is forced and not real. */
  pointed?: Element
  isPressed?: boolean
  /** The element that is brought into the focus, where that is forced and not real. */
  focused?: Element
  /** What is to be known about how it was brought about. */
  note?: string
  /** Why the case could not be brought about. */
  failure?: string
}

/** A case with what only the world of its component knows. */
export interface MountedCase extends StandingCase {
  /** How it is brought about. */
  stageCase: StageCase
  /** Components in its slots, and the case's own. */
  instances: readonly Instance[]
  /** Sets what the axes' values set on elements. @throws Error naming a part that is not there */
  reach: () => void
  /** Gives the component other props and slots, in place. */
  update?: (props: StageNested['props'], slots: StageNested['slots']) => void
  /** Undoes what the component's code set up. */
  cleanup?: () => void
}

/** All elements that a part names in a case, in document order. */
export function findParts(component: StageComponent, mounted: StandingCase, name: string): Element[] {
  const part = component.parts[name]
  if (name === 'host') return [mounted.host]
  if (!part) return []
  if (part.select === undefined) return mounted.frame.firstElementChild ? [mounted.frame.firstElementChild] : []
  const scope = part.inPage ? mounted.host.ownerDocument : mounted.scope
  return select(part.select, (selector) => [...scope.querySelectorAll(selector)])
}

/** All elements that a part names in a nested component, given its first elements. */
export function findIn(roots: readonly Element[], parts: StagePiece['parts'], name: string): Element[] {
  const selector = parts[name]?.select
  if (name === 'host' || selector === undefined) return roots.slice(0, 1)
  return select(selector, (each) =>
    roots.flatMap((root) => [...(root.matches(each) ? [root] : []), ...root.querySelectorAll(each)]),
  )
}

type Query = (selector: string) => Element[]

/**
 * Finds what a part's selector names. `>>>` steps from an element into its open shadow tree, `::part(name)` does so by an exposed
 * name; both may be repeated.
 */
function select(selector: string, query: Query): Element[] {
  const [first, ...inner] = stepsOf(selector)
  return inner.reduce(
    (hosts, step) =>
      hosts.flatMap(({ shadowRoot }) =>
        shadowRoot ? selectIn(step, (each) => [...shadowRoot.querySelectorAll(each)]) : [],
      ),
    selectIn(first!, query),
  )
}

/** Takes a selector apart at each `>>>`. Cheap for those without. */
const stepsOf = (selector: string): string[] =>
  selector.includes('>>>') ? selector.split('>>>').map((step) => step.trim() || '*') : [selector]

function selectIn(selector: string, query: Query): Element[] {
  const inside = /^(.*?)::part\(([^)]*)\)$/.exec(selector)
  if (!inside) return query(selector)
  const names = inside[2]!
    .trim()
    .split(/\s+/)
    .map((each) => `[part~="${each}"]`)
    .join('')
  return query(inside[1]! || '*').flatMap((host) =>
    host.shadowRoot ? [...host.shadowRoot.querySelectorAll(names)] : [],
  )
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

/** All open shadow roots inside an element, those inside them too. */
export function* shadowsIn(element: Element | ShadowRoot): Generator<ShadowRoot> {
  for (const inner of element.querySelectorAll('*')) {
    if (!inner.shadowRoot) continue
    yield inner.shadowRoot
    yield* shadowsIn(inner.shadowRoot)
  }
}

/** What is rendered in an element: its shadow tree where it has an open one, what a slot is given where it is given any. */
export function flatChildren(element: Element): readonly Node[] {
  const given = element instanceof HTMLSlotElement ? element.assignedNodes() : []
  return given.length > 0 ? given : [...(element.shadowRoot ?? element).childNodes]
}

/** All elements inside one, through open shadow trees, in the order in which they are drawn. */
export function* insideOf(element: Element): Generator<Element> {
  for (const child of flatChildren(element)) {
    if (!(child instanceof Element)) continue
    yield child
    yield* insideOf(child)
  }
}
