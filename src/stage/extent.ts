/** What a case's first elements take up. */
export function extent(frame: HTMLElement): { left: number; top: number; width: number; height: number } {
  const rects = [...frame.children]
    .map((child) => child.getBoundingClientRect())
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
