import { expect, test } from '@jest/globals'
import { treeOf } from '../sheet'
import {
  approve,
  filesOf,
  indexPath,
  isReferenceFile,
  judgeAgain,
  PictureLost,
  readReferences,
  type Approved,
  type FileChanges,
  type PictureResult,
} from './index'

type Files = Record<string, string | Uint8Array>

const name = (letter: string) => letter.repeat(64)
const result = (key: string, letter: string, given: Partial<PictureResult> = {}): PictureResult => ({
  key,
  verdict: 'new',
  picture: name(letter),
  width: 4,
  height: 4,
  at: { x: 0, y: 0 },
  traits: [{ part: 'root', reading: 'color', text: letter, lines: [] }],
  ...given,
})
const host = {
  png: async (picture: string) => (picture === name('f') ? undefined : new TextEncoder().encode(`png ${picture}`)),
  hash: (text: string) =>
    [...text]
      .reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) >>> 0, 7)
      .toString(16)
      .padStart(64, '0'),
}
const approval = (files: Files, approved: Approved[], rig = 'here') =>
  approve(treeOf(files), approved, { rig, by: 'Warden', on: '2026-11-28T00:00:00Z' }, host)

function applied(files: Files, changes: FileChanges): Files {
  const after = { ...files }
  for (const [path, contents] of changes) {
    if (contents === null) delete after[path]
    else after[path] = contents
  }
  return after
}

/** Files that an index names and that are not there. */
const missing = (files: Files): string[] =>
  ['lamp', 'stove'].flatMap((slug) => {
    const { index, problems } = readReferences(treeOf(files), slug)
    return [...problems.map(({ message }) => message), ...[...filesOf(index)].filter((path) => !(path in files))]
  })

/** A history in which every kind of step occurs: first pictures, others, the same one shared, one that is gone, a component less. */
const HISTORY: { approved: Approved[]; rig?: string; files: number }[] = [
  { approved: [{ slug: 'lamp', results: [result('a', '1'), result('b', '2')], gone: [] }], files: 4 },
  { approved: [{ slug: 'stove', results: [result('a', '2'), result('c', '3')], gone: [] }], files: 7 },
  { approved: [{ slug: 'lamp', results: [result('a', '4', { verdict: 'changed' })], gone: [] }], files: 8 },
  { approved: [{ slug: 'lamp', results: [result('a', '1')], gone: [] }], rig: 'there', files: 10 },
  { approved: [{ slug: 'lamp', results: [result('b', '2', { verdict: 'same' })], gone: ['b'] }], files: 9 },
  { approved: [{ slug: 'stove', results: [], gone: ['a', 'c'] }], files: 5 },
]

test('whenever an approval is broken off, every index is whole and everything that it names is there', async () => {
  let files: Files = { 'library.yaml': 'library: 1' }
  for (const { approved, rig, files: count } of HISTORY) {
    const changes = await approval(files, approved, rig)
    for (let done = 0; done <= changes.length; done++)
      expect([done, missing(applied(files, changes.slice(0, done)))]).toEqual([done, []])
    files = applied(files, changes)
    expect(Object.keys(files).filter((path) => path.startsWith('references/'))).toHaveLength(count)
  }
  expect(files[indexPath('stove')]).toBeUndefined()
})

test('what was left over by one that was broken off goes with the next', async () => {
  const changes = await approval({}, HISTORY[0]!.approved)
  const half = applied({}, changes.slice(0, 2))
  const files = applied(half, await approval(half, [{ slug: 'stove', results: [result('x', '9')], gone: [] }]))
  const left = Object.keys(files).filter(isReferenceFile)
  const { index } = readReferences(treeOf(files), 'stove')
  expect(new Set(left)).toEqual(filesOf(index))
})

test('where another index cannot be read, nothing is taken away', async () => {
  const before = applied({}, await approval({}, HISTORY[0]!.approved))
  const files = { ...before, [indexPath('stove')]: '<<<<<<<' }
  const changes = await approval(files, HISTORY[2]!.approved)
  expect(changes.filter(([, contents]) => contents === null)).toEqual([])
})

test('a picture that is not at hand any more is told, and nothing is changed', async () => {
  await expect(approval({}, [{ slug: 'lamp', results: [result('a', 'f')], gone: [] }])).rejects.toThrow(PictureLost)
})

test.each<[string, PictureResult, PictureResult['verdict'] | undefined]>([
  ['the one that is approved by now', result('a', '1'), 'same'],
  ['the same, elsewhere', result('a', '1', { at: { x: 1, y: 0 } }), undefined],
  [
    'held against the approved one',
    result('a', '2', { verdict: 'changed', reference: { picture: name('1'), at: { x: 0, y: 0 } } }),
    'changed',
  ],
  [
    'held against another one',
    result('a', '2', { verdict: 'changed', reference: { picture: name('3'), at: { x: 0, y: 0 } } }),
    undefined,
  ],
  ['new, and none is approved', result('z', '2'), 'new'],
  ['new, and one is approved by now', result('b', '7'), undefined],
  [
    'held against one that is approved no more',
    result('z', '2', { verdict: 'changed', reference: { picture: name('1'), at: { x: 0, y: 0 } } }),
    undefined,
  ],
])('a picture of before beside what is approved by now: %s', async (_, kept, verdict) => {
  const files = applied({}, await approval({}, HISTORY[0]!.approved))
  expect(judgeAgain(readReferences(treeOf(files), 'lamp').index, 'here', kept)?.verdict).toBe(verdict)
})

test('one that is approved for another rig only is so, and is not new', async () => {
  const files = applied({}, await approval({}, HISTORY[0]!.approved))
  const { index } = readReferences(treeOf(files), 'lamp')
  expect(judgeAgain(index, 'there', result('a', '1', { verdict: 'other rig' }))?.verdict).toBe('other rig')
  expect(judgeAgain(index, 'there', result('a', '1'))).toBeUndefined()
})
