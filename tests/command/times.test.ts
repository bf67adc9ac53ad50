import { expect, test } from '@jest/globals'
// @ts-expect-error a script, of which no types are written
import { slowerThan as found } from '../../scripts/tests/slowerThan.mjs'

const slowerThan = found as (lanes: object, before: object) => string[]
const lanes = (...processor: number[]) =>
  Object.fromEntries(processor.map((each, at) => [`lane ${at}`, { processor: each }]))

test.each<[what: string, now: number[], before: number[], lanes: string[]]>([
  ['as before', [10, 20, 30], [10, 20, 30], []],
  ['one that takes twice as long', [10, 40, 30], [10, 20, 30], ['lane 1']],
  ['a slower machine', [22, 40, 60], [10, 20, 30], []],
  ['a slower machine, and one that takes twice as long besides', [22, 80, 60], [10, 20, 30], ['lane 1']],
  ['a faster machine, on which one takes what it took', [5, 20, 15], [10, 20, 30], []],
  ['a lane that was not there', [10, 20, 30], [10], []],
  ['none', [], [], []],
])('which lanes have become slower: %s', (_, now, before, wanted) => {
  const told = slowerThan(lanes(...now), lanes(...before))
  expect(told.map((each) => /"(.*?)"/.exec(each)![1])).toEqual(wanted)
})
