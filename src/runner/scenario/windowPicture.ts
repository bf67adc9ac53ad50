import type { PlayPage } from '../clock'
import type { WindowPicture } from '../pictures'

/** What a window shows of the case that it has to itself, and what of it the case paints. */
export async function windowPicture(page: PlayPage): Promise<WindowPicture> {
  const [outline = null] = await page.ask('outlines')
  await page.ask('decodeImages')
  return { png: Buffer.from(await page.picture(), 'base64'), outline }
}
