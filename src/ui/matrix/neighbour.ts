import type { Case } from '@/core/matrix'
import type { BoardLayout } from '../board'

/** The next case in a direction, over pages' headings and combinations that do not exist. */
export function neighbour(
  { rows, columns }: BoardLayout,
  row: number,
  column: number,
  [down, across]: readonly [number, number],
): { row: number; column: number; theCase: Case } | undefined {
  for (
    let at = row + down, over = column + across;
    at >= 0 && at < rows.length && over >= 0 && over < columns.length;
    at += down, over += across
  ) {
    const next = rows[at]!
    const theCase = next.kind === 'cells' ? next.cells[over] : undefined
    if (theCase) return { row: at, column: over, theCase }
  }
  return undefined
}
