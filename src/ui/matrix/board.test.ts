import { expect, test } from '@jest/globals'
import type { Space } from '@/core/matrix'
import { defaultPlacement, layOut } from '../board'
import { boardCells, cellLeft, geometryOf } from './geometry'
import { neighbour } from './neighbour'

const space: Space = {
  dimensions: [
    { name: 'a', kind: 'axis', values: ['x', 'y'], default: 'x' },
    { name: 'b', kind: 'axis', values: ['u', 'v', 'w'], default: 'u' },
    { name: 'theme', kind: 'context', values: ['day', 'night'], default: 'day' },
  ],
  without: [{ a: ['y'], b: ['v'] }],
  fixed: {},
}
const layout = layOut(space, defaultPlacement(space))

test('everything stands where the one before it ends', () => {
  const geometry = geometryOf(layout, { width: 100, height: 40 }, 1)
  expect(layout.rows.map(({ kind }) => kind)).toEqual(['page', 'cells', 'cells', 'page', 'cells', 'cells'])
  expect(geometry.rowTops).toEqual([0, 26, 67, 108, 134, 175])
  expect([geometry.width, geometry.height, cellLeft(geometry, 2)]).toEqual([303, 216, 202])
  const cells = boardCells(layout, geometry, ({ key }) => ({ stageCase: { key } as never, context: 0 }))
  expect(cells).toHaveLength(10)
  expect(cells.at(-1)).toMatchObject({ x: 202, y: 175 })
})

test('marks take little room whatever the case', () => {
  expect(geometryOf(layout, { width: 500, height: 300 }, 0)).toMatchObject({ cellWidth: 22, cellHeight: 22 })
  expect(geometryOf(layout, { width: 500, height: 300 }, 0.5)).toMatchObject({ cellWidth: 250, cellHeight: 150 })
})

test.each([
  [1, 0, [0, 1], 'a=x,b=v'],
  [1, 0, [0, -1], undefined],
  [2, 0, [0, 1], 'a=y,b=w'],
  [2, 2, [0, 1], undefined],
  [1, 1, [1, 0], 'a=x,b=v@theme=night'],
  [2, 0, [1, 0], 'a=x,b=u@theme=night'],
  [4, 0, [-1, 0], 'a=y,b=u'],
] as const)('from row %i, column %i, %j leads to %s', (row, column, step, key) => {
  expect(neighbour(layout, row, column, step)?.theCase.key).toBe(key)
})
