import { exists, makeCase, type Case, type Space } from '@/core/matrix'
import type { Placement } from './placement'

/** A row of the board: a page's heading, or cells. `undefined` is a combination that does not exist. */
export type BoardRow =
  { kind: 'page'; label: string } | { kind: 'cells'; values: readonly string[]; cells: readonly (Case | undefined)[] }

export interface BoardLayout {
  /** Values of the axes across, one list a column. */
  columns: readonly (readonly string[])[]
  rows: readonly BoardRow[]
  /** How many cases are on it. */
  count: number
}

// A board is for looking: what is larger is cut, with a word about it.
export const MAX_CELLS = 20_000

/** Lays cases out in rows and columns. */
export function layOut(space: Space, placement: Placement, chosen?: ReadonlySet<string>): BoardLayout {
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
      const cells = columns.map((across) => {
        const values = {
          ...placement.held,
          ...pair(placement.pages, page),
          ...pair(placement.down, down),
          ...pair(placement.across, across),
        }
        if (!exists(values, space)) return undefined
        const theCase = makeCase(values, space)
        return chosen && !chosen.has(theCase.key) ? undefined : theCase
      })
      if (cells.every((cell) => cell === undefined)) continue
      count += cells.filter((cell) => cell !== undefined).length
      rows.push({ kind: 'cells', values: down, cells })
    }
  }
  return { columns, rows, count }
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
