import { expect, test } from '@jest/globals'
import { patience } from './patience'

test.each([
  ['a quiet machine', 0.3, 2, 1],
  ['a system that does not tell', 0, 8, 1],
  ['a run of our own', 4, 2, 1],
  ['one as busy with other work', 8, 2, 2],
  ['one that hardly moves', 90, 2, 4],
])('%s', (_, load, cores, times) => {
  expect(patience(load, cores)).toBe(times)
})
