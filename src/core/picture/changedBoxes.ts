import type { PixelBox } from './Pixels'

/** Pixels that lie closer than this belong to one change. */
const NEAR = 8
/** More boxes than this are no help to anybody. */
const MAX_BOXES = 24

/** The changed pixels of a picture, as far as boxes around them need them: millions may have changed. */
export class ChangedPixels {
  count = 0
  readonly #columns: number
  /** The first and last changed pixel of each tile, each way: left, top, right, bottom; right is -1 where none has changed. */
  readonly #tiles: Int32Array

  constructor(
    private readonly width: number,
    height: number,
  ) {
    this.#columns = Math.ceil(width / NEAR)
    this.#tiles = new Int32Array(this.#columns * Math.ceil(height / NEAR) * 4).fill(-1)
  }

  /** @param at the pixel's place, row by row */
  add(at: number): void {
    this.count++
    const y = (at / this.width) | 0
    const x = at - y * this.width
    const tiles = this.#tiles
    const tile = (((y / NEAR) | 0) * this.#columns + ((x / NEAR) | 0)) * 4
    if (tiles[tile + 2]! < 0) {
      tiles[tile] = tiles[tile + 2] = x
      tiles[tile + 1] = tiles[tile + 3] = y
      return
    }
    if (x < tiles[tile]!) tiles[tile] = x
    if (x > tiles[tile + 2]!) tiles[tile + 2] = x
    // Rows come from the top.
    tiles[tile + 3] = y
  }

  /** Boxes around pixels that lie close to each other, from the top. */
  boxes(): PixelBox[] {
    const tiles = new Map<number, Tile>()
    for (let at = 0; at < this.#tiles.length; at += 4) {
      const [left, top, right, bottom] = this.#tiles.subarray(at, at + 4) as unknown as [number, number, number, number]
      if (right >= 0) tiles.set(at / 4, { left, top, right, bottom })
    }
    const all = joined([...groups(tiles, this.#columns)])
    // Where there is a change everywhere, what is around all of them is the box.
    const boxes = (all.length > MAX_BOXES ? [all.reduce(around)] : all).map(boxOf)
    return boxes.sort((a, b) => a.y - b.y || a.x - b.x)
  }
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
function* groups(tiles: ReadonlyMap<number, Tile>, columns: number): Generator<Tile> {
  const seen = new Set<number>()
  for (const first of tiles.keys()) {
    if (seen.has(first)) continue
    seen.add(first)
    let group = tiles.get(first)!
    const left = [first]
    for (let at = left.pop(); at !== undefined; at = left.pop()) {
      group = around(group, tiles.get(at)!)
      const column = at % columns
      for (const row of [at - columns, at, at + columns])
        for (let beside = column === 0 ? row : row - 1; beside <= (column === columns - 1 ? row : row + 1); beside++) {
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
