/** What is to be seen of a page, in its px. */
export interface Extent {
  left: number
  top: number
  width: number
  height: number
}

// Room around what is shown smaller, in px.
const MARGIN = 8

/** Moves a page so that what is shown of it stands in the middle; what is larger than its place is shown smaller. */
export function placeIn(root: Extent, width: number, height: number): string {
  const zoom = Math.min(1, (width - 2 * MARGIN) / root.width, (height - 2 * MARGIN) / root.height)
  const [x, y] = [
    (width - root.width * zoom) / 2 - root.left * zoom,
    (height - root.height * zoom) / 2 - root.top * zoom,
  ]
  return `translate(${x}px, ${y}px) scale(${zoom})`
}
