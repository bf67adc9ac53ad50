/** What a case's first elements take up. */
export const extent = (frame: HTMLElement) => extentOf([...frame.children])

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
