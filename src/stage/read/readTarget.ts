import { round } from '@/core/readings'
import { flatParent } from '../findPart'
import { deepestAt, isInside } from '../hit'
import { Unread, type Match, type ReadMatch } from './Reader'

// A pointer target is looked for this far around the middle of the part; nothing larger fits the window.
const REACH_PX = 2000
const EXACT_PX = 0.25

/**
 * What a pointer can hit of a part: the stretch through its middle where the part, or something in it, is on top.
 * A label's control counts for its label's area too, since a click there reaches it.
 */
function readTarget(match: Match, isWide: boolean): string {
  if (match.pseudo) throw new Unread('a pointer hits the element, not its pseudo-element')
  const { element } = match
  const box = element.getBoundingClientRect()
  const x = box.left + box.width / 2
  const y = box.top + box.height / 2
  const isHit = (dx: number, dy: number) => hits(element, x + dx, y + dy)
  if (!isHit(0, 0)) return '0px'
  const extent = (sign: number) =>
    farthest((distance) => (isWide ? isHit(sign * distance, 0) : isHit(0, sign * distance)))
  const half = (isWide ? box.width : box.height) / 2
  return `${round(snap(extent(-1), half) + snap(extent(1), half))}px`
}

// The browser hits whole pixels: an edge found this close to the box's own is the box's own.
const PIXEL = 1

const snap = (extent: number, half: number) => (Math.abs(extent - half) <= PIXEL ? half : Math.round(extent))

function hits(element: Element, x: number, y: number): boolean {
  const found = deepestAt(x, y, element.ownerDocument)
  if (!found) return false
  if (isInside(found, element)) return true
  const label = closest(found, 'label') as HTMLLabelElement | null
  return label !== null && label.control === element
}

/** The nearest element that fits, going up as things are drawn. */
function closest(element: Element, selector: string): Element | null {
  for (let link: Element | null = element; link; link = flatParent(link)) if (link.matches(selector)) return link
  return null
}

/** The greatest distance at which `isHit` still holds, found by doubling and halving. */
function farthest(isHit: (distance: number) => boolean): number {
  let inside = 0
  let outside = 1
  while (outside < REACH_PX && isHit(outside)) {
    inside = outside
    outside *= 2
  }
  while (outside - inside > EXACT_PX) {
    const middle = (inside + outside) / 2
    if (isHit(middle)) inside = middle
    else outside = middle
  }
  return (inside + outside) / 2
}

/** Readings of the area in which a pointer reaches a part. */
export const TARGET_READERS = {
  'target.width': (_, match) => readTarget(match, true),
  'target.height': (_, match) => readTarget(match, false),
} satisfies Record<string, ReadMatch>
