import type { OracleNode } from '../sheet'
import { hideText, pixelOf, type WrittenText } from './contrast'
import { find, liesIn, trees } from './find'
import { Mounter, type PieceCode, type ReactCode } from './mount'
import { read, type Read, type Wanted } from './read'
import { rest } from './rest'

export interface OracleCase {
  node: OracleNode
  stage: { padding: number; place: { x: string; y: string } }
}

/** What the driver calls in the page. */
export interface OraclePage {
  mount(one: OracleCase): Promise<void>
  change(): Promise<void>
  update(node: OracleNode): Promise<void>
  /** The middle of a part in the window, after bringing it into sight. `made`: which component, `-1` the case's own. */
  pointOf(part: string, made: number): { x: number; y: number } | null
  hasFocus(part: string, made: number): boolean
  /** Gives the focus by script; false where it does not take it. */
  focus(part: string, made: number): boolean
  setProperty(part: string, made: number, name: string): void
  /** All states that are to be brought about, with the component that they belong to. */
  forced(): { on: string; pseudo: string[]; made: number }[]
  rest(): Promise<void>
  read(wanted: Wanted[]): Read[]
  elementOf(part: string): Element | undefined
  hideText(part: string): WrittenText | undefined
  pixelOf(picture: string): Promise<number[]>
}

export function start(pieces: Record<string, PieceCode>, react: ReactCode | undefined): void {
  const mounter = new Mounter(pieces, react)
  /** The case's own box, and in it what stands for the page's flow. */
  let box: HTMLElement
  let ground: HTMLElement
  let node: OracleNode
  const own = () =>
    mounter.made.find((each) => each.node.slug === node.slug && each.roots()[0]?.parentElement === ground)
  const elements = (part: string, made: number): Element[] => {
    if (made < 0) return find(node.parts, part, [...ground.children], box)
    const { node: inner, roots } = mounter.made[made]!
    return find(inner.parts, part, roots())
  }
  const page: OraclePage = {
    mount: async ({ node: given, stage }) => {
      node = given
      box = document.createElement('main')
      box.style.cssText = `display:grid;box-sizing:border-box;position:relative;min-height:100vh;padding:${stage.padding}px;grid-template-columns:minmax(0,1fr);justify-items:${stage.place.x};align-content:${stage.place.y}`
      ground = document.createElement('div')
      ground.style.display = 'contents'
      box.append(ground)
      document.body.append(box)
      mounter.mount(node, ground)
      await rest()
      // An inline component stands in a line, as in any text; a grid would make a block of it.
      const [first] = ground.children
      const isAlone = ground.children.length === 1 && ground.textContent?.trim() === first?.textContent?.trim()
      ground.style.display = 'block'
      const isInline = !first || !isAlone || /^(inline|contents|none)/.test(getComputedStyle(first).display)
      if (!isInline) ground.style.display = 'contents'
      await rest()
    },
    change: async () => {
      for (const { node: each, roots } of mounter.made) {
        const isOwn = each === own()?.node
        for (const { on, attr = {}, property = {}, class: names = [] } of each.changes) {
          const [element] = isOwn ? find(each.parts, on, [...ground.children], box) : find(each.parts, on, roots())
          if (!element) throw new Error(`no part ${on}`)
          for (const [name, value] of Object.entries(attr)) {
            if (value === null || (value === false && !name.startsWith('aria-'))) element.removeAttribute(name)
            else element.setAttribute(name, String(value))
          }
          Object.assign(element, property)
          element.classList.add(...names)
        }
      }
      await rest()
    },
    update: async (next) => {
      node = next
      mounter.update(next)
      await rest()
    },
    pointOf: (part, made) => {
      const [element] = elements(part, made)
      if (!element) return null
      const { left, top, width, height } = element.getBoundingClientRect()
      return { x: left + width / 2, y: top + height / 2 }
    },
    hasFocus: (part, made) => {
      let active = document.activeElement
      while (active?.shadowRoot?.activeElement) active = active.shadowRoot.activeElement
      const [element] = elements(part, made)
      return element !== undefined && active !== null && liesIn(active, element)
    },
    focus: (part, made) => {
      const [element] = elements(part, made)
      ;(element as HTMLElement).focus()
      return page.hasFocus(part, made)
    },
    setProperty: (part, made, name) => void Object.assign(elements(part, made)[0]!, { [name]: true }),
    forced: () =>
      mounter.made.flatMap(({ node: each }, at) =>
        each.forced.map((state) => ({ ...state, made: each === own()?.node ? -1 : at })),
      ),
    rest,
    read: (wanted) => wanted.map((each) => read(node.parts, box, [...ground.children], each)),
    hideText: (part) => {
      const element = page.elementOf(part)
      return element && hideText(element)
    },
    pixelOf,
    elementOf: (part) => {
      const [, name, index = '1'] = /^([^[]+)(?:\[(\d+)\])?$/.exec(part)!
      return find(node.parts, name!, [...ground.children], box)[Number(index) - 1]
    },
  }
  Object.assign(window, { oracle: page, oracleTrees: trees })
}
