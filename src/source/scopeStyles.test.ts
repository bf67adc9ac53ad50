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
  // What else is asked of the root.
  [':root:not([data-x=y]) { --a: 1 }', '[data-frame]:not([data-x=y]) { --a: 1 }', ':root:not([data-x=y]) { --a: 1 }'],
  [':where(:root) { font-size: 2px }', ':where([data-frame]) { }', ':where(:root) { font-size: 2px }'],
  [':is(html.wide) body .a { top: 0 }', 'brelt-frame:is(brelt-frame.wide) .a { top: 0 }', ''],
  ['html:lang(de) .a { top: 0 }', 'brelt-frame:lang(de) .a { top: 0 }', ''],
  ['svg:not(:root) { top: 0 }', 'svg:not(:root) { top: 0 }', ''],
  ['html::before { content: "" }', 'html::before { content: "" }', ''],
  // Beside others: these get all of it.
  [
    'html, .a { font-size: 2px; color: red }',
    '.a { font-size: 2px; color: red } brelt-frame { ; color: red }',
    'html, .a { font-size: 2px; color: red }',
  ],
  [':is(body, .a) { top: 0 }', ':is(brelt-frame, .a) { top: 0 }', ':is(body, .a) { top: 0 }'],
  [
    ':root, :host { top: 0; --a: 1 }',
    ':not(*) { top: 0; --a: 1 } [data-frame] { ; --a: 1 }',
    ':root, :host { top: 0; --a: 1 }',
  ],
  [':host(.a) .b { top: 0 }', ':not(*) { top: 0 }', ''],
  // Under conditions within.
  [
    ':root { @media print { font-size: 2px; --a: 1 } &.dark { top: 0 } & .a { top: 0 } }',
    '[data-frame] { @media print { ; --a: 1 } &.dark { } & .a { top: 0 } }',
    ':root { @media print { font-size: 2px; --a: 1 } &.dark { top: 0 } & .a { top: 0 } }',
  ],
  // Layers come in the order in which they are first named.
  [
    '@layer a, b; @layer b { :root { --a: 1 } } @layer a { .x { top: 0 } }',
    '@layer a, b; @layer b { [data-frame] { --a: 1 } } @layer a { .x { top: 0 } }',
    '@layer a,b; @layer b; @layer b { :root { --a: 1 } } @layer a;',
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
