import { expect, test } from '@jest/globals'
import { parseShard, shardOf } from './index'

test.each([
  ['1/1', { number: 1, of: 1 }],
  ['2/5', { number: 2, of: 5 }],
  ['0/5', undefined],
  ['6/5', undefined],
  ['1', undefined],
  ['1/0', undefined],
  ['a/b', undefined],
  ['1/2/3', undefined],
])('%s', (text, shard) => expect(parseShard(text)).toEqual(shard))

test.each([1, 2, 3, 5, 9, 40])('%d parts have nothing in common, are the whole, and cost about as much', (of) => {
  const costs = Array.from({ length: 30 }, (_, at) => 1 + ((at * 37) % 91))
  const parts = Array.from({ length: of }, (_, at) =>
    shardOf([...costs.keys()], { number: at + 1, of }, (each) => costs[each]!),
  )
  expect(parts.flat().sort((a, b) => a - b)).toEqual([...costs.keys()])
  for (const part of parts) expect(part).toEqual(part.toSorted((a, b) => a - b))
  const loads = parts.map((part) => part.reduce((sum, each) => sum + costs[each]!, 0))
  expect(Math.max(...loads) - Math.min(...loads)).toBeLessThanOrEqual(Math.max(...costs))
})
