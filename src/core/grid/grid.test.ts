import { expect, test } from '@jest/globals'
import { times } from '../../../tests/support/extent'
import fc from 'fast-check'
import {
  allBits,
  bitsOf,
  casesIn,
  countBits,
  coverWith,
  describeSelection,
  gridOf,
  sameBits,
  weightOf,
  type Region,
} from './index'

const AXES = [
  { name: 'size', values: ['s', 'm', 'l'] },
  { name: 'value', values: ['off', 'on'] },
  { name: 'interaction', values: ['rest', 'hover', 'pressed', 'disabled'] },
]
const everyCase = AXES.reduce<Record<string, string>[]>(
  (cases, { name, values }) => cases.flatMap((one) => values.map((value) => ({ ...one, [name]: value }))),
  [{}],
).map((values) => ({ values }))

/** A matrix in which some combinations do not exist, and some of its cases. */
const someCases = fc
  .array(fc.nat(everyCase.length - 1), { minLength: 1, maxLength: 24 })
  .map((places) => [...new Set(places)].sort((a, b) => a - b))
const matrixAndSelection = someCases.chain((places) =>
  fc.tuple(fc.constant(places.map((place) => everyCase[place]!)), fc.subarray([...places.keys()], { minLength: 1 })),
)

const say = (region: Region) =>
  Object.fromEntries(
    region.flatMap((places, at) => (places ? [[AXES[at]!.name, places.map((place) => AXES[at]!.values[place]!)]] : [])),
  )

/** The obvious way: every set of values on every axis is tried. */
function fewestNamed(cases: typeof everyCase, selected: readonly number[]): number | undefined {
  const subsets = (values: readonly string[]) =>
    Array.from({ length: 2 ** values.length - 1 }, (_, set) => values.filter((_, at) => (set + 1) & (1 << at)))
  let best: number | undefined
  for (const a of subsets(AXES[0]!.values))
    for (const b of subsets(AXES[1]!.values))
      for (const c of subsets(AXES[2]!.values)) {
        const inside = [...cases.keys()].filter((at) => {
          const { values } = cases[at]!
          return a.includes(values.size!) && b.includes(values.value!) && c.includes(values.interaction!)
        })
        if (inside.join() !== selected.join()) continue
        const weight = [a, b, c].filter((each, at) => each.length < AXES[at]!.values.length).length
        best = Math.min(best ?? weight, weight)
      }
  return best
}

test('the smallest condition selects exactly the selection, and no shorter one does', () => {
  fc.assert(
    fc.property(matrixAndSelection, ([cases, selected]) => {
      const grid = gridOf(AXES, cases)
      const wanted = bitsOf(grid.size, selected)
      const found = describeSelection(grid, wanted)
      const shortest = fewestNamed(cases, selected)
      expect(found.kind).toBe(shortest === undefined ? 'nearest' : 'exact')
      if (found.kind === 'exact') {
        expect([...casesIn(grid, found.region, allBits(grid.size))]).toEqual([...wanted])
        expect(weightOf(found.region)).toBe(shortest)
        return
      }
      const around = casesIn(grid, found.around, allBits(grid.size))
      expect(countBits(around)).toBe(selected.length + found.extra)
      const together = found.together.map((region) => casesIn(grid, region, allBits(grid.size)))
      for (const at of cases.keys()) expect(together.some((bits) => (bits[0]! >>> at) & 1)).toBe(selected.includes(at))
    }),
    { numRuns: times(75, 300) },
  )
})

test.each([
  [
    'one value',
    ['s on hover', 'm on hover', 'l on hover', 's off hover', 'm off hover', 'l off hover'],
    { interaction: ['hover'] },
  ],
  ['a corner', ['s on hover'], { size: ['s'], value: ['on'], interaction: ['hover'] }],
  ['everything', everyCase.map(({ values }) => Object.values(values).join(' ')), {}],
] as const)('%s is said with no more than it needs', (_, names, when) => {
  const grid = gridOf(AXES, everyCase)
  const selected = everyCase.flatMap(({ values }, at) =>
    (names as readonly string[]).includes(Object.values(values).join(' ')) ? [at] : [],
  )
  const found = describeSelection(grid, bitsOf(grid.size, selected))
  expect(found.kind === 'exact' && say(found.region)).toEqual(when)
})

test('a cover holds all that is wanted and nothing that is not allowed', () => {
  fc.assert(
    fc.property(matrixAndSelection, ([cases, selected]) => {
      const grid = gridOf(AXES, cases)
      const wanted = bitsOf(grid.size, selected)
      const regions = coverWith(grid, wanted, wanted).map((region) => casesIn(grid, region, allBits(grid.size)))
      const union = bitsOf(
        grid.size,
        [...cases.keys()].filter((at) => regions.some((bits) => (bits[0]! >>> at) & 1)),
      )
      expect(sameBits(union, wanted)).toBe(true)
      expect(regions.length).toBeLessThanOrEqual(selected.length)
    }),
    { numRuns: times(50, 200) },
  )
})
