import { expect, test } from '@jest/globals'
import { selectorKeys, splitList } from './selectorKeys'

test.each([
  ['.peg', ['.peg']],
  ['p.peg.wide:hover', ['.peg']],
  ['.rack > .peg', ['.peg']],
  ['.rack>.peg', ['.peg']],
  ['.rack .peg + b', ['b']],
  ['.rack~BUTTON:not(.x)', ['button']],
  ['*', undefined],
  ['.rack *', undefined],
  ['[data-x="a .b > c"]', undefined],
  ['.rack [title=")"].peg', ['.peg']],
  ['#peg', undefined],
  [':is(.peg)', ['.peg']],
  [':is(.peg):where(.wide)', ['.peg']],
  ['.rack :is(.peg, a.hook b)', ['.peg', 'b']],
  [':is(.peg, *)', undefined],
  [':is(:is(.peg), .hook):hover', ['.peg', '.hook']],
  [':where(button:is(.peg > i))', ['i']],
  [':not(.peg)', undefined],
  [':has(.peg)', undefined],
  ['i:has(> .peg)', ['i']],
  [':host(.peg)', undefined],
  ['.sm\\:peg\\/2', ['.sm:peg/2']],
  ['.\\31 0', ['.10']],
  ['.größe', ['.größe']],
  ['a::before', ['a']],
])('%s', (selector, keys) => {
  expect(selectorKeys(selector)).toEqual(keys)
})

test('a list is parted at its own commas', () => {
  expect(splitList('.a, :is(.b, .c) [x="1,2"], d\\,e')).toEqual(['.a', ' :is(.b, .c) [x="1,2"]', ' d\\,e'])
})
