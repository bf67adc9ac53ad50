import sharp from 'sharp'
import { defaultCase } from '@/core/matrix'
import type { Browser } from 'puppeteer-core'
import { defaultClock } from '../clock'
import type { PreparedLibrary } from '../prepare'
import { PlayLane } from './PlayLane'
import { takeStill, type Still } from './still'

/** The picture by which a component is known: that of its default case. */
export interface Face {
  /** What it paints, with some room around, as WebP without loss: it is drawn small, and often over a network. */
  webp: Uint8Array
  /** Size in px. */
  width: number
  height: number
  /** The colour on which it stands, as CSS. */
  ground: string
}

// Room around what a component paints, for rings and shadows, in px.
const MARGIN = 8

/**
 * Takes a picture of each component's default case.
 * @param onFault called with why one has none
 * @returns pictures by slug
 */
export async function takeFaces(
  browser: Browser,
  { library, tokens, components }: PreparedLibrary,
  onFault: (slug: string, message: string) => void,
): Promise<Map<string, Face>> {
  const faces = new Map<string, Face>()
  const lane = new PlayLane(() => Promise.resolve(browser), defaultClock())
  try {
    for (const { sheet, plan, compiled } of components) {
      if (!compiled) continue
      const setup = { sheet, library, tokens, ...compiled, viewport: library.data.viewport }
      try {
        faces.set(sheet.slug, await faceOf(await takeStill(lane, setup, defaultCase(plan.space))))
      } catch (error) {
        onFault(sheet.slug, (error as Error).message)
      }
    }
  } finally {
    await lane.close()
  }
  return faces
}

/** Cuts out of a window what a component paints; of one that paints nothing, all of the window. */
async function faceOf({ picture, width: whole, height: high, extent }: Still): Promise<Face> {
  const png = Buffer.from(picture.slice(picture.indexOf(',') + 1), 'base64')
  const scale = ((await sharp(png).metadata()).width ?? whole) / whole
  const [left, top] = [extent.left, extent.top].map((at) => Math.max(0, Math.floor(at) - MARGIN)) as [number, number]
  const right = Math.min(whole, Math.ceil(extent.left + extent.width) + MARGIN)
  const bottom = Math.min(high, Math.ceil(extent.top + extent.height) + MARGIN)
  const isSeen = extent.width > 0 && extent.height > 0 && right > left && bottom > top
  const box = isSeen
    ? { left, top, width: right - left, height: bottom - top }
    : { left: 0, top: 0, width: whole, height: high }
  const region = Object.fromEntries(Object.entries(box).map(([key, px]) => [key, Math.floor(px * scale)])) as typeof box
  const cut = await sharp(png).extract(region).webp({ lossless: true }).toBuffer()
  const [r, g, b] = await sharp(cut).extract({ left: 0, top: 0, width: 1, height: 1 }).removeAlpha().raw().toBuffer()
  return { webp: cut, width: box.width, height: box.height, ground: `rgb(${r} ${g} ${b})` }
}
