import { expect, jest, test } from '@jest/globals'
import { keyName, undoKeys, type Pressed } from './keyName'

const plain = { ctrlKey: false, metaKey: false, altKey: false, shiftKey: false }

test.each<[Partial<Pressed> & { key: string }, string | undefined]>([
  [{ key: 'a' }, 'a'],
  [{ key: '?', shiftKey: true }, '?'],
  [{ key: 'ArrowUp' }, 'ArrowUp'],
  [{ key: 'z', ctrlKey: true }, 'Ctrl z'],
  [{ key: 'z', metaKey: true }, 'Ctrl z'],
  [{ key: 'Z', metaKey: true, shiftKey: true }, 'Ctrl Shift z'],
  [{ key: 'a', altKey: true }, undefined],
])('%j is called %s', (pressed, name) => {
  expect(keyName({ ...plain, ...pressed })).toBe(name)
})

test('undo and redo have a key by itself and one as everywhere', () => {
  const [undo, redo] = [jest.fn(), jest.fn()]
  const keys = undoKeys(undo, redo)
  for (const name of ['u', 'Ctrl z']) keys[name]!()
  for (const name of ['r', 'Ctrl Shift z', 'Ctrl y']) keys[name]!()
  expect([undo.mock.calls.length, redo.mock.calls.length]).toEqual([2, 3])
})
