import { expect, test } from '@jest/globals'
import { scopeStyles } from './scopeStyles'

const tidy = (css: string) => css.replace(/\s+/g, ' ').trim()

test.each([
  ['.a { color: red }', '.a { color: red }', ''],
  [
    ':root { --a: 1; margin: 0; color: red }',
    '[data-frame] { --a: 1; ; color: red }',
    ':root { --a: 1; margin: 0; color: red }',
  ],
  ['[data-peg] { width: 1px }', '[data-peg] { width: 1px }', ''],
  ['html { font-size: 62.5% }', 'brelt-frame { }', 'html { font-size: 62.5% }'],
  [':root[data-theme="night"] .a { color: red }', '[data-frame][data-theme="night"] .a { color: red }', ''],
  ['html[data-theme=night] body .a { color: red }', 'brelt-frame[data-theme=night] .a { color: red }', ''],
  ['body > .a, .b { color: red }', 'brelt-frame > .a, .b { color: red }', ''],
  ['[data-theme=night] { --a: 2 }', '[data-theme=night] { --a: 2 }', '[data-theme=night] { --a: 2 }'],
  [
    '@media print { :root { --a: 1 } .b { color: red } }',
    '@media print { [data-frame] { --a: 1 } .b { color: red } }',
    '@media print { :root { --a: 1 } }',
  ],
  [
    '@font-face { font-family: X; src: url(data:,) }',
    '@font-face { font-family: X; src: url(data:,) }',
    '@font-face { font-family: X; src: url(data:,) }',
  ],
  ['.body { color: red } .html .root {}', '.body { color: red } .html .root {}', ''],
])('%s', (css, scoped, page) => {
  const result = scopeStyles(css)
  expect([tidy(result.scoped), tidy(result.page)]).toEqual([scoped, page])
})

test('lines keep their numbers', () => {
  const css = ':root {\n  margin: 0;\n  padding:\n    1px;\n}\nhtml\n  body .a {\n  color: red;\n}\n.z { color: blue }'
  const { scoped } = scopeStyles(css)
  const lineOf = (text: string, part: string) => text.slice(0, text.indexOf(part)).split('\n').length
  for (const part of ['color: red', 'color: blue']) expect(lineOf(scoped, part)).toBe(lineOf(css, part))
})

test('rubbish is passed on', () => expect(() => scopeStyles('} { .a {{ color')).not.toThrow())

test.each([
  ['.dark { --a: 1; margin: 0 }', '.dark { --a: 1; }', '.dark { --a: 1; margin: 0 }'],
  ['html.dark .a { color: red }', 'brelt-frame.dark .a { color: red }', ''],
  [':root.other .a { color: red }', '[data-frame].other .a { color: red }', ''],
  ['[data-accent=pine].dark { --a: 1 }', '[data-accent=pine].dark { --a: 1 }', '[data-accent=pine].dark { --a: 1 }'],
  ['.dark .a, .other { margin: 0 }', '.dark .a, .other { margin: 0 }', ''],
])('%s, where the page bears .dark and data-accent', (css, scoped, page) => {
  const read = scopeStyles(css, ['[data-size]', '.dark', '[data-accent]'])
  expect([tidy(read.scoped), tidy(read.page)]).toEqual([scoped, page])
})
