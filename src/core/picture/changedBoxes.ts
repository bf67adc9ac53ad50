import type { PixelBox } from './Pixels'

/** Pixels that lie closer than this belong to one change. */
const NEAR = 8
/** More boxes than this are no help to anybody. */
const MAX_BOXES = 24

/** Boxes around pixels that lie close to each other, from the top. @param changed places of pixels, row by row */
export function changedBoxes(changed: Iterable<number>, width: number): PixelBox[] {
  const tiles = new Map<string, Tile>()
  for (const at of changed) {
    const [x, y] = [at % width, Math.floor(at / width)]
    const key = `${Math.floor(x / NEAR)},${Math.floor(y / NEAR)}`
    const [own, tile] = [{ left: x, top: y, right: x, bottom: y }, tiles.get(key)]
    tiles.set(key, tile ? around(tile, own) : own)
  }
  const all = joined([...groups(tiles)])
  // Where there is a change everywhere, what is around all of them is the box.
  const boxes = (all.length > MAX_BOXES ? [all.reduce(around)] : all).map(boxOf)
  return boxes.sort((a, b) => a.y - b.y || a.x - b.x)
}

/** The first and last changed pixel each way. */
interface Tile {
  left: number
  top: number
  right: number
  bottom: number
}

const around = (a: Tile, b: Tile): Tile => ({
  left: Math.min(a.left, b.left),
  top: Math.min(a.top, b.top),
  right: Math.max(a.right, b.right),
  bottom: Math.max(a.bottom, b.bottom),
})

const isNear = (a: Tile, b: Tile) =>
  a.left - b.right <= NEAR && b.left - a.right <= NEAR && a.top - b.bottom <= NEAR && b.top - a.bottom <= NEAR

/** Joins what lies close to each other, until nothing does. */
function joined(tiles: readonly Tile[]): Tile[] {
  const left = [...tiles]
  const done: Tile[] = []
  for (let own = left.pop(); own; own = left.pop()) {
    const at = left.findIndex((each) => isNear(own!, each))
    if (at >= 0) left.push(around(own, left.splice(at, 1)[0]!))
    else {
      // It may have grown up to one that was through.
      const known = done.findIndex((each) => isNear(own!, each))
      if (known >= 0) left.push(around(own, done.splice(known, 1)[0]!))
      else done.push(own)
    }
  }
  return done
}

/** Tiles that touch each other, also by a corner. */
function* groups(tiles: ReadonlyMap<string, Tile>): Generator<Tile> {
  const seen = new Set<string>()
  for (const first of tiles.keys()) {
    if (seen.has(first)) continue
    seen.add(first)
    let group = tiles.get(first)!
    const left = [first]
    for (let key = left.pop(); key !== undefined; key = left.pop()) {
      group = around(group, tiles.get(key)!)
      const [x, y] = key.split(',').map(Number) as [number, number]
      for (let row = y - 1; row <= y + 1; row++)
        for (let column = x - 1; column <= x + 1; column++) {
          const beside = `${column},${row}`
          if (!tiles.has(beside) || seen.has(beside)) continue
          seen.add(beside)
          left.push(beside)
        }
    }
    yield group
  }
}

const boxOf = ({ left, top, right, bottom }: Tile): PixelBox => ({
  x: left,
  y: top,
  width: right - left + 1,
  height: bottom - top + 1,
})
