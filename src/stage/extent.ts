import { strangersIn } from './sideEffects'

/** What a case's first elements take up. */
export const extent = (frame: HTMLElement) => extentOf([...frame.children])

// A page with more elements than this is shown by its first ones.
const MAX_ELEMENTS = 400

/**
 * What a case in a document of its own takes up, with what it has put elsewhere into the page, as far as it is in the window. What
 * covers the whole window counts only where there is nothing else.
 */
export function pageExtent(frame: HTMLElement): ReturnType<typeof extentOf> {
  const view = frame.ownerDocument.defaultView!
  const elsewhere = strangersIn(frame.ownerDocument)
    .flatMap((element) => [element, ...element.querySelectorAll('*')])
    .slice(0, MAX_ELEMENTS)
  const shown = [...frame.children, ...elsewhere].filter((element) =>
    element.checkVisibility({ visibilityProperty: true }),
  )
  const isCover = (element: Element) => {
    const { width, height } = element.getBoundingClientRect()
    return width >= view.innerWidth && height >= view.innerHeight
  }
  const some = extentOf(shown.filter((element) => !isCover(element)))
  const { left, top, width, height } = some.width > 0 ? some : extentOf(shown)
  const [right, bottom] = [Math.min(left + width, view.innerWidth), Math.min(top + height, view.innerHeight)]
  const [x, y] = [Math.max(0, left), Math.max(0, top)]
  return { left: x, top: y, width: Math.max(0, right - x), height: Math.max(0, bottom - y) }
}

/** The box around elements; those without area do not count. */
export function extentOf(elements: readonly Element[]): { left: number; top: number; width: number; height: number } {
  const rects = elements
    .map((element) => element.getBoundingClientRect())
    .filter(({ width, height }) => width > 0 && height > 0)
  if (rects.length === 0) return { left: 0, top: 0, width: 0, height: 0 }
  const left = Math.min(...rects.map((rect) => rect.left))
  const top = Math.min(...rects.map((rect) => rect.top))
  return {
    left,
    top,
    width: Math.max(...rects.map((rect) => rect.right)) - left,
    height: Math.max(...rects.map((rect) => rect.bottom)) - top,
  }
}
