import { intersection, parsePartReference, readColor } from '@/core/readings'
import { flatParent } from '../findPart'
import { allAt, isInside, pointsOf } from '../hit'
import { visibleRect } from './readVisible'
import { Unread, type Match, type Reader, type ReadMatch } from './Reader'

/** An element and all that holds it, as they are drawn. */
function* lineOf(element: Element): Generator<Element> {
  for (let link: Element | null = element; link; link = flatParent(link)) yield link
}

/** Whether something is painted over all of a part. What lets through, such as an invisible control over a box, covers nothing. */
function isCovered(reader: Reader, match: Match): boolean {
  const { element } = match
  if (match.pseudo || reader.style(match).pointerEvents === 'none') return false
  return pointsOf(element.getBoundingClientRect()).every(({ x, y }) => {
    const found = allAt(x, y, element.ownerDocument)
    const own = found.findIndex((each) => isInside(each, element))
    return own > 0 && found.slice(0, own).some((each) => isOpaque(each) && !isInside(element, each))
  })
}

function isOpaque(element: Element): boolean {
  const { backgroundColor, opacity, visibility } = getComputedStyle(element)
  return visibility === 'visible' && Number(opacity) === 1 && readColor(backgroundColor)?.alpha === 1
}

/** The first thing that keeps a part from being seen or used. */
function hiddenBy(reader: Reader, match: Match): string {
  const { element } = match
  const line = [...lineOf(element)]
  const style = reader.style(match)
  const isGone = (each: Element) => getComputedStyle(each).display === 'none'
  if (line.some((each) => isGone(each) && each.hasAttribute('hidden'))) return 'hidden'
  if (style.display === 'none' || line.some(isGone)) return 'display'
  if (style.visibility !== 'visible') return 'visibility'
  if (Number(style.opacity) === 0 || line.some((each) => Number(getComputedStyle(each).opacity) === 0)) return 'opacity'
  if (!element.checkVisibility({ contentVisibilityAuto: true })) return 'display'
  const rect = reader.rect(match)
  if (rect.width <= 0 || rect.height <= 0) return 'size'
  if (!visibleRect(reader, match)) return 'clipping'
  // Only what lies before the document's beginning is never scrolled to.
  const { scrollX, scrollY } = element.ownerDocument.defaultView ?? window
  if (rect.left + rect.width + scrollX <= 0 || rect.top + rect.height + scrollY <= 0) return 'off-screen'
  if (isCovered(reader, match)) return 'covered'
  return line.some((each) => each.hasAttribute('inert')) ? 'inert' : 'none'
}

/** Whether a part lies on top of another, where they overlap. */
function isAbove(reader: Reader, match: Match, argument: string): string {
  const { part, index } = parsePartReference(argument)
  const other = reader.match(part, index === 'all' ? 1 : index)
  if (match.pseudo || other.pseudo) throw new Unread('a pointer hits the element, not its pseudo-element')
  const shared = intersection(reader.rect(match), reader.rect(other))
  if (!shared) throw new Unread('the two do not overlap')
  for (const { x, y } of pointsOf(shared)) {
    const found = allAt(x, y, match.element.ownerDocument)
    const [own, theirs] = [match, other].map(({ element }) => found.findIndex((each) => isInside(each, element)))
    if (own! >= 0 && theirs! >= 0) {
      // Of one that stands in the other, both are hit by the inner one.
      if (own === theirs) return isInside(match.element, other.element) ? 'yes' : 'no'
      return own! < theirs! ? 'yes' : 'no'
    }
  }
  throw new Unread('one of the two takes no pointer, so what lies on top cannot be told')
}

/** Readings of what hides a part, and what lies over it. */
export const HIDDEN_READERS = {
  'hidden-by': (reader, match) => hiddenBy(reader, match),
  above: (reader, match, argument) => isAbove(reader, match, argument!),
} satisfies Record<string, ReadMatch>
