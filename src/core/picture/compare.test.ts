import { expect, test } from '@jest/globals'
import { differenceEuclidean } from 'culori'
import {
  comparePictures,
  cropped,
  type Comparison,
  type PictureTolerance,
  type Pixels,
  type PlacedPixels,
} from './index'

const COLOURS: Record<string, [number, number, number]> = {
  ' ': [255, 255, 255],
  '.': [254, 255, 255],
  ':': [236, 240, 238],
  g: [128, 128, 128],
  '#': [20, 60, 40],
  b: [20, 60, 42],
  r: [190, 40, 30],
}

/** A picture as text: a letter a pixel. */
function picture(rows: string[], at = { x: 0, y: 0 }): PlacedPixels {
  const data = rows.flatMap((row) => [...row].flatMap((letter) => [...COLOURS[letter]!, 255]))
  return { width: rows[0]!.length, height: rows.length, data: Uint8Array.from(data), at }
}

const EYE: PictureTolerance = { colour: 0.02, antialiasing: 'discount' }
const button = ['          ', '  ######  ', '  #    #  ', '  # gr #  ', '  ######  ', '          ']
const shifted = (rows: string[], by: number) => rows.map((row) => ' '.repeat(by) + row.slice(0, row.length - by))

test.each<[string, PlacedPixels, PlacedPixels, Comparison['kind'], object?]>([
  ['the same', picture(button), picture(button), 'equal'],
  ['a shade that nobody sees', picture(button), picture(button.map((row) => row.replaceAll('#', 'b'))), 'same'],
  ['a button a pixel further', picture(button), picture(shifted(button, 1)), 'moved', { by: { x: 1, y: 0 } }],
  [
    'a button a line lower',
    picture(button),
    picture([button[0]!, ...button.slice(0, -1)]),
    'moved',
    { by: { x: 0, y: 1 } },
  ],
  ['all of it, elsewhere', picture(button), picture(button, { x: 3, y: -1 }), 'moved', { by: { x: 3, y: -1 } }],
  [
    'its label alone a pixel further',
    picture(button),
    picture(button.map((row) => row.replace(' gr ', '  gr'))),
    'changed',
    { boxes: [{ x: 4, y: 3, width: 3, height: 1 }] },
  ],
  [
    'an edge that has become a pixel longer',
    picture(button),
    picture(button.map((row) => row.replace('######  ', '####### '))),
    'changed',
  ],
  [
    'a line more',
    picture(button),
    picture([...button, '          ']),
    'resized',
    { boxes: [{ x: 0, y: 6, width: 10, height: 1 }] },
  ],
  [
    'a line more above',
    picture(button),
    picture(['          ', ...button], { x: 0, y: -1 }),
    'resized',
    { boxes: [{ x: 0, y: 0, width: 10, height: 1 }] },
  ],
  [
    'another colour',
    picture(button),
    picture(button.map((row) => row.replace('r', 'g'))),
    'changed',
    { boxes: [{ x: 5, y: 3, width: 1, height: 1 }], share: 1 / 60 },
  ],
  ['what is gone', picture(button), picture(button.map(() => '          ')), 'changed'],
  ['what has come', picture(button.map(() => '          ')), picture(button), 'changed'],
])('%s', (_, before, after, kind, more = {}) => {
  expect(comparePictures(before, after, EYE)).toMatchObject({ kind, ...more })
})

/** A slanted edge, mixed by how much of each pixel lies beyond it. */
function slant(offset: number, tint = 0): PlacedPixels {
  const [width, height] = [24, 16]
  const data = new Uint8Array(width * height * 4)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const part = Math.min(1, Math.max(0, x - 6 - offset - y / 3))
      data.set([255 - part * (200 + tint), 255 - part * 180, 255 - part * 190, 255], (y * width + x) * 4)
    }
  return { width, height, data, at: { x: 0, y: 0 } }
}

test.each<[string, number, PictureTolerance['antialiasing'], Comparison['kind']]>([
  ['an edge that is mixed a little otherwise', 0.15, 'discount', 'same'],
  ['the same, where it counts', 0.15, 'count', 'changed'],
  ['an edge most of a pixel further', 0.8, 'discount', 'changed'],
])('%s', (_, offset, antialiasing, kind) => {
  expect(comparePictures(slant(0), slant(offset), { ...EYE, antialiasing }).kind).toBe(kind)
})

test('thin letters a pixel further are never the same', () => {
  // Strokes of one mixed pixel each: nothing but edges.
  const letters = ['            ', '  :g: :g:   ', '  :g: :g:   ', '  :g: :g:   ', '            ']
  for (const by of [1, 2, 3]) {
    const found = comparePictures(picture(letters), picture(shifted(letters, by)), EYE)
    expect(found).toEqual({ kind: 'moved', by: { x: by, y: 0 } })
  }
  const beside = letters.map((row) => row.replace(':g:   ', ' :g:  '))
  expect(comparePictures(picture(letters), picture(beside), EYE).kind).toBe('changed')
})

const oklab = differenceEuclidean('oklab')
const wordAt = ({ data, width }: Pixels, x: number, y: number) => [
  ...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 4),
]

/** Pixel after pixel, with another's colour arithmetic. Edges are not looked at. */
function slowly(
  before: PlacedPixels,
  after: PlacedPixels,
  colour: number,
): { kind: string; largest?: number; share?: number } {
  const css = ([r, g, b]: number[]) => ({ mode: 'rgb' as const, r: r! / 255, g: g! / 255, b: b! / 255 })
  let [changed, largest, isEqual] = [0, 0, true]
  for (let y = 0; y < before.height; y++)
    for (let x = 0; x < before.width; x++) {
      const found = oklab(css(wordAt(before, x, y)), css(wordAt(after, x, y)))
      isEqual &&= String(wordAt(before, x, y)) === String(wordAt(after, x, y))
      largest = Math.max(largest, found)
      if (found > colour) changed++
    }
  if (isEqual) return { kind: 'equal' }
  return { kind: changed > 0 ? 'changed' : 'same', largest, share: changed / (before.width * before.height) }
}

/** Numbers that look random and are the same each time. */
function* numbers(seed: number): Generator<number> {
  for (let state = seed; ;) {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    yield state / 2 ** 32
  }
}

test('the fast comparison says what the slow one says', () => {
  const random = numbers(7)
  const next = (below: number) => Math.floor((random.next().value as number) * below)
  const kinds = new Set<string>()
  for (let round = 0; round < 300; round++) {
    const [width, height] = [1 + next(12), 1 + next(9)]
    const data = Uint8Array.from({ length: width * height * 4 }, (_, at) => (at % 4 === 3 ? 255 : next(256)))
    const changedData = data.slice()
    for (let count = next(4); count > 0; count--) {
      const at = next(width * height) * 4 + next(3)
      changedData[at] = Math.min(255, Math.max(0, data[at]! + next(2 ** (1 + next(7))) - 3))
    }
    const [before, after] = [data, changedData].map((each) => ({ width, height, data: each, at: { x: 0, y: 0 } })) as [
      PlacedPixels,
      PlacedPixels,
    ]
    const expected = slowly(before, after, 0.02)
    const found = comparePictures(before, after, { colour: 0.02, antialiasing: 'count' })
    // Of a single pixel nobody can say whether it has moved.
    if (found.kind === 'moved') continue
    kinds.add(found.kind)
    expect(found.kind).toBe(expected.kind)
    if ('share' in found) expect(found.share).toBeCloseTo(expected.share!, 10)
    if ('largest' in found) expect(found.largest).toBeCloseTo(expected.largest!, 4)
  }
  expect([...kinds].sort()).toEqual(['changed', 'equal', 'same'])
})

test('a picture that has been shifted is found to have moved by as much, whatever it shows', () => {
  const random = numbers(11)
  const next = (below: number) => Math.floor((random.next().value as number) * below)
  for (let round = 0; round < 60; round++) {
    const size = 24
    const ground: PlacedPixels = {
      width: size,
      height: size,
      data: new Uint8Array(size * size * 4).fill(255),
      at: { x: 0, y: 0 },
    }
    // Something without two places that look alike, in the middle.
    for (let y = 8; y < 16; y++)
      for (let x = 8; x < 16; x++) ground.data.set([next(256), next(256), next(256), 255], (y * size + x) * 4)
    const by = { x: next(15) - 7, y: next(15) - 7 }
    const data = cropped(ground, { x: -by.x, y: -by.y, width: size, height: size }).data
    for (let at = 3; at < data.length; at += 4) if (data[at] === 0) data.fill(255, at - 3, at + 1)
    const found = comparePictures(ground, { ...ground, data }, EYE)
    expect(found).toEqual(by.x === 0 && by.y === 0 ? { kind: 'equal' } : { kind: 'moved', by })
  }
})

test('what is transparent differs from what is not, whatever its colour', () => {
  const clear = { ...picture(['  ']), data: Uint8Array.from([255, 255, 255, 0, 0, 0, 0, 0]) }
  const black = { ...picture(['  ']), data: Uint8Array.from([255, 255, 255, 255, 0, 0, 0, 255]) }
  expect(comparePictures(clear, black, EYE)).toMatchObject({ kind: 'changed', share: 1 })
})
