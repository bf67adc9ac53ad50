import { Liquid } from 'liquidjs'
import type { OracleNode } from '../sheet'

/** The code of one component, as its own documentation would import it. */
export interface PieceCode {
  template?: string
  partials?: Record<string, string>
  script?: (root: Element, tools: object) => unknown
  component?: unknown
}

/** React, where any component is of it. */
export interface ReactCode {
  createElement(type: unknown, props: object, ...children: unknown[]): unknown
  useRef(initial: unknown): { current: unknown }
  useEffect(work: () => void, deps: unknown[]): void
  createRoot(box: Element): { render(node: unknown): void; unmount(): void }
}

export interface Made {
  node: OracleNode
  roots: () => Element[]
}

let lastId = 0
const camel = (name: string) => name.replace(/-([a-z0-9])/g, (_, letter: string) => letter.toUpperCase())
const escape = (text: string) =>
  text.replace(/[&<>"']/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&#34;', "'": '&#39;' })[sign]!)

/** Puts a component into a box of a plain document. */
export class Mounter {
  readonly made: Made[] = []
  #cleanups: unknown[] = []
  #renderRoot?: (node: OracleNode) => void

  constructor(
    readonly pieces: Record<string, PieceCode>,
    readonly react: ReactCode | undefined,
  ) {}

  /** Mounts the case's own component. */
  mount(node: OracleNode, box: HTMLElement): void {
    if (node.kind === 'react') {
      const root = this.react!.createRoot(box)
      this.#renderRoot = (next) => root.render(this.elementOf(next))
      this.#renderRoot(node)
      this.made.push({ node, roots: () => [...box.children] })
      return
    }
    const nodes = this.nodesOf(node, true)
    box.append(...nodes)
    this.enter(node, nodes)
    this.#renderRoot = (next) => {
      if (next.kind === 'element') return this.changeElement(nodes[0] as HTMLElement, next)
      // What a template makes of other props is made anew: nothing in it has a state of its own here.
      this.made.length = 0
      for (const cleanup of this.#cleanups.splice(0)) if (typeof cleanup === 'function') (cleanup as () => void)()
      const fresh = this.nodesOf(next, true)
      box.replaceChildren(...fresh)
      this.enter(next, fresh)
    }
  }

  /** Gives a custom element other props and other content, as anybody who uses it would. */
  private changeElement(element: HTMLElement, next: OracleNode) {
    setProps(element, next.props)
    element.replaceChildren()
    this.made.length = 0
    this.enter(next, [element])
  }

  update(node: OracleNode): void {
    this.#renderRoot!(node)
  }

  /** Nodes of a component, not yet in the document; those of its slots are put in by `enter`. */
  private nodesOf(node: OracleNode, isOwn = false, slot?: string): Node[] {
    const code = this.pieces[node.slug]!
    if (node.kind === 'markup') {
      const engine = new Liquid({ templates: code.partials ?? {}, ownPropertyOnly: true })
      const slots = Object.fromEntries(
        Object.entries(node.slots).map(([name, filling]) => [
          name,
          filling === null ? '' : 'text' in filling ? escape(filling.text) : `<!--hole:${name}-->`,
        ]),
      )
      const template = document.createElement('template')
      template.innerHTML = engine.parseAndRenderSync(code.template!, {
        props: node.props,
        slots,
        id: `o${++lastId}`,
      }) as string
      const nodes = [...template.content.childNodes]
      if (slot) for (const each of nodes) if (each instanceof Element) each.slot = slot
      return nodes
    }
    if (node.kind === 'element') {
      const element = document.createElement(node.tag!)
      if (slot) element.slot = slot
      setProps(element, node.props)
      return [element]
    }
    const box = document.createElement('div')
    box.style.display = 'contents'
    if (slot) box.slot = slot
    return isOwn ? [] : [box]
  }

  /** Called when a component's nodes stand in the document: fills its slots, then runs its script. */
  private enter(node: OracleNode, nodes: Node[]): void {
    const elements = () => nodes.filter((each): each is Element => each instanceof Element)
    const fill = (filling: OracleNode, put: (nodes: Node[]) => void, slot?: string) => {
      const inner = this.nodesOf(filling, false, slot)
      put(inner)
      this.enter(filling, inner)
    }
    if (node.kind === 'markup') {
      const top = nodes[0]?.parentNode
      for (const hole of top ? holesIn(nodes) : []) {
        const filling = node.slots[hole.data.slice('hole:'.length)] as OracleNode
        fill(filling, (inner) => hole.replaceWith(...inner))
      }
      this.made.push({ node, roots: elements })
      const [root] = elements()
      const emit = (name: string, detail: unknown) =>
        root?.dispatchEvent(new CustomEvent(name, { detail, bubbles: true, composed: true }))
      if (root) this.#cleanups.push(this.pieces[node.slug]!.script?.(root, { props: node.props, emit }))
    } else if (node.kind === 'element') {
      const [element] = elements() as [HTMLElement]
      for (const [name, filling] of Object.entries(node.slots)) {
        if (filling === null) continue
        if ('text' in filling) {
          if (name === 'default') element.append(filling.text)
          else element.append(Object.assign(document.createElement('span'), { slot: name, textContent: filling.text }))
        } else fill(filling, (inner) => element.append(...inner), name === 'default' ? undefined : name)
      }
      this.made.push({ node, roots: elements })
    } else {
      const [box] = elements() as [HTMLElement]
      this.react!.createRoot(box).render(this.elementOf(node))
      this.made.push({ node, roots: () => [...box.children] })
    }
  }

  private elementOf(node: OracleNode): unknown {
    const given: Record<string, unknown> = {}
    for (const event of node.events) given[camel(`on-${event}`)] = () => {}
    for (const [name, value] of Object.entries(node.props)) given[camel(name)] = value
    for (const [name, filling] of Object.entries(node.slots)) {
      if (filling === null) continue
      given[camel(name)] =
        'text' in filling
          ? filling.text
          : filling.kind === 'react' && !mustBeFound(filling)
            ? this.elementOf(filling)
            : this.boxOf(filling)
    }
    return this.react!.createElement(this.pieces[node.slug]!.component, given)
  }

  private boxOf(filling: OracleNode): unknown {
    const { createElement } = this.react!
    this.#Box ??= ({ inner }: { inner: OracleNode }) => {
      const box = this.react!.useRef(null)
      this.react!.useEffect(() => {
        const nodes = this.nodesOf(inner)
        ;(box.current as Element).append(...nodes)
        this.enter(inner, nodes)
      }, [])
      return createElement('div', { ref: box, style: { display: 'contents' } })
    }
    return createElement(this.#Box, { inner: filling, key: JSON.stringify(filling) })
  }
  #Box?: (given: { inner: OracleNode }) => unknown
}

function setProps(element: HTMLElement, props: OracleNode['props']) {
  for (const [name, value] of Object.entries(props)) {
    const property = [camel(name), name].find((each) => each in element)
    if (property) (element as unknown as Record<string, unknown>)[property] = value
    else if (value === true) element.setAttribute(name, '')
    else if (value !== false && value !== undefined && value !== null) element.setAttribute(name, String(value))
  }
}

// What is to be changed or pointed at inside needs its own place.
const mustBeFound = ({ changes, forced }: OracleNode) => changes.length > 0 || forced.length > 0

function holesIn(nodes: Node[]): Comment[] {
  return nodes.flatMap((node) => {
    if (node instanceof Comment) return node.data.startsWith('hole:') ? [node] : []
    const walker = document.createTreeWalker(node, NodeFilter.SHOW_COMMENT)
    const found: Comment[] = []
    while (walker.nextNode()) {
      const comment = walker.currentNode as Comment
      if (comment.data.startsWith('hole:')) found.push(comment)
    }
    return found
  })
}
