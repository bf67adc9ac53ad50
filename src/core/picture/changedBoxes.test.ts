import { expect, test } from '@jest/globals'
import { ChangedPixels } from './changedBoxes'

const WIDTH = 100
const at = (x: number, y: number) => y * WIDTH + x

function changedBoxes(changed: readonly number[]) {
  const pixels = new ChangedPixels(WIDTH, WIDTH + 10)
  for (const each of changed.toSorted((a, b) => a - b)) pixels.add(each)
  return pixels.boxes()
}

test.each<[string, number[], [number, number, number, number][]]>([
  ['nothing', [], []],
  ['one pixel', [at(5, 7)], [[5, 7, 1, 1]]],
  ['close to each other', [at(5, 7), at(12, 15)], [[5, 7, 8, 9]]],
  [
    'far from each other',
    [at(50, 7), at(5, 40)],
    [
      [50, 7, 1, 1],
      [5, 40, 1, 1],
    ],
  ],
  ['with a gap that is no gap', [at(0, 0), at(8, 0)], [[0, 0, 9, 1]]],
  [
    'with a gap',
    [at(0, 0), at(17, 0)],
    [
      [0, 0, 1, 1],
      [17, 0, 1, 1],
    ],
  ],
  ['one after the other, all the way', [0, 9, 18, 27, 36].map((x) => at(x, 0)), [[0, 0, 37, 1]]],
  [
    'around another',
    [at(0, 0), at(30, 0), at(30, 30), at(0, 30), ...Array.from({ length: 31 }, (_, x) => at(x, 0)), at(15, 6)],
    [
      [0, 0, 31, 7],
      [0, 30, 1, 1],
      [30, 30, 1, 1],
    ],
  ],
])('%s', (_, changed, boxes) => {
  expect(changedBoxes(changed)).toEqual(boxes.map(([x, y, width, height]) => ({ x, y, width, height })))
})

test('what is changed everywhere is one box', () => {
  const everywhere = Array.from({ length: 30 }, (_, step) => at((step % 5) * 20, Math.floor(step / 5) * 20))
  expect(changedBoxes(everywhere)).toEqual([{ x: 0, y: 0, width: 81, height: 101 }])
})
