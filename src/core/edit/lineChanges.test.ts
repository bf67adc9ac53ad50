import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { lineChanges, type LineChange } from './index'

/** The text that comes of it, change by change from the last: what was removed must stand there. */
function applied(text: string, changes: readonly LineChange[]): string {
  const lines = text === '' ? [] : text.split('\n')
  let moved = changes.reduce((sum, { removed, added }) => sum + added.length - removed.length, 0)
  for (const { line, removed, added } of changes.toReversed()) {
    moved -= added.length - removed.length
    const at = line - 1 - moved
    expect(lines.slice(at, at + removed.length)).toEqual(removed)
    lines.splice(at, removed.length, ...added)
  }
  return lines.join('\n')
}

test.each<[string, string, string, LineChange[]]>([
  ['the same', 'a\nb\n', 'a\nb\n', []],
  ['one line', 'a\nb\nc\n', 'a\nx\nc\n', [{ line: 2, removed: ['b'], added: ['x'] }]],
  ['a line that came', 'a\nc', 'a\nb\nc', [{ line: 2, removed: [], added: ['b'] }]],
  ['a line that went', 'a\nb\nc', 'a\nc', [{ line: 2, removed: ['b'], added: [] }]],
  ['a file that came', '', 'a\n', [{ line: 1, removed: [], added: ['a'] }]],
  ['the ends of lines only', 'a\r\nb\r\n', 'a\nb', []],
])('%s', (_, before, after, changes) => expect(lineChanges(before, after)).toEqual(changes))

test('what has changed, done to the one text, gives the other', () => {
  const text = fc.array(fc.constantFrom('a', 'b', 'c', 'd'), { maxLength: 14 }).map((lines) => lines.join('\n'))
  fc.assert(fc.property(text, text, (before, after) => applied(before, lineChanges(before, after)!) === after))
})

test('what is too large is not compared', () => {
  expect(lineChanges('a'.repeat(200_001), 'b')).toBeUndefined()
})
