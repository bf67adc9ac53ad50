import type { StageFilling, StageNested } from '../protocol'
import { FILL_TAG, WRAPPED, type Assembly, type Maker } from './assembly'
import { camelCase } from '@/core/sheet'

/** What of React a stage needs; the library's own where it has one. */
export interface ReactRuntime {
  createElement(type: unknown, props: object | null, ...children: unknown[]): unknown
  useRef<T>(initial: T): { current: T }
  useLayoutEffect(effect: () => void, deps: readonly unknown[]): void
  createRoot(
    container: Element,
    options: { identifierPrefix: string; onUncaughtError(error: unknown): void },
  ): { render(element: unknown): void; unmount(): void }
  flushSync(work: () => void): void
}

/** Renders React components. Nested ones of React are plain elements; others get a box that takes no room. */
export class ReactPieces {
  #components = new Map<string, unknown>()
  #events = new Map<string, readonly string[]>()
  /** What stands around each root; it is given the contexts. */
  wrap?: unknown
  #fill: (given: { put: (box: HTMLElement) => void }) => unknown

  constructor(readonly react: ReactRuntime) {
    this.#fill = ({ put }) => {
      const box = react.useRef<HTMLElement | null>(null)
      react.useLayoutEffect(() => put(box.current!), [])
      return react.createElement(FILL_TAG, { ref: box, style: { display: 'contents' } })
    }
  }

  maker(slug: string, component: unknown, events: readonly string[]): Maker {
    this.#components.set(slug, component)
    this.#events.set(slug, events)
    return (nested, spot, assembly) => {
      const container = spot.container ?? assembly.makeFill(spot)
      let failure: unknown
      const root = this.react.createRoot(container, {
        identifierPrefix: assembly.newId(),
        onUncaughtError: (error) => (failure ??= error),
      })
      assembly.cleanups.push(() => root.unmount())
      this.react.flushSync(() => root.render(this.wrapped(nested, assembly)))
      if (failure !== undefined) throw failure
      // What suspends, or is put in by an effect, comes later.
      const holder = () =>
        this.wrap === undefined ? container : (container.querySelector(`[${WRAPPED}]`) ?? container)
      assembly.placed(nested, () => [...holder().children], spot.container === undefined)
      return (next) => {
        failure = undefined
        this.react.flushSync(() => root.render(this.wrapped(next, assembly)))
        if (failure !== undefined) throw failure
      }
    }
  }

  private wrapped(nested: StageNested, assembly: Assembly): unknown {
    const element = this.elementOf(nested, assembly)
    if (this.wrap === undefined) return element
    const { createElement } = this.react
    const given = Object.fromEntries(Object.entries(assembly.context).map(([name, value]) => [camelCase(name), value]))
    const place = createElement(FILL_TAG, { style: { display: 'contents' }, [WRAPPED]: '' }, element)
    return createElement(this.wrap, given, place)
  }

  private elementOf({ slug, props, slots }: StageNested, assembly: Assembly): unknown {
    const given: Record<string, unknown> = {}
    for (const event of this.#events.get(slug) ?? []) {
      const handler = camelCase(`on-${event}`)
      given[handler] = (argument: unknown) => assembly.onCalled(slug, event, argument)
    }
    for (const [name, value] of Object.entries(props)) given[camelCase(name)] = value
    for (const [name, filling] of Object.entries(slots)) {
      if (filling.kind !== 'none') given[camelCase(name)] = this.nodeOf(filling, assembly)
    }
    return this.react.createElement(this.#components.get(slug), given)
  }

  private nodeOf(filling: Exclude<StageFilling, { kind: 'none' }>, assembly: Assembly): unknown {
    if (filling.kind === 'text') return filling.text
    // What is set or forced on its parts needs to be found again: then it has a box of its own too.
    const isPlain = filling.changes.length === 0 && filling.forced.length === 0
    if (isPlain && this.#components.has(filling.slug)) return this.elementOf(filling, assembly)
    const put = (box: HTMLElement) => void assembly.put(filling, { insert: (node) => box.append(node) })
    // Another filling is another box: what stands in one is not rendered again.
    return this.react.createElement(this.#fill, { put, key: JSON.stringify(filling) })
  }
}
