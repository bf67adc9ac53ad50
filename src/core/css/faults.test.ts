import { expect, test } from '@jest/globals'
import { cssFaults } from './faults'

const deep = (open: string, close: string, depth: number) => open.repeat(depth) + close.repeat(depth)

test.each<[name: string, css: string, told: string[]]>([
  ['nothing', '', []],
  ['a rule', '.hut { color: red; width: calc((1px + 2px) * 3) }', []],
  ['nested rules and at-rules', '@media (width > 1px) { .hut { &:hover { a: b } } }', []],
  ['hacks that browsers leave out', '.hut { *zoom: 1; _height: 1px; color: red\\9; filter: progid:X.Y(a=1) }', []],
  ['brackets in texts, comments and addresses', '/* } */ .a::after { content: "}{"; b: url(a}b.png) }', []],
  ['CRLF and a byte order mark', '\uFEFF.a {\r\n  b: c }\r\n', []],
  ['a stray end', '.a { b: c } }\n.d { e: f }', ['1:13 "}" closes nothing: the rule after it is lost']],
  ['no end', '.a { b: c;\n.d { e: f }', ['1:4 "{" is closed nowhere']],
  ['a parenthesis that its block ends', '.a {\n  b: calc(1px;\n}\n.c { d: e }', ['2:10 "(" is closed nowhere']],
  ['a parenthesis too many', '.a { b: 1px) }', ['1:12 ")" closes nothing']],
  ['a bracket without its end', 'a[href { b: c }', ['1:2 "[" is closed nowhere']],
  ['a text without its end', '.a { content: "x\n}', ['1:15 a text without its closing quote']],
  ['an address with a space', '.a { b: url(a b) }', ['1:9 an address that cannot be read']],
  ['a comment without its end', '.a { b: c }\n/* d', ['2:1 a comment without its end']],
  ['ten thousand blocks', deep('a{', '}', 10_000), ['1:514 nested deeper than 256 brackets']],
  ['ten thousand parentheses', `.a { b: ${deep('(', ')', 10_000)} }`, ['1:264 nested deeper than 256 brackets']],
])('%s', (_, css, told) =>
  expect(cssFaults(css).map(({ line, column, message }) => `${line}:${column} ${message}`)).toEqual(told),
)
