import type { Differences } from './colourDifference'
import { wordsOf, type Pixels, type Point } from './Pixels'

/** What has gone further than this is not looked for, in device pixels. */
export const FURTHEST = 32

/**
 * How far the same picture has moved: all that is there afterwards was there before, and where it left or came from nothing
 * stands but the ground. Of several ways, the shortest.
 * @returns undefined where it has not just moved
 */
export function findShift(
  before: Pixels,
  after: Pixels,
  tolerance: number,
  differences: Differences,
  furthest = FURTHEST,
): Point | undefined {
  const [a, b] = [wordsOf(before), wordsOf(after)]
  const { width, height } = before
  const ground = a[0]!
  // A pixel that shows the thing itself: most ways fail at it at once.
  const mark = b.findIndex((word) => word !== ground)
  if (mark < 0) return undefined
  const isSame = (one: number, other: number) => one === other || differences.of(one, other) <= tolerance
  const fits = ({ x: dx, y: dy }: Point): boolean => {
    const beforeAt = (x: number, y: number) =>
      x < 0 || y < 0 || x >= width || y >= height ? ground : a[y * width + x]!
    if (!isSame(beforeAt((mark % width) - dx, Math.floor(mark / width) - dy), b[mark]!)) return false
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        if (!isSame(beforeAt(x - dx, y - dy), b[y * width + x]!)) return false
        const isLeaving = x + dx < 0 || y + dy < 0 || x + dx >= width || y + dy >= height
        if (isLeaving && !isSame(a[y * width + x]!, ground)) return false
      }
    return true
  }
  return waysUpTo(Math.min(furthest, Math.max(width, height) - 1)).find(fits)
}

const known = new Map<number, readonly Point[]>()

/** All ways but none, the shortest first. */
function waysUpTo(furthest: number): readonly Point[] {
  let ways = known.get(furthest)
  if (!ways) {
    const steps = Array.from({ length: 2 * furthest + 1 }, (_, at) => at - furthest)
    ways = steps
      .flatMap((y) => steps.map((x) => ({ x, y })))
      .filter(({ x, y }) => x !== 0 || y !== 0)
      .sort((a, b) => a.x ** 2 + a.y ** 2 - (b.x ** 2 + b.y ** 2))
    known.set(furthest, ways)
  }
  return ways
}
