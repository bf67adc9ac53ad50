import { distancesBetween, type Rect } from '@/core/readings'
import { asWrittenByPeople } from '@/core/spec'
import { findParts, type StandingCase } from '../findPart'
import { allAt, deepestAt } from '../hit'
import { nearestPart, printMatch } from '../play'
import type { StageComponent, StageContext } from '../protocol'
import { MEASURE_KEY } from '../measureKey'
import { tokenNames, type TokenNames } from './tokenNames'

/** What is measured, as it is now. */
export interface Measured {
  component: StageComponent
  mounted: StandingCase
  context: StageContext
}

// More names for one value tell nobody anything.
const MAX_NAMES = 3

const INK = '#b8330f'
const STYLES = `
:host { position: fixed; inset: 0; pointer-events: none; z-index: 2147483647; font: 11px/1.4 ui-monospace, monospace; color: #1d1e20 }
.box { position: absolute; outline: 1px solid ${INK} }
.from { outline: 1px dashed #1d1e20 }
.room { position: absolute; border-style: solid; border-color: rgb(199 58 18 / 22%); box-sizing: border-box }
.line { position: absolute; background: ${INK} }
.word, .told { position: absolute; background: #fcfcfb; border: 1px solid #85888c; padding: 0 3px; white-space: pre }
.word { translate: -50% -50% }`

/**
 * Measures of the part under the pointer, for as long as a key is held: its size, padding, gap and type, with the tokens that have
 * these values. A press keeps a part; from there on distances to whatever is pointed at are drawn.
 */
export class Measure {
  #isHeld = false
  #at?: { x: number; y: number }
  #from?: Element | undefined
  #layer?: { host: HTMLElement; root: ShadowRoot } | undefined
  #names?: TokenNames | undefined

  constructor(
    private readonly view: Window & typeof globalThis,
    private readonly measured: () => Measured | undefined,
  ) {
    const on = <K extends keyof WindowEventMap>(type: K, handle: (event: WindowEventMap[K]) => void) =>
      view.addEventListener(type, handle, true)
    on('keydown', (event) => event.key === MEASURE_KEY && this.hold(true))
    on('keyup', (event) => event.key === MEASURE_KEY && this.hold(false))
    on('blur', (event) => event.target === view && this.hold(false))
    on('pointermove', ({ clientX: x, clientY: y }) => {
      this.#at = { x, y }
      if (this.#isHeld) this.draw()
    })
    on('pointerdown', (event) => this.keep(event))
    // A press that only keeps a part is none for the component.
    for (const type of ['mousedown', 'pointerup', 'mouseup', 'click'] as const)
      on(type, (event) => this.#isHeld && this.swallow(event))
  }

  hold(isHeld: boolean): void {
    if (isHeld === this.#isHeld) return
    this.#isHeld = isHeld
    this.#names = undefined
    if (isHeld) return this.draw()
    this.#layer?.host.remove()
    this.#layer = undefined
    this.#from = undefined
  }

  private keep(event: PointerEvent) {
    if (!this.#isHeld) return
    this.swallow(event)
    this.#from = this.target(event.clientX, event.clientY)
    this.draw()
  }

  private swallow(event: Event) {
    event.preventDefault()
    event.stopImmediatePropagation()
  }

  /** The part at a point; what belongs to none is measured as the element that it is. */
  private target(x: number, y: number): Element | undefined {
    const now = this.measured()
    const found = seenAt(x, y)
    if (!now || !found || found === now.mounted.frame || !now.mounted.frame.contains(hostOf(found))) return undefined
    const match = nearestPart(now.component, now.mounted, found)
    return match ? findParts(now.component, now.mounted, match.part)[match.index - 1] : found
  }

  private draw() {
    const now = this.measured()
    if (!now) return
    const { document } = this.view
    if (!this.#layer) {
      const host = document.createElement('brelt-measure')
      const root = host.attachShadow({ mode: 'open' })
      const sheet = new CSSStyleSheet()
      sheet.replaceSync(STYLES)
      root.adoptedStyleSheets = [sheet]
      document.documentElement.append(host)
      this.#layer = { host, root }
    }
    this.#names ??= tokenNames(document, now.context)
    const target = this.#at && this.target(this.#at.x, this.#at.y)
    this.#layer.root.replaceChildren(
      ...(this.#from ? [box(this.#from.getBoundingClientRect(), 'box from')] : []),
      ...(target ? this.drawn(now, target) : []),
      ...(this.#from && target && this.#from !== target
        ? distancesBetween(this.#from.getBoundingClientRect(), target.getBoundingClientRect()).flatMap(line)
        : []),
    )
  }

  private drawn({ component, mounted }: Measured, element: Element): HTMLElement[] {
    const rect = element.getBoundingClientRect()
    const style = getComputedStyle(element)
    const match = nearestPart(component, mounted, element)
    const told = element.ownerDocument.createElement('div')
    told.className = 'told'
    told.textContent = this.words(match ? printMatch(match) : `<${element.localName}>`, rect, style).join('\n')
    const below = rect.bottom + 4
    told.style.left = `${Math.max(2, Math.min(rect.left, this.view.innerWidth - 260))}px`
    told.style.top = `${below + 90 > this.view.innerHeight ? Math.max(2, rect.top - 94) : below}px`
    const room = box(rect, 'room')
    room.style.borderWidth = `${style.paddingTop} ${style.paddingRight} ${style.paddingBottom} ${style.paddingLeft}`
    return [room, box(rect, 'box'), told]
  }

  private words(name: string, rect: Rect, style: CSSStyleDeclaration): string[] {
    const tokensOf = (value: string) =>
      // Those that were defined last say what they are for; the first are what they are made of.
      this.#names?.get(value)?.slice(-MAX_NAMES).toReversed().join(', ') ?? ''
    const named = (value: string) => `${asWrittenByPeople(value)} ${tokensOf(value)}`.trimEnd()
    const sides = [style.paddingTop, style.paddingRight, style.paddingBottom, style.paddingLeft]
    const [first] = sides
    const isFilled = style.backgroundColor !== 'rgba(0, 0, 0, 0)'
    const isGapped = style.rowGap !== 'normal' || style.columnGap !== 'normal'
    return [
      `${name}  ${round(rect.width)} × ${round(rect.height)}`,
      sides.every((each) => each === '0px')
        ? ''
        : `padding ${sides.every((each) => each === first) ? named(first!) : sides.join(' ')}`,
      isGapped
        ? `gap ${style.rowGap === style.columnGap ? named(style.rowGap) : `${style.rowGap} ${style.columnGap}`}`
        : '',
      `type ${style.fontSize}/${style.lineHeight} ${style.fontWeight} ${style.fontFamily.split(',')[0]}`,
      `colour ${named(style.color)}`,
      isFilled ? `ground ${named(style.backgroundColor)}` : '',
      style.borderTopLeftRadius === '0px' ? '' : `radius ${named(style.borderTopLeftRadius)}`,
    ].filter(Boolean)
  }
}

/** The topmost element that can be seen at a point: an invisible control that lies over a box does not hide it. */
function seenAt(x: number, y: number): Element | null {
  const isSeen = (element: Element) => element.checkVisibility({ opacityProperty: true })
  return allAt(x, y).find(isSeen) ?? deepestAt(x, y)
}

/** The element outside of all shadow trees that an element lies in. */
function hostOf(element: Element): Element {
  const root = element.getRootNode()
  return root instanceof ShadowRoot ? hostOf(root.host) : element
}

const round = (px: number) => Math.round(px * 100) / 100

function box({ left, top, width, height }: Rect, className: string): HTMLElement {
  const element = document.createElement('div')
  element.className = className
  Object.assign(element.style, { left: `${left}px`, top: `${top}px`, width: `${width}px`, height: `${height}px` })
  return element
}

function line({ axis, length, left, top }: ReturnType<typeof distancesBetween>[number]): HTMLElement[] {
  const isAcross = axis === 'x'
  const stroke = box({ left, top, width: isAcross ? length : 1, height: isAcross ? 1 : length }, 'line')
  const word = document.createElement('div')
  word.className = 'word'
  word.textContent = `${round(length)}`
  word.style.left = `${isAcross ? left + length / 2 : left}px`
  word.style.top = `${isAcross ? top : top + length / 2}px`
  return [stroke, word]
}
