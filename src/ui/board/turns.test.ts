import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { makeTurns } from './turns'

describe('turns', () => {
  test('begin in order, so many at once, and each that ends lets the next begin', () => {
    const turns = makeTurns(2)
    const begun: string[] = []
    const ends = ['a', 'b', 'c', 'd'].map((name) => turns.take(() => begun.push(name)))
    expect(begun).toEqual(['a', 'b'])
    ends[1]!()
    ends[1]!()
    expect(begun).toEqual(['a', 'b', 'c'])
    ends[3]!()
    ends[0]!()
    expect(begun).toEqual(['a', 'b', 'c'])
  })

  test('whatever ends in whatever order, never more than allowed are under way, and all that wait come to their turn', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 4 }), fc.array(fc.nat(9), { maxLength: 40 }), (atOnce, order) => {
        const turns = makeTurns(atOnce)
        const underWay = new Set<number>()
        const gone = new Set<number>()
        const ends = Array.from({ length: 10 }, (_, at) => turns.take(() => underWay.add(at)))
        for (const at of [...order, ...Array(10).keys()]) {
          gone.add(at)
          underWay.delete(at)
          ends[at]!()
          expect(underWay.size).toBe(Math.min(atOnce, 10 - gone.size))
        }
      }),
    )
  })
})
