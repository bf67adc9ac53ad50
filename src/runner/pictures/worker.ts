import { createHash } from 'node:crypto'
import { parentPort } from 'node:worker_threads'
import sharp from 'sharp'
import { comparePictures, cropped, inkBounds, type PixelBox, type Pixels, type PlacedPixels } from '@/core/picture'
import type { PictureWork, Sheet, Shot, TakenPicture } from './protocol'

// One picture at a time: there are as many of these threads as there is to do.
sharp.concurrency(1)
sharp.cache(false)

const RGBA = 4
const sheets = new Map<number, PlacedPixels[]>()

async function decode(png: Uint8Array): Promise<Pixels> {
  const { data, info } = await sharp(png)
    .toColourspace('srgb')
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  return { width: info.width, height: info.height, data }
}

/** All stretches of a sheet as one picture. */
async function whole(stretches: Sheet['stretches']): Promise<Pixels> {
  const parts: Pixels[] = []
  for (const each of stretches) parts.push(await decode(each))
  if (parts.length === 1) return parts[0]!
  const { width } = parts[0]!
  const height = parts.reduce((sum, part) => sum + part.height, 0)
  const data = new Uint8Array(width * height * RGBA)
  let at = 0
  for (const part of parts) {
    data.set(part.data, at)
    at += part.data.length
  }
  return { width, height, data }
}

function around(a: PixelBox, b: PixelBox | undefined): PixelBox {
  if (!b) return a
  const [x, y] = [Math.min(a.x, b.x), Math.min(a.y, b.y)]
  return {
    x,
    y,
    width: Math.max(a.x + a.width, b.x + b.width) - x,
    height: Math.max(a.y + a.height, b.y + b.height) - y,
  }
}

function cutOut(sheet: Pixels, { slot, box, origin, ends }: Shot): { piece: PlacedPixels; isCut: boolean } {
  const { box: ink, cut } = inkBounds(sheet, slot)
  const own = around(box, ink)
  const isCut = (Object.keys(ends) as (keyof typeof ends)[]).some((side) => cut[side] && !ends[side])
  return { piece: { ...cropped(sheet, own), at: { x: own.x - origin.x, y: own.y - origin.y } }, isCut }
}

function nameOf({ width, height, data }: Pixels): string {
  const size = new DataView(new ArrayBuffer(8))
  size.setUint32(0, width)
  size.setUint32(4, height)
  return createHash('sha256').update(new Uint8Array(size.buffer)).update(data).digest('hex')
}

const pieceOf = (sheet: number, shot: number) => sheets.get(sheet)![shot]!

const work: { [Name in keyof PictureWork]: (...given: Parameters<PictureWork[Name]>) => Promise<unknown> } = {
  async cut(number, { stretches, shots }) {
    const sheet = await whole(stretches)
    const pieces = shots.map((shot) => cutOut(sheet, shot))
    sheets.set(
      number,
      pieces.map(({ piece }) => piece),
    )
    return pieces.map(({ piece, isCut }): TakenPicture => {
      const { width, height, at } = piece
      return { picture: nameOf(piece), width, height, at, isCut }
    })
  },
  async compare({ sheet, shot, before, at, tolerance }) {
    return comparePictures({ ...(await decode(before)), at }, pieceOf(sheet, shot), tolerance)
  },
  png(sheet, shot) {
    const { width, height, data } = pieceOf(sheet, shot)
    const raw = { width, height, channels: RGBA } as const
    return sharp(data, { raw }).png({ compressionLevel: 9, palette: false }).toBuffer()
  },
  async drop(sheet) {
    sheets.delete(sheet)
  },
}

parentPort!.on('message', ({ id, name, given }: { id: number; name: keyof PictureWork; given: never }) => {
  const done = (work[name] as (...all: unknown[]) => Promise<unknown>)(...(given as unknown[]))
  done.then(
    (answer) => parentPort!.postMessage({ id, answer }),
    (error: Error) => parentPort!.postMessage({ id, failure: error.message }),
  )
})
