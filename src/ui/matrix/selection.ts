import { boxOf, type WhenFile } from '@/core/edit'
import { isInside, parseWhere, printWhere, type Box, type Case, type Dimension } from '@/core/matrix'
import type { BoardLayout } from '../board'

// What takes more conditions than these would make an address that nobody can send.
const MAX_CONDITIONS = 12

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

/** Conditions as an address holds them, in the form of the command line; none where there are too many. */
export const printConditions = (whens: readonly WhenFile[], dimensions: readonly Dimension[]): string[] =>
  whens.length > MAX_CONDITIONS ? [] : whens.map((when) => printWhere(boxOf(when, dimensions)))

/** Keys of the cases that any of an address' conditions describes; an empty one describes all. */
export function describedKeys(conditions: readonly string[], cases: Iterable<Case>): Set<string> {
  const boxes = conditions.flatMap((text) => {
    const { box, problems } = text === '' ? { box: {}, problems: [] } : parseWhere(text)
    return problems.length > 0 ? [] : [box]
  })
  const fits = (values: Case['values'], box: Box) =>
    Object.keys(box).every((name) => name in values) && isInside(values, box)
  return new Set([...cases].flatMap(({ key, values }) => (boxes.some((box) => fits(values, box)) ? [key] : [])))
}
