import type { OraclePart } from '../sheet'
import { find, liesIn, topAt, up } from './find'

/** One reading that is wanted: a part (`panel`, `panel[2]`, `panel[*]`) and a reading's name. */
export interface Wanted {
  part: string
  reading: string
}

export type Read = { text: string } | { absent: true } | { skipped: string }

const px = (value: number) => `${Math.round(value * 1000) / 1000}px`
const yes = (value: boolean) => (value ? 'yes' : 'no')

/** Reads the document straight. What is read of the accessibility tree is left to the driver. */
export function read(parts: Record<string, OraclePart>, box: Element, roots: Element[], wanted: Wanted): Read {
  const [, name, index] = /^([^[]+)(?:\[(\d+|\*)\])?$/.exec(wanted.part)!
  const pseudo = parts[name!]?.pseudo
  const elements = (part: string) => find(parts, part, roots, box)
  const isGenerated = (each: Element) => {
    const { content, display } = getComputedStyle(each, pseudo)
    return !/before|after/.test(pseudo!) || (content !== 'none' && content !== 'normal' && display !== 'none')
  }
  const all = elements(name!).filter((each) => !pseudo || isGenerated(each))
  const [, reading, argument] = /^([^(]+)(?:\((.*)\))?$/.exec(wanted.reading)!
  const asked = index === '*' ? all : all.slice(Number(index ?? 1) - 1, Number(index ?? 1))
  if (reading === 'present') return { text: yes(asked.length > 0) }
  if (reading === 'count') return { text: String(all.length) }
  if (reading === 'visible-count') return { text: String(all.filter(isVisible).length) }
  if (asked.length === 0) return { absent: true }
  if (index === '*') return { skipped: 'several at once' }
  const [element] = asked as [Element]
  const otherElement = () => {
    const [, part, at] = /^([^[]+)(?:\[(\d+)\])?$/.exec(argument!)!
    return elements(part!)[Number(at ?? 1) - 1]
  }
  const other = () => otherElement()?.getBoundingClientRect()
  const otherIsPseudo = argument !== undefined && parts[argument.replace(/\[.*/, '')]?.pseudo !== undefined
  // Without a part it is the property of that name.
  const isProperty = reading === 'gap' && argument === undefined
  if (isProperty || !STRAIGHT.has(reading!)) {
    const value = getComputedStyle(element, pseudo).getPropertyValue(wanted.reading)
    return value === '' ? { skipped: 'no computed value' } : { text: value.trim() }
  }
  if (pseudo || otherIsPseudo) return { skipped: 'no page can measure a pseudo-element' }
  // Of what is not rendered a browser tells a box in the document's corner.
  const isNowhere = (each: Element | undefined) => each?.getClientRects().length === 0
  if (/^(box\.(left|top|right|bottom)|within|covers|gap|offset-[xy])$/.test(reading!)) {
    const related = argument === undefined ? elements('root')[0] : otherElement()
    if (isNowhere(element) || isNowhere(related)) return { absent: true }
  }
  const rect = element.getBoundingClientRect()
  const origin = () => (elements('root')[0] ?? element).getBoundingClientRect()
  switch (reading) {
    case 'box.width':
      return { text: px(rect.width) }
    case 'box.height':
      return { text: px(rect.height) }
    case 'box.left':
      return { text: px(rect.left - origin().left) }
    case 'box.top':
      return { text: px(rect.top - origin().top) }
    case 'box.right':
      return { text: px(rect.right - origin().left) }
    case 'box.bottom':
      return { text: px(rect.bottom - origin().top) }
    case 'visible':
      return { text: yes(isVisible(element)) }
    case 'text':
      return { text: shownText(element) }
    case 'focused':
      return { text: yes((element.getRootNode() as Document | ShadowRoot).activeElement === element) }
    case 'attr':
      return { text: element.getAttribute(argument!) ?? 'none' }
    case 'prop': {
      const value = (element as unknown as Record<string, unknown>)[argument!]
      return { text: value === undefined || value === null ? 'none' : String(value) }
    }
    case 'within':
    case 'covers':
    case 'overlaps': {
      const otherRect = other()
      if (!otherRect) return { absent: true }
      const inside = (a: DOMRect, b: DOMRect) =>
        a.left >= b.left - 0.5 && a.top >= b.top - 0.5 && a.right <= b.right + 0.5 && a.bottom <= b.bottom + 0.5
      if (reading === 'within') return { text: yes(inside(rect, otherRect)) }
      if (reading === 'covers') return { text: yes(inside(otherRect, rect)) }
      const meets = (a: number, b: number, c: number, d: number) => Math.min(b, d) - Math.max(a, c) > 0.5
      return {
        text: yes(
          meets(rect.left, rect.right, otherRect.left, otherRect.right) &&
            meets(rect.top, rect.bottom, otherRect.top, otherRect.bottom),
        ),
      }
    }
    case 'gap': {
      const from = other()
      if (!from) return { absent: true }
      const apart = (a: number, b: number, c: number, d: number) => Math.max(0, c - b, a - d)
      return {
        text: px(
          Math.hypot(
            apart(rect.left, rect.right, from.left, from.right),
            apart(rect.top, rect.bottom, from.top, from.bottom),
          ),
        ),
      }
    }
    case 'offset-x':
    case 'offset-y': {
      const from = other()
      if (!from) return { absent: true }
      return {
        text: px(
          reading === 'offset-x'
            ? rect.left + rect.width / 2 - from.left - from.width / 2
            : rect.top + rect.height / 2 - from.top - from.height / 2,
        ),
      }
    }
    case 'target.width':
    case 'target.height':
      return { text: px(target(element, reading === 'target.width')) }
    case 'contrast':
      return { skipped: 'read from pixels' }
    default:
      return { skipped: `the oracle does not read ${reading}` }
  }
}

const STRAIGHT = new Set([
  ...['box.width', 'box.height', 'box.left', 'box.top', 'box.right', 'box.bottom', 'box.ratio'],
  ...[
    'visible',
    'text',
    'focused',
    'focusable',
    'attr',
    'prop',
    'within',
    'covers',
    'overlaps',
    'gap',
    'offset-x',
    'offset-y',
  ],
  ...['target.width', 'target.height', 'contrast', 'text.lines', 'text.cut', 'text.spills', 'text.clipped'],
])

function shownText(element: Element): string {
  if (element instanceof HTMLInputElement || element instanceof HTMLTextAreaElement)
    return element.value || element.placeholder
  if (element instanceof HTMLSelectElement) return element.selectedOptions[0]?.label ?? ''
  const text = isFlat(element)
    ? element instanceof HTMLElement
      ? element.innerText
      : (element.textContent ?? '')
    : textOfCopy(element)
  return text.replace(/\s+/g, ' ').trim()
}

const isFlat = (element: Element): boolean =>
  !element.shadowRoot && element.localName !== 'slot' && [...element.children].every((child) => isFlat(child))

/** What the browser says of a plain copy, in which all stands where it is rendered. */
function textOfCopy(element: Element): string {
  const copy = copyOf(element)
  document.body.append(copy)
  const { innerText } = copy
  copy.remove()
  return innerText
}

function copyOf(element: Element): HTMLElement {
  const copy = document.createElement('div')
  const { display, visibility, textTransform } = getComputedStyle(element)
  copy.style.cssText = `display:${display};visibility:${visibility};text-transform:${textTransform}`
  const assigned = element instanceof HTMLSlotElement ? element.assignedNodes({ flatten: true }) : []
  const nodes = element.shadowRoot?.childNodes ?? (assigned.length > 0 ? assigned : element.childNodes)
  for (const node of nodes)
    if (node instanceof Element) copy.append(/^(style|script)$/.test(node.localName) ? '' : copyOf(node))
    else if (node instanceof Text) copy.append(node.data)
  return copy
}

/** A pixel of it can be seen or would be, were it painted: nothing up the tree hides it and something is left after clipping. */
function isVisible(element: Element): boolean {
  for (let link: Element | null = element; link; link = up(link)) {
    const style = getComputedStyle(link)
    if (style.display === 'none' || Number(style.opacity) === 0 || isHiddenByClip(style)) return false
  }
  if (getComputedStyle(element).visibility !== 'visible') return false
  const { left, top, right, bottom } = element.getBoundingClientRect()
  let rect = { left, top, right, bottom }
  let position = getComputedStyle(element).position
  for (let link = up(element); link && link !== document.body; link = up(link)) {
    const style = getComputedStyle(link)
    if (position === 'fixed' && style.transform === 'none') continue
    if (position === 'absolute' && style.position === 'static' && style.transform === 'none') continue
    position = style.position
    const box = link.getBoundingClientRect()
    if (style.overflowX !== 'visible')
      rect = { ...rect, left: Math.max(rect.left, box.left), right: Math.min(rect.right, box.right) }
    if (style.overflowY !== 'visible')
      rect = { ...rect, top: Math.max(rect.top, box.top), bottom: Math.min(rect.bottom, box.bottom) }
  }
  return rect.right > rect.left && rect.bottom > rect.top
}

/** The two usual ways of hiding words from eyes only. */
const isHiddenByClip = ({ clipPath, clip, position }: CSSStyleDeclaration) =>
  /^inset\((50|100)%/.test(clipPath) || (position === 'absolute' && /^rect\((0px,? ?){4}\)$/.test(clip))

/** How far a pointer hits the part through its middle, asked pixel by pixel. */
function target(element: Element, isWide: boolean): number {
  const { left, top, width, height } = element.getBoundingClientRect()
  const [x, y] = [left + width / 2, top + height / 2]
  const hits = (by: number) => {
    const found = topAt(isWide ? x + by : x, isWide ? y : y + by)
    if (!found) return false
    if (liesIn(found, element)) return true
    for (let link: Element | null = found; link; link = up(link))
      if (link instanceof HTMLLabelElement) return link.control === element
    return false
  }
  if (!hits(0)) return 0
  const reach = (sign: number) => {
    let far = 0
    while (far < 2000 && hits(sign * (far + 0.25))) far += 0.25
    return far
  }
  return reach(1) + reach(-1)
}
