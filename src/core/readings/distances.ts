import type { Rect } from './rect'

/** A stretch between two boxes that face each other, with the line along which it is measured. */
export interface Distance {
  axis: 'x' | 'y'
  length: number
  /** Where it begins. */
  left: number
  top: number
}

/** How far two boxes are from each other, edge to edge: across where one stands beside the other, down where it stands above; none where they overlap. */
export function distancesBetween(a: Rect, b: Rect): Distance[] {
  const found: Distance[] = []
  const middle = (from: number, to: number, otherFrom: number, otherTo: number) =>
    (Math.max(from, otherFrom) + Math.min(to, otherTo)) / 2
  const [first, second] = a.left <= b.left ? [a, b] : [b, a]
  const across = second.left - (first.left + first.width)
  if (across > 0)
    found.push({
      axis: 'x',
      length: across,
      left: first.left + first.width,
      top: middle(a.top, a.top + a.height, b.top, b.top + b.height),
    })
  const [upper, lower] = a.top <= b.top ? [a, b] : [b, a]
  const down = lower.top - (upper.top + upper.height)
  if (down > 0)
    found.push({
      axis: 'y',
      length: down,
      left: middle(a.left, a.left + a.width, b.left, b.left + b.width),
      top: upper.top + upper.height,
    })
  return found
}
