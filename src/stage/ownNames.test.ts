import { expect, test } from '@jest/globals'
import { ownNames } from './ownNames'

// What browsers do with names that need it; these need none.
globalThis.CSS ??= { escape: (text: string) => text } as typeof CSS

test.each<[string, Record<string, string>, string, [select: string, word: string][]]>([
  ['classes', {}, 'peg__row', [['.peg__row', 'row']]],
  ['states', { 'data-state': 'open', 'data-pressed': '' }, 'peg is-open peg--small active', [['.peg', 'peg']]],
  ['what code makes', {}, 'css-1x2y3z sc-bdVaJa x1n2onr6 peg', [['.peg', 'peg']]],
  ['classes for properties', {}, 'inline-flex items-center gap-2 rounded-md border-2', []],
  ['few of them, with signs', {}, 'flex hover:bg-slate-100', []],
  ['one that names among them', {}, 'flex gap-2 p-1 m-2 text-sm peg__row', [['.peg__row', 'row']]],
  [
    'an attribute that names',
    { 'data-slot': 'label' },
    'text',
    [
      ['[data-slot="label"]', 'label'],
      ['.text', 'text'],
    ],
  ],
  ['a mark', { 'data-sled': '', 'data-index': '' }, '', [['[data-sled]', 'sled']]],
  [
    'a short word',
    {},
    'h1 col2',
    [
      ['.h1', 'h1'],
      ['.col2', 'col2'],
    ],
  ],
])('of %s', (_, attributes, classes, wanted) =>
  expect(
    ownNames(new Map(Object.entries(attributes)), classes.split(' ').filter(Boolean)).map(({ select, word }) => [
      select,
      word,
    ]),
  ).toEqual(wanted),
)
