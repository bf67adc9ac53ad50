import { expect, test } from '@jest/globals'
import { inkBounds } from './index'

function pictureOf(rows: string[]) {
  const data = rows.flatMap((row) =>
    [...row].flatMap((letter) => (letter === '#' ? [0, 0, 0, 255] : [250, 250, 250, 255])),
  )
  return { width: rows[0]!.length, height: rows.length, data: Uint8Array.from(data) }
}
const rows = ['#      #', '        ', '   ##   ', '   #    ', '        ', '      ##']

test.each<[string, [number, number, number, number], { box: ReturnType<typeof inkBounds>['box']; cut: string[] }]>([
  ['nothing', [1, 0, 3, 2], { box: undefined, cut: [] }],
  ['something in the middle', [1, 1, 5, 4], { box: { x: 3, y: 2, width: 2, height: 2 }, cut: [] }],
  ['up to the right edge', [1, 1, 4, 4], { box: { x: 3, y: 2, width: 2, height: 2 }, cut: ['right'] }],
  ['up to the bottom', [1, 1, 5, 3], { box: { x: 3, y: 2, width: 2, height: 2 }, cut: ['bottom'] }],
  ['up to the top', [2, 2, 5, 3], { box: { x: 3, y: 2, width: 2, height: 2 }, cut: ['top'] }],
])('%s', (_, [x, y, width, height], found) => {
  const { box, cut } = inkBounds(pictureOf(rows), { x, y, width, height })
  expect({ box, cut: Object.entries(cut).flatMap(([side, isCut]) => (isCut ? [side] : [])) }).toEqual(found)
})
