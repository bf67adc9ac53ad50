/** A border box in CSS pixels. */
export interface Rect {
  left: number
  top: number
  width: number
  height: number
}

// Two boxes that meet are apart by rounding only: what differs by less than this lies on the same line.
const SLACK_PX = 0.5

const right = ({ left, width }: Rect) => left + width
const bottom = ({ top, height }: Rect) => top + height

export const isWithin = (inner: Rect, outer: Rect): boolean =>
  inner.left >= outer.left - SLACK_PX &&
  inner.top >= outer.top - SLACK_PX &&
  right(inner) <= right(outer) + SLACK_PX &&
  bottom(inner) <= bottom(outer) + SLACK_PX

export const overlaps = (a: Rect, b: Rect): boolean =>
  Math.min(right(a), right(b)) - Math.max(a.left, b.left) > SLACK_PX &&
  Math.min(bottom(a), bottom(b)) - Math.max(a.top, b.top) > SLACK_PX

/** Distance between the nearest edges; 0 where the boxes touch or overlap. */
export function gap(a: Rect, b: Rect): number {
  const across = Math.max(0, b.left - right(a), a.left - right(b))
  const down = Math.max(0, b.top - bottom(a), a.top - bottom(b))
  return Math.hypot(across, down)
}

/** Own centre minus the other's. */
export const offset = (a: Rect, b: Rect) => ({
  x: a.left + a.width / 2 - (b.left + b.width / 2),
  y: a.top + a.height / 2 - (b.top + b.height / 2),
})

/** What two boxes share; undefined when that has no area. */
export function intersection(a: Rect, b: Rect): Rect | undefined {
  const left = Math.max(a.left, b.left)
  const top = Math.max(a.top, b.top)
  const width = Math.min(right(a), right(b)) - left
  const height = Math.min(bottom(a), bottom(b)) - top
  return width > 0 && height > 0 ? { left, top, width, height } : undefined
}

/** Numbers as readings show them: no more digits than layout has (1/64 px). */
export const round = (value: number) => Math.round(value * 1e4) / 1e4 + 0
