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
    const tile = tiles.get(key)
    if (tile) extend(tile, x, y, x, y)
    else tiles.set(key, { left: x, top: y, right: x, bottom: y })
  }
  let boxes = [...groups(tiles)].map(boxOf)
  // Where there is a change everywhere, what is around all of them is the box.
  if (boxes.length > MAX_BOXES) boxes = [boxOf(boxes.map(({ x, y, width, height }) => tileOf(x, y, width, height)))]
  return boxes.sort((a, b) => a.y - b.y || a.x - b.x)
}

/** The first and last changed pixel each way. */
interface Tile {
  left: number
  top: number
  right: number
  bottom: number
}

const tileOf = (x: number, y: number, width: number, height: number): Tile => ({
  left: x,
  top: y,
  right: x + width - 1,
  bottom: y + height - 1,
})

function extend(tile: Tile, left: number, top: number, right: number, bottom: number) {
  tile.left = Math.min(tile.left, left)
  tile.top = Math.min(tile.top, top)
  tile.right = Math.max(tile.right, right)
  tile.bottom = Math.max(tile.bottom, bottom)
}

/** Tiles that touch each other, also by a corner. */
function* groups(tiles: ReadonlyMap<string, Tile>): Generator<Tile[]> {
  const seen = new Set<string>()
  for (const first of tiles.keys()) {
    if (seen.has(first)) continue
    seen.add(first)
    const group: Tile[] = []
    const left = [first]
    for (let key = left.pop(); key !== undefined; key = left.pop()) {
      group.push(tiles.get(key)!)
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

function boxOf(group: readonly Tile[]): PixelBox {
  const whole = { ...group[0]! }
  for (const { left, top, right, bottom } of group) extend(whole, left, top, right, bottom)
  const { left, top, right, bottom } = whole
  return { x: left, y: top, width: right - left + 1, height: bottom - top + 1 }
}
