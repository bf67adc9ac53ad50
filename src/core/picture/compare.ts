import { Antialiasing, MAX_SHARE } from './antialiasing'
import { ChangedPixels } from './changedBoxes'
import { Differences } from './colourDifference'
import { findShift } from './findShift'
import { isEqual, onOneGround, wordsOf, type PixelBox, type Pixels, type PlacedPixels, type Point } from './Pixels'

/** What does not count as a change. */
export interface PictureTolerance {
  /** Greatest distance of colours in OKLab; about 0.02 is where the eye begins to see it. */
  colour: number
  /** Whether edges that are only mixed otherwise count as the same. */
  antialiasing: 'discount' | 'count'
}

/** How a picture differs. */
export interface Difference {
  /** What has changed, on the ground of both pictures; see `onOneGround`. */
  boxes: PixelBox[]
  /** Greatest distance of colours, in OKLab. */
  largest: number
  /** Changed pixels by all, 0 to 1. */
  share: number
}

/** What comparing two pictures of a case comes to. */
export type Comparison =
  | { kind: 'equal' }
  /** Nobody can tell them apart. */
  | { kind: 'same'; largest: number }
  | { kind: 'moved'; by: Point }
  | ({ kind: 'resized' } & Difference)
  | ({ kind: 'changed' } & Difference)

/** Compares two pictures of a case. */
export function comparePictures(before: PlacedPixels, after: PlacedPixels, tolerance: PictureTolerance): Comparison {
  const by = { x: after.at.x - before.at.x, y: after.at.y - before.at.y }
  const isInPlace = by.x === 0 && by.y === 0
  if (isEqual(before, after)) return isInPlace ? { kind: 'equal' } : { kind: 'moved', by }
  const isOneSize = before.width === after.width && before.height === after.height
  const ground = isOneSize && isInPlace ? { a: before, b: after } : onOneGround(before, after)
  const { isEdgesOnly, ...found } = difference(ground.a, ground.b, tolerance)
  if (!isOneSize) return { kind: 'resized', ...found }
  if (!isInPlace) {
    // Side by side they may differ by noise alone.
    const { share } = difference(before, after, tolerance)
    return share === 0 ? { kind: 'moved', by } : { kind: 'changed', ...found }
  }
  // Edges may hide that something has moved.
  const shift =
    isEdgesOnly || found.share > 0 ? findShift(before, after, tolerance.colour, new Differences()) : undefined
  if (shift) return { kind: 'moved', by: shift }
  return found.share === 0 ? { kind: 'same', largest: found.largest } : { kind: 'changed', ...found }
}

/** Of an edge from black to white, the greatest there is. */
const MOST = MAX_SHARE

/** @returns also whether something differs by more than the tolerance, but as edges may */
function difference(
  before: Pixels,
  after: Pixels,
  { colour, antialiasing }: PictureTolerance,
): Difference & { isEdgesOnly: boolean } {
  const [a, b] = [wordsOf(before), wordsOf(after)]
  const { width } = before
  const differences = new Differences()
  const edges = antialiasing === 'discount' ? new Antialiasing(before, after) : undefined
  const changed = new ChangedPixels(width, before.height)
  let largest = 0
  let isEdgesOnly = false
  // Pixels beside one another are alike: the pair before is often the same.
  let [from, to, found] = [0, 0, 0]
  for (let at = 0; at < a.length; at++) {
    if (a[at] === b[at]) continue
    if (a[at] !== from || b[at] !== to) {
      from = a[at]!
      to = b[at]!
      found = differences.of(from, to)
      if (found > largest) largest = found
    }
    if (found <= colour) continue
    // What differs by more than any edge may is no edge.
    if (edges && found <= MOST && edges.explains(at % width, (at / width) | 0, found)) isEdgesOnly = true
    else changed.add(at)
  }
  return { boxes: changed.boxes(), largest, share: changed.count / a.length, isEdgesOnly }
}
