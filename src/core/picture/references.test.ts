import { expect, test } from '@jest/globals'
import {
  filesOf,
  indexPath,
  isReferenceFile,
  parseTraits,
  picturePath,
  printReferences,
  printTraits,
  readReferences,
  traitsPath,
  withReference,
  type ReferenceEntry,
  type Trait,
} from './index'

const name = (letter: string) => letter.repeat(64)
const entry = (given: Partial<ReferenceEntry>): ReferenceEntry => ({
  rig: 'linux',
  picture: name('a'),
  at: [24, -2],
  by: 'Warden',
  on: '2026-11-28T05:00:00.000Z',
  ...given,
})
const treeOf = (text: string) => ({
  paths: [indexPath('bunk')],
  bytes: (path: string) => (path === indexPath('bunk') ? new TextEncoder().encode(text) : undefined),
})

test('an index comes back from its file, in an order of its own', () => {
  const [one, other] = [entry({ traits: name('c') }), entry({ rig: 'a mac', picture: name('b'), note: 'wider: "so"' })]
  const index = new Map([
    ['size=small,state=on@theme=night', [one, other]],
    ['size=large,state=on', [one]],
    ['gone', []],
  ])
  const text = printReferences(index)
  expect(printReferences(new Map([...index].reverse()))).toBe(text)
  // A line for each case and rig.
  expect(text.split('\n').filter((line) => line.includes('picture:'))).toHaveLength(3)
  const read = readReferences(treeOf(text), 'bunk')
  expect(read.problems).toEqual([])
  expect(Object.fromEntries(read.index)).toEqual({
    'size=large,state=on': [one],
    'size=small,state=on@theme=night': [other, one],
  })
})

test('what two people approve at different cases is what both approve one after the other', () => {
  const first = withReference(new Map(), 'a', entry({}))
  const [mine, yours] = [withReference(first, 'b', entry({ picture: name('b') })), withReference(first, 'c', entry({}))]
  const lines = (each: typeof first) => printReferences(each).split('\n')
  const merged = new Set([...lines(mine), ...lines(yours)])
  const both = withReference(mine, 'c', entry({}))
  expect(new Set(lines(both))).toEqual(merged)
})

test('another rig stands beside, the same one is replaced', () => {
  const index = withReference(
    withReference(new Map(), 'a', entry({})),
    'a',
    entry({ rig: 'other', picture: name('b') }),
  )
  expect(index.get('a')).toHaveLength(2)
  const again = withReference(index, 'a', entry({ picture: name('d') }))
  expect(
    again
      .get('a')!
      .map(({ picture }) => picture[0])
      .sort(),
  ).toEqual(['b', 'd'])
  expect([...filesOf(again)].sort()).toEqual([picturePath(name('b')), picturePath(name('d'))])
})

test.each([
  ['<<<<<<< ours\nreferences: 1', 1],
  ['references: 1\ncases:\n  a:\n    - { rig: x, picture: short, by: y, on: z }', 4],
  ['references: 2\ncases: {}', 1],
])('a file that is none is told with its line: %j', (text, line) => {
  expect(readReferences(treeOf(text), 'bunk').problems[0]).toMatchObject({ file: indexPath('bunk'), line })
})

test.each([
  [picturePath(name('a')), true],
  [traitsPath(name('0')), true],
  [indexPath('bunk'), false],
  [`references/ab/${name('a')}.png`, false],
  [`x/references/aa/${name('a')}.png`, false],
  ['references/aa/photo.png', false],
])('%s', (path, isOne) => expect(isReferenceFile(path)).toBe(isOne))

test('traits come back from their file, each line standing there once', () => {
  const line = { file: 'a.css', line: 3, declaration: 'color: red' }
  const traits: Trait[] = [
    { part: 'box', reading: 'color', text: 'rgb(255, 0, 0)', lines: [line] },
    { part: 'box', reading: 'width', text: '20px', lines: [] },
  ]
  const all = new Map([
    ['b', traits],
    ['a', traits.slice(1)],
  ])
  const text = printTraits(all)
  expect(text.match(/color: red/g)).toHaveLength(1)
  expect(parseTraits(text)).toEqual(new Map([...all].reverse()))
  expect(printTraits(new Map([...all].reverse()))).toBe(text)
  expect(parseTraits('<<<<')).toEqual(new Map())
})
