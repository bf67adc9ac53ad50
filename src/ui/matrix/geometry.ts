import type { BoardCell } from '@/stage'
import type { BoardLayout } from '../board'

/** Sizes of a board on the screen, in px. */
export interface Geometry {
  cellWidth: number
  cellHeight: number
  pageHeight: number
  rowTops: readonly number[]
  width: number
  height: number
}

const PAGE_HEIGHT = 26
/** A cell that shows its mark only. */
const DOT = 22
const GAP = 1

/** Works out where everything stands. A zoom of 0 shows marks only. */
export function geometryOf(
  { rows, columns }: BoardLayout,
  cell: { width: number; height: number },
  zoom: number,
): Geometry {
  const cellWidth = zoom === 0 ? DOT : Math.max(DOT, Math.round(cell.width * zoom))
  const cellHeight = zoom === 0 ? DOT : Math.max(DOT, Math.round(cell.height * zoom))
  const rowTops: number[] = []
  let top = 0
  for (const row of rows) {
    rowTops.push(top)
    top += row.kind === 'page' ? PAGE_HEIGHT : cellHeight + GAP
  }
  return {
    cellWidth,
    cellHeight,
    pageHeight: PAGE_HEIGHT,
    rowTops,
    width: columns.length * (cellWidth + GAP),
    height: top,
  }
}

export const cellLeft = ({ cellWidth }: Geometry, column: number) => column * (cellWidth + GAP)

/** The cells of a layout as the stage takes them. */
export function boardCells(
  { rows }: BoardLayout,
  geometry: Geometry,
  toCell: (
    theCase: NonNullable<Extract<BoardLayout['rows'][number], { kind: 'cells' }>['cells'][number]>,
  ) => Pick<BoardCell, 'stageCase' | 'context'>,
): BoardCell[] {
  return rows.flatMap((row, index) =>
    row.kind === 'page'
      ? []
      : row.cells.flatMap((theCase, column) =>
          theCase ? [{ ...toCell(theCase), x: cellLeft(geometry, column), y: geometry.rowTops[index]! }] : [],
        ),
  )
}
