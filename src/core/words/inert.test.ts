import { expect, test } from '@jest/globals'
import { inert, inertIn, inertLine } from './inert'

const ESC = '\u001b'

test.each([
  ['plain text', 'Déjà vu: “hut” ☃ 👩‍🚒 עברית', 'Déjà vu: “hut” ☃ 👩‍🚒 עברית'],
  ['lines and tabs', 'a\n\tb\n', 'a\n\tb\n'],
  ['colour', `${ESC}[31mred`, '\\u001b[31mred'],
  ['clears the screen', `${ESC}[2J`, '\\u001b[2J'],
  [
    'a link',
    `${ESC}]8;;https://hut.invalid\u0007go${ESC}]8;;\u0007`,
    '\\u001b]8;;https://hut.invalid\\u0007go\\u001b]8;;\\u0007',
  ],
  ['C1, as one sign', '\u009b2J', '\\u009b2J'],
  ['back to the line’s start', 'miss\rholds', 'miss\\u000dholds'],
  ['backspace', 'bad\b\b\b', 'bad\\u0008\\u0008\\u0008'],
  ['turned around', 'a\u202eb\u2066c\u200f', 'a\\u202eb\\u2066c\\u200f'],
  ['line separators', 'a\u2028b\u2029c\u0085', 'a\\u2028b\\u2029c\\u0085'],
  ['an order', '::error file=a,line=1::no', '\\u003a:error file=a,line=1::no'],
  ['an order, moved in', 'a\n   ::set-output name=x::y', 'a\n   \\u003a:set-output name=x::y'],
  ['no order: within a line', 'see ::error::', 'see ::error::'],
  ['no order: a pseudo-element', '::before', '::before'],
  ['no order: its parts', '::part(a)\n::after', '::part(a)\n::after'],
  ['another order', 'x ##vso[task.setvariable]', 'x \\u0023#vso[task.setvariable]'],
  ['one without a name', '##[error]', '\\u0023#[error]'],
  ['a heading', '## [1] a', '## [1] a'],
])('%s', (_, text, expected) => {
  expect(inert(text)).toBe(expected)
  expect(inert(expected)).toBe(expected)
})

test('a value stays in its line', () => {
  expect(inertLine('a\n::error::b\r\n\tc')).toBe('a\\n::error::b\\r\\n\\tc')
  expect(inertLine('::error::b')).toBe('\\u003a:error::b')
})

test('what was JSON means the same', () => {
  const value = { 'k\u202e': ['\u009b2J', '##vso[a]', '::error::x', 'a\nb\u2028'] }
  const text = JSON.stringify(value, null, 2)
  expect(inert(text)).not.toMatch(/[\u0080-\u009f\u202e\u2028]|##vso/)
  expect(JSON.parse(inert(text))).toEqual(value)
})

test('all texts of a value, at any depth', () => {
  const found = inertIn({ a: ['x\n', { b: `${ESC}[2J`, n: 1, no: null, is: true }], gone: undefined })
  expect(found).toEqual({ a: ['x\\n', { b: '\\u001b[2J', n: 1, no: null, is: true }], gone: undefined })
})
