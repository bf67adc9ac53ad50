import { onOneGround, wordsOf, type PixelBox, type Pixels, type PlacedPixels, type Point } from '@/core/picture'

/** Two pictures of a case on one ground, and what differs. */
export interface Pair {
  before: Pixels | undefined
  after: Pixels
  difference: Pixels | undefined
  /** Of the ground, as seen from the case's own corner. */
  at: Point
}

/** Loads a picture's pixels. @throws Error where there is none any more */
export async function loadPixels(address: string, at: Point, signal: AbortSignal): Promise<PlacedPixels> {
  const response = await fetch(address, { signal })
  if (!response.ok) throw new Error('The picture is not kept any more: verify again to take a new one.')
  const image = await createImageBitmap(await response.blob(), {
    colorSpaceConversion: 'none',
    premultiplyAlpha: 'none',
  })
  const { width, height } = image
  const canvas = new OffscreenCanvas(width, height)
  const context = canvas.getContext('2d', { willReadFrequently: true })!
  context.drawImage(image, 0, 0)
  return { width, height, at, data: context.getImageData(0, 0, width, height).data }
}

export function pairOf(before: PlacedPixels | undefined, after: PlacedPixels): Pair {
  if (!before) return { before: undefined, after, difference: undefined, at: after.at }
  const { a, b, at } = onOneGround(before, after)
  return { before: a, after: b, difference: differenceOf(a, b), at }
}

// Everything that has not changed is a quarter as strong, on white.
const FAINT = 4

/** Changed pixels in red, over a faint picture of what is there now. */
function differenceOf(before: Pixels, after: Pixels): Pixels {
  const [a, b] = [wordsOf(before), wordsOf(after)]
  const data = new Uint8ClampedArray(after.data.length)
  for (let at = 0; at < a.length; at++) {
    const byte = at * 4
    if (a[at] !== b[at]) data.set([214, 40, 20, 255], byte)
    else {
      const alpha = after.data[byte + 3]!
      for (let channel = 0; channel < 3; channel++)
        data[byte + channel] = 255 - (255 - after.data[byte + channel]!) / FAINT
      data[byte + 3] = alpha
    }
  }
  return { width: after.width, height: after.height, data }
}

/** Draws a picture, each of its pixels as a square of `zoom` pixels of the device. */
export function draw(canvas: HTMLCanvasElement, pixels: Pixels, zoom: number, boxes: readonly PixelBox[] = []): void {
  const { width, height } = pixels
  canvas.width = width * zoom
  canvas.height = height * zoom
  canvas.style.width = `${canvas.width / devicePixelRatio}px`
  canvas.style.height = `${canvas.height / devicePixelRatio}px`
  const context = canvas.getContext('2d')!
  context.imageSmoothingEnabled = false
  const small = new OffscreenCanvas(width, height)
  small.getContext('2d')!.putImageData(new ImageData(new Uint8ClampedArray(pixels.data), width, height), 0, 0)
  context.drawImage(small, 0, 0, canvas.width, canvas.height)
  context.strokeStyle = 'rgb(214 40 20)'
  context.lineWidth = Math.max(1, Math.round(devicePixelRatio))
  for (const box of boxes)
    context.strokeRect((box.x - 1) * zoom, (box.y - 1) * zoom, (box.width + 2) * zoom, (box.height + 2) * zoom)
}
