import { exists, makeCase, type Case, type Space } from '@/core/matrix'
import type { Placement } from './placement'

/** A row of the board: a page's heading, or cells. `undefined` is a combination that does not exist. */
export type BoardRow =
  | { kind: 'page'; label: string }
  | {
      kind: 'cells'
      values: readonly string[]
      cells: readonly (Case | undefined)[]
      /** Cases that exist and that the sheet's cover does not choose, by their column. */
      leftOut: ReadonlyMap<number, Case>
    }

export interface BoardLayout {
  /** Values of the axes across, one list a column. */
  columns: readonly (readonly string[])[]
  rows: readonly BoardRow[]
  /** How many cases are on it. */
  count: number
}

// A board is for looking: what is larger is cut, with a word about it.
export const MAX_CELLS = 20_000

/**
 * Lays cases out in rows and columns.
 * @param chosen the cases to lay out; all that exist when left out
 * @param isWhole rows of which none is chosen are kept too, with a place for each case that exists
 */
export function layOut(space: Space, placement: Placement, chosen?: ReadonlySet<string>, isWhole = false): BoardLayout {
  const valuesOf = (name: string) => space.dimensions.find((dimension) => dimension.name === name)?.values ?? []
  const columns = product(placement.across.map(valuesOf))
  const downs = product(placement.down.map(valuesOf))
  const pages = product(placement.pages.map(valuesOf))
  const rows: BoardRow[] = []
  let count = 0
  for (const page of pages) {
    if (placement.pages.length > 0)
      rows.push({ kind: 'page', label: placement.pages.map((name, at) => `${name} ${page[at]}`).join(' · ') })
    for (const down of downs) {
      if (count + columns.length > MAX_CELLS) return { columns, rows, count }
      const leftOut = new Map<number, Case>()
      const cells = columns.map((across, column) => {
        const values = {
          ...placement.held,
          ...pair(placement.pages, page),
          ...pair(placement.down, down),
          ...pair(placement.across, across),
        }
        if (!exists(values, space)) return undefined
        const theCase = makeCase(values, space)
        if (!chosen || chosen.has(theCase.key)) return theCase
        leftOut.set(column, theCase)
        return undefined
      })
      const shown = cells.filter((cell) => cell !== undefined).length
      if (shown === 0 && !(isWhole && leftOut.size > 0)) continue
      count += shown
      rows.push({ kind: 'cells', values: down, cells, leftOut })
    }
  }
  return { columns, rows, count }
}

/** Lays some cases out in one column, a row each. @param held values that they must have */
export function listOut(
  { dimensions }: Space,
  cases: Iterable<Case>,
  held: Readonly<Record<string, string>>,
): BoardLayout {
  const isShown = ({ values }: Case) => Object.entries(held).every(([name, value]) => values[name] === value)
  const rows = [...cases].filter(isShown).map((theCase): BoardRow => {
    const values = dimensions.map(({ name }) => theCase.values[name] ?? '')
    return { kind: 'cells', values, cells: [theCase], leftOut: new Map() }
  })
  return { columns: [[]], rows: rows.slice(0, MAX_CELLS), count: Math.min(rows.length, MAX_CELLS) }
}

const pair = (names: readonly string[], values: readonly string[]) =>
  Object.fromEntries(names.map((name, at) => [name, values[at]!]))

/** All combinations, the last list turning fastest; one empty combination for no lists. */
function product(lists: readonly (readonly string[])[]): string[][] {
  return lists.reduce<string[][]>(
    (combinations, values) => combinations.flatMap((combination) => values.map((value) => [...combination, value])),
    [[]],
  )
}
