import { flatChildren } from './findPart'

/** All text that is rendered in an element, also by shadow trees and slots. */
export function* textNodesIn(element: Element): Generator<Text> {
  for (const child of flatChildren(element)) {
    if (child instanceof Text) yield child
    else if (child instanceof Element) yield* textNodesIn(child)
  }
}

/** Whether anything that is rendered in an element stands elsewhere in the document's own tree. */
const isComposed = (element: Element): boolean =>
  element.shadowRoot !== null ||
  element.localName === 'slot' ||
  [...element.querySelectorAll('*')].some((each) => each.shadowRoot !== null || each.localName === 'slot')

const INLINE = /^(inline|contents|ruby)/

/** What an element says as it is seen, before spaces are folded. A browser's own answer leaves out shadow trees and what slots are given. */
export function shownTextOf(element: Element): string {
  if (!isComposed(element)) return element instanceof HTMLElement ? element.innerText : (element.textContent ?? '')
  return flatChildren(element)
    .map((child) => (child instanceof Text ? shownWords(child) : child instanceof Element ? shownInside(child) : ''))
    .join('')
}

function shownInside(element: Element): string {
  if (element.localName === 'br') return ' '
  const { display } = getComputedStyle(element)
  if (display === 'none') return ''
  const text = shownTextOf(element)
  return INLINE.test(display) ? text : ` ${text} `
}

function shownWords(text: Text): string {
  const parent = text.assignedSlot ?? text.parentElement ?? (text.getRootNode() as ShadowRoot).host
  const { visibility, textTransform } = getComputedStyle(parent)
  if (visibility !== 'visible') return ''
  if (textTransform === 'uppercase') return text.data.toUpperCase()
  if (textTransform === 'lowercase') return text.data.toLowerCase()
  if (textTransform === 'capitalize') return text.data.replace(/(?<!\p{L})\p{L}/gu, (letter) => letter.toUpperCase())
  return text.data
}
