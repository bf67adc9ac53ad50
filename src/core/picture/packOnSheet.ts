import type { PixelBox, Point } from './Pixels'

/** A sheet on which pictures have been put beside and under one another. */
export interface PackedSheet {
  /** Where each stands, in the order in which they were given. */
  places: Point[]
  height: number
}

/** Puts boxes on a sheet, in rows of boxes that are about as tall as each other. A box that is wider than the sheet is cut off there. */
export function packOnSheet(sizes: readonly Pick<PixelBox, 'width' | 'height'>[], width: number): PackedSheet {
  const places: Point[] = sizes.map(() => ({ x: 0, y: 0 }))
  const tallestFirst = [...sizes.keys()].sort((a, b) => sizes[b]!.height - sizes[a]!.height || a - b)
  const row = { x: 0, y: 0, height: 0 }
  for (const at of tallestFirst) {
    const own = { width: Math.min(sizes[at]!.width, width), height: sizes[at]!.height }
    if (row.x + own.width > width) Object.assign(row, { x: 0, y: row.y + row.height, height: 0 })
    places[at] = { x: row.x, y: row.y }
    row.x += own.width
    row.height = Math.max(row.height, own.height)
  }
  return { places, height: row.y + row.height }
}
