import type { BoardLayout } from '../board'

/** A cell's place on the board. */
export interface CellPlace {
  row: number
  column: number
}

/** How a pick changes what is selected: that case only, with or without it, or all up to it. */
export type Pick = 'only' | 'toggle' | 'to'

/** Keys of the cases in the rectangle between two cells. */
export function keysBetween({ rows }: BoardLayout, a: CellPlace, b: CellPlace): string[] {
  const [top, bottom] = [Math.min(a.row, b.row), Math.max(a.row, b.row)]
  const [left, right] = [Math.min(a.column, b.column), Math.max(a.column, b.column)]
  return rows
    .slice(top, bottom + 1)
    .flatMap((row) =>
      row.kind === 'cells' ? row.cells.slice(left, right + 1).flatMap((theCase) => (theCase ? [theCase.key] : [])) : [],
    )
}

/** What is selected after some more cases were chosen; those that are all chosen already are let go. */
export function withKeys(now: ReadonlySet<string>, keys: readonly string[], adds: boolean): ReadonlySet<string> {
  if (!adds) return new Set(keys)
  const isIn = keys.every((key) => now.has(key))
  return new Set(isIn ? [...now].filter((key) => !keys.includes(key)) : [...now, ...keys])
}
