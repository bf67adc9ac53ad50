import { expect, test } from '@jest/globals'
import { packOnSheet } from './index'

const box = (width: number, height: number) => ({ width, height })

test.each<[string, { width: number; height: number }[], [number, number][], number]>([
  ['nothing', [], [], 0],
  [
    'beside one another',
    [box(40, 10), box(50, 10)],
    [
      [0, 0],
      [40, 0],
    ],
    10,
  ],
  [
    'a row more',
    [box(60, 10), box(50, 20), box(40, 5)],
    [
      [0, 20],
      [0, 0],
      [60, 20],
    ],
    30,
  ],
  [
    'the tallest first',
    [box(40, 10), box(40, 30), box(20, 20)],
    [
      [60, 0],
      [0, 0],
      [40, 0],
    ],
    30,
  ],
  [
    'wider than the sheet',
    [box(300, 10), box(10, 10)],
    [
      [0, 0],
      [0, 10],
    ],
    20,
  ],
])('%s', (_, sizes, places, height) => {
  expect(packOnSheet(sizes, 100)).toEqual({ places: places.map(([x, y]) => ({ x, y })), height })
})

test('no two overlap, and none lies outside', () => {
  const sizes = Array.from({ length: 200 }, (_, at) => box(1 + ((at * 37) % 90), 1 + ((at * 53) % 40)))
  const { places, height } = packOnSheet(sizes, 100)
  const taken = new Set<number>()
  const overlaps: string[] = []
  for (const [at, { width, height: tall }] of sizes.entries()) {
    expect(places[at]!.y + tall).toBeLessThanOrEqual(height)
    for (let y = 0; y < tall; y++)
      for (let x = 0; x < width; x++) {
        const pixel = (places[at]!.y + y) * 100 + places[at]!.x + x
        if (taken.has(pixel)) overlaps.push(`${at} at ${pixel}`)
        taken.add(pixel)
      }
  }
})
