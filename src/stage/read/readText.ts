import { flatParent } from '../findPart'
import { shownTextOf, textNodesIn } from '../flatText'
import { Unread, type Match, type Reader, type ReadMatch } from './Reader'

const SLACK_PX = 0.5
const FIELD = 'input, textarea'

const yes = (value: boolean) => (value ? 'yes' : 'no')

const ofLines =
  (read: (element: Element) => string): ReadMatch =>
  (_, { element, pseudo }) => {
    if (pseudo) throw new Unread(`the lines of a pseudo-element cannot be read`)
    return read(element)
  }

/** Readings of what a part's text says, and how it runs. */
export const TEXT_READERS = {
  text: shownText,
  'text.lines': ofLines((element) => String(countLines(textRects(element)))),
  'text.cut': ofLines((element) => yes(isCut(element))),
  'text.spills': ofLines((element) => yes(spills(element))),
  'text.clipped': ofLines((element) => yes(isCut(element) || spills(element))),
} satisfies Record<string, ReadMatch>

function shownText(reader: Reader, match: Match): string {
  const { element, pseudo } = match
  if (pseudo) return reader.style(match).content.replace(/^"(.*)"$/s, '$1')
  if (element.matches(FIELD)) {
    const field = element as HTMLInputElement
    return field.value || field.placeholder
  }
  if (element instanceof HTMLSelectElement) return element.selectedOptions[0]?.label ?? ''
  return shownTextOf(element).replace(/\s+/g, ' ').trim()
}

/** Boxes of the runs of text in an element, hidden ones left out. */
export function textRects(element: Element): DOMRect[] {
  const rects: DOMRect[] = []
  const range = element.ownerDocument.createRange()
  for (const node of textNodesIn(element)) {
    if (!node.data.trim()) continue
    range.selectNodeContents(node)
    rects.push(...[...range.getClientRects()].filter(({ width, height }) => width > 0 && height > 0))
  }
  return rects
}

/** Lines are runs of text whose heights overlap by more than half. */
function countLines(rects: readonly DOMRect[]): number {
  const lines: { top: number; bottom: number }[] = []
  for (const { top, bottom } of rects.toSorted((a, b) => a.top - b.top)) {
    const line = lines.at(-1)
    const shared = line ? Math.min(line.bottom, bottom) - Math.max(line.top, top) : 0
    if (line && shared > Math.min(bottom - top, line.bottom - line.top) / 2) line.bottom = Math.max(line.bottom, bottom)
    else lines.push({ top, bottom })
  }
  return lines.length
}

/** Whether some of the text is hidden, by the element or by what it lies in. */
function isCut(element: Element): boolean {
  if (element.matches(FIELD)) return isOverfull(element)
  const rects = textRects(element)
  for (let link: Element | null = element; link; link = flatParent(link)) {
    const style = getComputedStyle(link)
    const x = style.overflowX !== 'visible'
    const y = style.overflowY !== 'visible'
    if (!x && !y) continue
    const box = link.getBoundingClientRect()
    const left = box.left + link.clientLeft
    const top = box.top + link.clientTop
    const hidden = rects.some(
      (rect) =>
        (x && (rect.left < left - SLACK_PX || rect.right > left + link.clientWidth + SLACK_PX)) ||
        (y && (rect.top < top - SLACK_PX || rect.bottom > top + link.clientHeight + SLACK_PX)),
    )
    // Text replaced by an ellipsis has no box of its own any more: the overflow still tells.
    if (hidden || (x && link === element && isOverfull(element))) return true
  }
  return false
}

const isOverfull = (element: Element) => element.scrollWidth > element.clientWidth + SLACK_PX && element.clientWidth > 0

/** Whether text runs out of the element's box where it can be seen. */
function spills(element: Element): boolean {
  const style = getComputedStyle(element)
  const box = element.getBoundingClientRect()
  return textRects(element).some((rect) => {
    const across =
      style.overflowX === 'visible' && (rect.left < box.left - SLACK_PX || rect.right > box.right + SLACK_PX)
    // Glyph boxes are taller than their line: only text whose middle lies outside runs out below.
    const middle = (rect.top + rect.bottom) / 2
    return across || (style.overflowY === 'visible' && (middle < box.top - SLACK_PX || middle > box.bottom + SLACK_PX))
  })
}
