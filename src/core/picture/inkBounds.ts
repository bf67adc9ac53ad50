import { wordsOf, type PixelBox, type Pixels } from './Pixels'

/** What is painted in a part of a picture. */
export interface Ink {
  /** The box around all pixels that differ from the ground; undefined where none does. */
  box: PixelBox | undefined
  /** Sides at whose very edge something is painted: it may go on beyond. */
  cut: Record<'left' | 'top' | 'right' | 'bottom', boolean>
}

/** Looks for what is painted in a part of a picture, on a ground that the pixel in its top left corner shows. */
export function inkBounds(picture: Pixels, part: PixelBox): Ink {
  const words = wordsOf(picture)
  const { x, y, width, height } = part
  const ground = words[y * picture.width + x]!
  let [left, right, top, bottom] = [Infinity, -1, Infinity, -1]
  for (let row = y; row < y + height; row++) {
    const [start, end] = [row * picture.width + x, row * picture.width + x + width]
    let first = start
    while (first < end && words[first] === ground) first++
    if (first === end) continue
    let last = end - 1
    while (words[last] === ground) last--
    left = Math.min(left, first - start)
    right = Math.max(right, last - start)
    top = Math.min(top, row - y)
    bottom = row - y
  }
  const cut = { left: left === 0, top: top === 0, right: right === width - 1, bottom: bottom === height - 1 }
  if (right < 0) return { box: undefined, cut }
  return { box: { x: x + left, y: y + top, width: right - left + 1, height: bottom - top + 1 }, cut }
}
