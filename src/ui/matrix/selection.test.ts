import { expect, test } from '@jest/globals'
import type { BoardLayout } from '../board'
import { keysBetween, withKeys } from './selection'

const one = (key: string) => ({ key, values: {} })
const layout: BoardLayout = {
  columns: [['rest'], ['hover']],
  count: 3,
  rows: [
    { kind: 'page', label: 'day' },
    { kind: 'cells', leftOut: new Map(), values: ['s'], cells: [one('a'), one('b')] },
    { kind: 'cells', leftOut: new Map(), values: ['m'], cells: [undefined, one('c')] },
  ],
}

test.each([
  [{ row: 1, column: 0 }, { row: 2, column: 1 }, ['a', 'b', 'c']],
  [{ row: 2, column: 1 }, { row: 1, column: 1 }, ['b', 'c']],
  [{ row: 0, column: 0 }, { row: 1, column: 0 }, ['a']],
])('between %j and %j lie %j', (a, b, keys) => expect(keysBetween(layout, a, b)).toEqual(keys))

test.each([
  [['a'], ['b', 'c'], false, ['b', 'c']],
  [['a'], ['b', 'c'], true, ['a', 'b', 'c']],
  [['a', 'b', 'c'], ['b', 'c'], true, ['a']],
] as const)('%j and %j, adding: %s', (now, keys, adds, wanted) =>
  expect([...withKeys(new Set(now), keys, adds)]).toEqual(wanted),
)
