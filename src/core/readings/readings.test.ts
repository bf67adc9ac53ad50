import { expect, test } from '@jest/globals'
import { parseExpectation } from '../spec'
import {
  allowsState,
  contrastRatio,
  decidingProperties,
  gap,
  intersection,
  isWithin,
  offset,
  over,
  overlaps,
  parseReading,
  readColor,
  READINGS,
} from './index'

const box = (left: number, top: number, width: number, height: number) => ({ left, top, width, height })

test.each([
  [box(0, 0, 10, 10), box(20, 0, 10, 10), 10],
  [box(0, 0, 10, 10), box(0, 25, 10, 10), 15],
  [box(0, 0, 10, 10), box(13, 14, 10, 10), 5],
  [box(0, 0, 10, 10), box(5, 5, 10, 10), 0],
])('gap of %j and %j is %d, both ways', (a, b, distance) => {
  expect(gap(a, b)).toBe(distance)
  expect(gap(b, a)).toBe(distance)
})

test('boxes within half a pixel touch but do not overlap', () => {
  expect(isWithin(box(-0.4, 0, 10, 10), box(0, 0, 10, 10))).toBe(true)
  expect(isWithin(box(-0.6, 0, 10, 10), box(0, 0, 10, 10))).toBe(false)
  expect(overlaps(box(0, 0, 10, 10), box(9.6, 0, 10, 10))).toBe(false)
  expect(overlaps(box(0, 0, 10, 10), box(9, 0, 10, 10))).toBe(true)
  expect(intersection(box(0, 0, 10, 10), box(10, 0, 5, 5))).toBeUndefined()
  expect(offset(box(0, 0, 10, 10), box(0, 10, 10, 20))).toEqual({ x: 0, y: -15 })
})

// Pairs and ratios from the definition at https://www.w3.org/TR/WCAG22/#dfn-contrast-ratio, worked out by hand.
test.each([
  ['#000', '#fff', 21],
  ['#777', '#fff', 4.48],
  ['#767676', '#fff', 4.54],
  ['rgb(30 96 73)', 'white', 7.41],
])('%s on %s is %d', (front, back, ratio) => {
  expect(contrastRatio(readColor(front)!, readColor(back)!)).toBeCloseTo(ratio, 1)
})

test('layers are laid over one another', () => {
  expect(over({ r: 0, g: 0, b: 0, alpha: 0.5 }, { r: 1, g: 1, b: 1, alpha: 1 })).toEqual({
    r: 0.5,
    g: 0.5,
    b: 0.5,
    alpha: 1,
  })
  expect(over({ r: 1, g: 0, b: 0, alpha: 0 }, { r: 0, g: 0, b: 0, alpha: 0 }).alpha).toBe(0)
})

test.each(['', 'rgb(', 'rgb(0 0 0 / 1px)', 'redd', 'calc(1px)', 'url(x)'])('%j is no colour', (text) =>
  expect(readColor(text)).toBeUndefined(),
)

test.each([
  ['gap', { name: 'gap', kind: 'css' }],
  ['gap(label)', { name: 'gap', argument: 'label', other: { part: 'label', index: 1 }, kind: 'length' }],
  ['gap(list[2])', { name: 'gap', other: { part: 'list', index: 2 } }],
  ['attr( aria-label )', { name: 'attr', argument: 'aria-label' }],
  ['--tone', { kind: 'css' }],
  ['state.checked', { kind: 'truth', origin: 'accessibility' }],
])('%s', (text, reading) => expect(parseReading(text)).toMatchObject({ reading }))

test.each([
  ['attr', 'needs a name'],
  ['count(x)', 'takes nothing'],
  ['gap(list[*])', 'needs one part'],
  ['widht', 'no reading "widht"'],
  ['state.chekced', 'no reading'],
])('%s is refused: %s', (text, problem) => {
  expect(parseReading(text)).toMatchObject({ problem: expect.stringContaining(problem) })
})

test.each([...READINGS.values()])(
  '$name is defined as it is read',
  ({ name, argument, kind, example, about, decidedBy }) => {
    const text = argument ? `${name}(${argument === 'part' ? 'list[2]' : 'title'})` : name
    expect(parseReading(text)).toMatchObject({ reading: { name, kind } })
    expect(parseExpectation(example, { literal: kind === 'text' })).toBeDefined()
    expect(about).toMatch(/^[A-Z].*\.$/)
    expect(decidingProperties(text)).toEqual(decidedBy ?? [])
  },
)

test.each([
  ['checkbox', 'checked', true],
  ['switch', 'checked', true],
  ['button', 'checked', false],
  ['button', 'pressed', true],
  ['tab', 'selected', true],
  ['textbox', 'readonly', true],
  ['heading', 'expanded', false],
] as const)('a %s may be %s: %s', (role, state, allowed) => expect(allowsState(role, state)).toBe(allowed))
