/** A picture in plain memory: RGBA, 8 bits a channel, not premultiplied, row by row. */
export interface Pixels {
  width: number
  height: number
  data: Uint8Array | Uint8ClampedArray
}

/** A place in a picture, or a way from one to another, in device pixels. */
export interface Point {
  x: number
  y: number
}

/** A box in a picture, in device pixels. */
export interface PixelBox extends Point {
  width: number
  height: number
}

/** A picture of a case, with the place of its top left corner as seen from that of the case's own box. */
export interface PlacedPixels extends Pixels {
  at: Point
}

const BYTES = 4

/** The pixels as whole numbers, one each: equal numbers are equal pixels. */
export function wordsOf({ data }: Pixels): Uint32Array {
  if (data.byteOffset % BYTES === 0) return new Uint32Array(data.buffer, data.byteOffset, data.byteLength / BYTES)
  return new Uint32Array(data.slice().buffer)
}

export function isEqual(a: Pixels, b: Pixels): boolean {
  if (a.width !== b.width || a.height !== b.height) return false
  const [one, other] = [wordsOf(a), wordsOf(b)]
  for (let at = 0; at < one.length; at++) if (one[at] !== other[at]) return false
  return true
}

/** A part of a picture, which may reach beyond it: nothing is there. */
export function cropped(from: Pixels, box: PixelBox): Pixels {
  const data = new Uint8Array(box.width * box.height * BYTES)
  const left = Math.max(0, box.x)
  const right = Math.min(from.width, box.x + box.width)
  const [top, bottom] = [Math.max(0, box.y), Math.min(from.height, box.y + box.height)]
  for (let y = top; right > left && y < bottom; y++) {
    const row = from.data.subarray((y * from.width + left) * BYTES, (y * from.width + right) * BYTES)
    data.set(row, ((y - box.y) * box.width + left - box.x) * BYTES)
  }
  return { width: box.width, height: box.height, data }
}

/** Two pictures of one case on one ground: as large as both together, their places being the same in both. */
export function onOneGround(a: PlacedPixels, b: PlacedPixels): { a: Pixels; b: Pixels; at: Point } {
  const at = { x: Math.min(a.at.x, b.at.x), y: Math.min(a.at.y, b.at.y) }
  const width = Math.max(a.at.x + a.width, b.at.x + b.width) - at.x
  const height = Math.max(a.at.y + a.height, b.at.y + b.height) - at.y
  const placed = (each: PlacedPixels) => cropped(each, { x: at.x - each.at.x, y: at.y - each.at.y, width, height })
  return { a: placed(a), b: placed(b), at }
}
