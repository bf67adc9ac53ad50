import { describe, expect, test } from '@jest/globals'
import type { BoardLayout } from '../board'
import { describedKeys, keysBetween, printConditions, withKeys } from './selection'

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

describe('a selection in an address', () => {
  const dimensions = [
    { kind: 'axis', name: 'size', values: ['s', 'm', 'l'], default: 'm' },
    { kind: 'context', name: 'text-zoom', values: ['100%', '200%'], default: '100%' },
  ] as const
  const cases = dimensions[0].values.flatMap((size) =>
    dimensions[1].values.map((zoom) => ({ key: `${size} ${zoom}`, values: { size, 'text-zoom': zoom } })),
  )
  test.each([
    [[{ size: 's' }], ['size=s'], ['s 100%', 's 200%']],
    [[{ size: { not: 's' }, 'text-zoom': '200%' }], ['size=m|l,text-zoom=200%'], ['m 200%', 'l 200%']],
    [
      [
        { size: 's', 'text-zoom': '100%' },
        { size: 'l', 'text-zoom': '200%' },
      ],
      ['size=s,text-zoom=100%', 'size=l,text-zoom=200%'],
      ['s 100%', 'l 200%'],
    ],
    [[{}], [''], cases.map(({ key }) => key)],
    [[], [], []],
    [Array.from({ length: 13 }, () => ({ size: 's' })), [], []],
  ])('of %j is %j, and comes back as %j', (whens, written, keys) => {
    const conditions = printConditions(whens, dimensions)
    expect([conditions, [...describedKeys(conditions, cases)]]).toEqual([written, keys])
  })
  test('that says an axis that is gone selects nothing', () => {
    expect([...describedKeys(['tone=loud', 'nonsense'], cases)]).toEqual([])
  })
})
