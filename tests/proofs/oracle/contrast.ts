import type { CDPSession, Page } from 'puppeteer-core'
import type { WrittenText } from './page/contrast'
import type { Read, Wanted } from './page/read'

/** WCAG 2.2, relative luminance of a colour from 0 to 255 a channel. */
function luminance(channels: readonly number[]): number {
  const [r, g, b] = channels.map((channel) => {
    const share = channel / 255
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4
  }) as [number, number, number]
  return 0.2126 * r + 0.7152 * g + 0.0722 * b
}

/**
 * Reads the contrast of a part's text from a picture: the colour that it is written in, against the pixel that is seen where the
 * text stands once it is gone. Must be the last thing that is read of a page.
 */
export async function contrastOf(page: Page, session: CDPSession, { part }: Wanted): Promise<Read> {
  const text = (await page.evaluate(
    (name: string) => (window as unknown as { oracle: { hideText(part: string): unknown } }).oracle.hideText(name),
    part,
  )) as WrittenText | null
  const written = text && /^rgb\((\d+), (\d+), (\d+)\)$/.exec(text.colour)?.slice(1).map(Number)
  if (!text || !written) return { skipped: 'no text in a plain colour' }
  const { data } = await session.send('Page.captureScreenshot', {
    clip: { x: Math.floor(text.x), y: Math.floor(text.y), width: 1, height: 1, scale: 1 },
  })
  const behind = (await page.evaluate(
    (picture: string) =>
      (window as unknown as { oracle: { pixelOf(picture: string): Promise<number[]> } }).oracle.pixelOf(picture),
    `data:image/png;base64,${data}`,
  )) as number[]
  const [light, dark] = [luminance(written), luminance(behind)].sort((a, b) => b - a) as [number, number]
  return { text: String((light + 0.05) / (dark + 0.05)) }
}
