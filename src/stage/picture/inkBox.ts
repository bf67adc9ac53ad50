import type { Rect } from '@/core/readings'
import { overhangOf, type Overhang } from './overhang'

/** What clips a box: nothing, where undefined. */
type Clip = Rect | undefined

/** What an element's children are clipped by. */
interface Clips {
  /** Those that lie in its flow. */
  flow: Clip
  /** Those that are positioned, and find their place in it or above it. */
  positioned: Clip
  /** The padding box that positioned children find their place in. */
  place: Rect | undefined
}

const OPEN: Clips = { flow: undefined, positioned: undefined, place: undefined }

/**
 * The box around all that elements and what stands in them paint, in px of the window: boxes, texts that run over, shadows,
 * outlines and generated boxes, less what is clipped. It may be a little too large, and never tells of ink in detail.
 * @returns undefined where nothing is painted
 */
export function inkBox(roots: Iterable<Element>): Rect | undefined {
  const ink = new Ink()
  for (const root of roots) ink.add(root, OPEN)
  return ink.box
}

class Ink {
  box: Rect | undefined
  #range: Range | undefined

  add(element: Element, around: Clips): void {
    const style = element.ownerDocument.defaultView!.getComputedStyle(element)
    if (style.display === 'none' || style.opacity === '0') return
    if (style.display === 'contents') {
      this.children(element, around)
      return
    }
    const { position } = style
    const clip = position === 'fixed' ? undefined : position === 'absolute' ? around.positioned : around.flow
    if (hidesAll(style)) return
    const rect = element.getBoundingClientRect()
    const isShown = style.visibility === 'visible'
    if (isShown && rect.width > 0 && rect.height > 0) this.join(grown(rect, overhangOf(style)), clip)
    const isPlace = position !== 'static' || style.transform !== 'none' || style.filter !== 'none'
    const padding = paddingBox(rect, style)
    const own = clipOf(style) ? intersection(clip, padding) : clip
    const inside: Clips = {
      flow: own,
      positioned: isPlace ? own : around.positioned,
      place: isPlace ? padding : around.place,
    }
    if (isShown) {
      this.texts(element, own)
      this.generated(element, '::before', rect, inside)
      this.generated(element, '::after', rect, inside)
    }
    // What an image holds lies within it.
    if (element.localName !== 'svg' || style.overflow === 'visible') this.children(element, inside)
  }

  private children(element: Element, clips: Clips) {
    const within = element.shadowRoot ?? element
    const assigned = element.localName === 'slot' ? (element as HTMLSlotElement).assignedElements() : []
    for (const child of assigned.length > 0 ? assigned : within.children) this.add(child, clips)
  }

  /** Texts that may run out of their element's box. */
  private texts(element: Element, clip: Clip) {
    for (const node of element.childNodes) {
      if (node.nodeType !== Node.TEXT_NODE || !node.nodeValue?.trim()) continue
      const range = (this.#range ??= element.ownerDocument.createRange())
      range.selectNodeContents(node)
      const rect = range.getBoundingClientRect()
      if (rect.width > 0) this.join(rect, clip)
    }
  }

  /** The box of a pseudo-element, which no function tells. */
  private generated(element: Element, pseudo: string, rect: Rect, inside: Clips) {
    const style = element.ownerDocument.defaultView!.getComputedStyle(element, pseudo)
    if (style.content === 'none' || style.content === 'normal' || style.display === 'none') return
    const isPositioned = style.position === 'absolute' || style.position === 'fixed'
    const place = inside.place
    if (!isPositioned || !place) {
      this.join(grown(rect, overhangOf(style)), inside.flow)
      return
    }
    const px = (value: string) => Number.parseFloat(value) || 0
    const [width, height] = [outer(style, 'width', 'left', 'right'), outer(style, 'height', 'top', 'bottom')]
    const left = place.left + px(style.left) + px(style.marginLeft)
    const top = place.top + px(style.top) + px(style.marginTop)
    this.join(grown(transformed({ left, top, width, height }, style), overhangOf(style)), inside.positioned)
  }

  private join(rect: Rect, clip: Clip) {
    const seen = clip ? intersection(clip, rect) : rect
    if (seen && seen.width > 0 && seen.height > 0) this.box = this.box ? union(this.box, seen) : plain(seen)
  }
}

const plain = ({ left, top, width, height }: Rect): Rect => ({ left, top, width, height })

const clipOf = ({ overflowX, overflowY, contain }: CSSStyleDeclaration) =>
  overflowX !== 'visible' || overflowY !== 'visible' || /paint|strict|content/.test(contain)

/** Customary ways of hiding a box without taking it away. */
const hidesAll = ({ clipPath, clip, position }: CSSStyleDeclaration) =>
  /^inset\((50|100)%/.test(clipPath) || (/^rect\([01]px(,? [01]px){3}\)$/.test(clip) && position === 'absolute')

function paddingBox({ left, top, width, height }: Rect, style: CSSStyleDeclaration): Rect {
  const [l, t, r, b] = [
    style.borderLeftWidth,
    style.borderTopWidth,
    style.borderRightWidth,
    style.borderBottomWidth,
  ].map(Number.parseFloat) as [number, number, number, number]
  return { left: left + l, top: top + t, width: width - l - r, height: height - t - b }
}

/** A used size of a pseudo-element with its padding and border. */
function outer(style: CSSStyleDeclaration, size: string, from: string, to: string): number {
  const px = (name: string) => Number.parseFloat(style.getPropertyValue(name)) || 0
  if (style.boxSizing === 'border-box') return px(size)
  const sides = [from, to].flatMap((side) => [`padding-${side}`, `border-${side}-width`])
  return sides.reduce((sum, name) => sum + px(name), px(size))
}

/** The box around what becomes of a box by its own transform. */
function transformed(rect: Rect, { transform, transformOrigin }: CSSStyleDeclaration): Rect {
  if (transform === 'none') return rect
  const [x = 0, y = 0] = transformOrigin.split(' ').map(Number.parseFloat)
  const matrix = new DOMMatrix()
    .translate(rect.left + x, rect.top + y)
    .multiply(new DOMMatrix(transform))
    .translate(-x, -y)
  const corners = [
    [0, 0],
    [rect.width, 0],
    [0, rect.height],
    [rect.width, rect.height],
  ].map(([left, top]) => matrix.transformPoint({ x: left!, y: top! }))
  const [xs, ys] = [corners.map((each) => each.x), corners.map((each) => each.y)]
  const [left, top] = [Math.min(...xs), Math.min(...ys)]
  return { left, top, width: Math.max(...xs) - left, height: Math.max(...ys) - top }
}

const grown = ({ left, top, width, height }: Rect, by: Overhang): Rect => ({
  left: left - by.left,
  top: top - by.top,
  width: width + by.left + by.right,
  height: height + by.top + by.bottom,
})

function union(a: Rect, b: Rect): Rect {
  const [left, top] = [Math.min(a.left, b.left), Math.min(a.top, b.top)]
  return {
    left,
    top,
    width: Math.max(a.left + a.width, b.left + b.width) - left,
    height: Math.max(a.top + a.height, b.top + b.height) - top,
  }
}

/** What two boxes have in common; one without area where that is nothing. */
function intersection(a: Clip, b: Rect): Rect {
  if (!a) return plain(b)
  const [left, top] = [Math.max(a.left, b.left), Math.max(a.top, b.top)]
  return {
    left,
    top,
    width: Math.max(0, Math.min(a.left + a.width, b.left + b.width) - left),
    height: Math.max(0, Math.min(a.top + a.height, b.top + b.height) - top),
  }
}
