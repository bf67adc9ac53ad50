import { expect, test } from '@jest/globals'
import { withoutBlocks } from './withoutBlocks'

test.each<[what: string, text: string, left: string]>([
  ['a block', 'a: 1\nout: 2\nb: 3\n', 'a: 1\n\nb: 3'],
  ['its lines, its list and its comments', 'a: 1\nout:\n- x\n  y: 2\n# why\n\nb: 3', 'a: 1\n\n\n\n\n\nb: 3'],
  ['the end of its brackets', 'out: [\n  x\n]\nb: 3', '\n\n\nb: 3'],
  ['what stands last', 'a: 1\nout: 2\n', 'a: 1'],
  ['nothing where a key is in quotes', 'out: 2\n"b": 3', 'out: 2\n"b": 3'],
  ['nothing where a key has a space behind it', 'out: 2\nb : 3', 'out: 2\nb : 3'],
  ['nothing where a key is written out', 'out: 2\n? b\n: 3', 'out: 2\n? b\n: 3'],
  ['nothing where something is shared', 'out: &x 2\nb: *x', 'out: &x 2\nb: *x'],
  ['nothing of a map in braces', '{ out: 2, b: 3 }', '{ out: 2, b: 3 }'],
])('leaves out %s', (_, text, left) => {
  expect(withoutBlocks(text, ['out'])).toBe(left)
})
