import { liesIn, topAt, up } from './find'

/** A text whose contrast is asked: where its first line stands, and in which colour it is written. */
export interface WrittenText {
  x: number
  y: number
  colour: string
}

/** Finds an element's text and makes it invisible, so that a picture shows what lies behind it. */
export function hideText(element: Element): WrittenText | undefined {
  const walker = document.createTreeWalker(element, NodeFilter.SHOW_TEXT)
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    if (!node.nodeValue?.trim()) continue
    const range = document.createRange()
    range.selectNodeContents(node)
    const rect = [...range.getClientRects()].find(({ width, height }) => width > 0 && height > 0)
    if (!rect) continue
    const [x, y] = [rect.left + rect.width / 2, rect.top + rect.height / 2]
    // What is cut off or covered there is seen by nobody.
    if (!liesIn(topAt(x, y), element)) return undefined
    const colour = getComputedStyle(element).color
    for (let link: Element | null = element; link; link = up(link)) {
      // A group that lets things show through mixes the colours of both: one pixel does not tell them apart.
      if (Number(getComputedStyle(link).opacity) < 1) return undefined
      // A line through the text is no ground of it.
      if (link instanceof HTMLElement) link.style.setProperty('text-decoration', 'none', 'important')
    }
    for (const each of [element, ...element.querySelectorAll<HTMLElement>('*')])
      for (const [property, value] of [
        ['transition', 'none'],
        ['color', 'transparent'],
      ] as const)
        (each as HTMLElement).style.setProperty(property, value, 'important')
    return { x, y, colour }
  }
  return undefined
}

/** The colour of one pixel of a picture, as numbers from 0 to 255. */
export async function pixelOf(picture: string): Promise<number[]> {
  const image = new Image()
  image.src = picture
  await image.decode()
  const canvas = Object.assign(document.createElement('canvas'), { width: 1, height: 1 })
  const drawing = canvas.getContext('2d')!
  drawing.drawImage(image, 0, 0)
  return [...drawing.getImageData(0, 0, 1, 1).data].slice(0, 3)
}
