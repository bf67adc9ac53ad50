import { mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { expect, test } from '@jest/globals'
import { cli } from '../support/cli'

/** What authors get wrong, and what is made to break readers: `check` tells it with file and line, before anything is started. */

const SHEET = `sheet: 1
name: Thing
source: { kind: markup, markup: thing.liquid, styles: [thing.css] }
spec: [{ expect: { root: { present: yes } } }]
`
const at = (name: string) => `components/thing/${name}`
const [sheet, template, styles, code, scss] = ['sheet.yaml', 'liquid', 'css', 'tsx', 'scss'].map((end) =>
  at(`thing.${end}`),
) as [string, string, string, string, string]
const GOOD: Record<string, string> = {
  'library.yaml': 'library: 1\nname: Test\n',
  [sheet]: SHEET,
  [template]: '<p class="thing">x</p>',
  [styles]: '.thing { color: red }',
}

type Files = Record<string, string | Uint8Array>
const more = (text: string): Files => ({ [sheet]: SHEET + text })
const inCode = (text: string | Uint8Array): Files => ({
  [sheet]: SHEET.replace('markup, markup: thing.liquid', 'react, module: thing.tsx, export: Thing'),
  [code]: text,
})
const inScss = (text: string): Files => ({ [sheet]: SHEET.replace('thing.css', 'thing.scss'), [scss]: text })
const inTokens = (text: string): Files => ({
  'library.yaml': 'library: 1\nname: Test\ntokens: [t.json]\n',
  't.json': text,
})
const latin = (text: string) => Uint8Array.from(text, (letter) => letter.charCodeAt(0))
const deep = (open: string, close: string, inside = '') => open.repeat(10_000) + inside + close.repeat(10_000)
const lines = (count: number, line: (at: number) => string) =>
  Array.from({ length: count }, (_, n) => line(n)).join('\n')

async function check(files: Files, prepare: (folder: string) => void = () => {}) {
  const folder = mkdtempSync(join(tmpdir(), 'brelt-bad-'))
  for (const [path, text] of Object.entries({ ...GOOD, ...files })) {
    mkdirSync(dirname(join(folder, path)), { recursive: true })
    writeFileSync(join(folder, path), text)
  }
  prepare(folder)
  const { status, stdout, stderr } = await cli(['check', folder])
  rmSync(folder, { recursive: true })
  return { status, told: (stderr + stdout).split('\n') }
}

const unreadable = (what: string, path = sheet, line = 5) => `${path}:${line}:\\d+: ${what}`

test.each<[name: string, files: Files, status: 0 | 1 | 2, told: string]>([
  ['nothing wrong', {}, 0, 'Test: 1 components, 0 errors, 0 warnings'],
  [
    'a template that is not closed',
    { [template]: '<p>\n{% if a %}x</p>' },
    2,
    unreadable('.*if a.* not closed', template, 2),
  ],
  ['a tag that is not there', { [template]: '{% hut %}' }, 2, unreadable('.*"hut" not found', template, 1)],
  ['SCSS without its variable', inScss('.a {\n color: $no }'), 2, unreadable('.*Undefined variable', scss, 2)],
  [
    'an import of nothing',
    inCode("import './no'\nexport const Thing = () => <p/>"),
    2,
    unreadable('no file "./no"', code, 1),
  ],
  ['TSX that is not closed', inCode('export const Thing = () => <p>'), 2, unreadable('', code, 1)],
  [
    'code of a server',
    inCode("import 'http://hut.example/x.js'\nexport const Thing = () => <p/>"),
    2,
    unreadable('.*code of a server', code, 1),
  ],
  ['a stray brace', { [styles]: '.a { b: c } }\n.d { e: f }' }, 1, `${styles}:1: error broken-style`],
  ['YAML that holds itself', more('about: &a [*a]\n'), 2, unreadable('"\\*a" stands in what it stands for')],
  [
    'a library that holds itself',
    { 'library.yaml': 'library: 1\nname: &n [*n]\n' },
    2,
    unreadable('"\\*n"', 'library.yaml', 2),
  ],
  [
    'YAML that grows without end',
    more(`x0: &x0 [a,a]\n${lines(30, (n) => `x${n + 1}: &x${n + 1} [*x${n},*x${n}]`)}\n`),
    2,
    unreadable('too many', sheet, 1),
  ],
  ['YAML lists in lists', more(`about: ${deep('[', ']')}\n`), 2, unreadable('.*nested too deeply')],
  [
    'a key that stands twice',
    more('props:\n  a: { type: flag }\n  a: { type: text }\n'),
    2,
    unreadable('the key "a" stands twice', sheet, 7),
  ],
  [
    'a token that stands twice',
    inTokens('{ "a": { "$value": 1 },\n "a": { "$value": 2 } }'),
    2,
    unreadable('"a" stands twice', 't.json', 2),
  ],
  ['tokens in groups without end', inTokens(deep('{"a":', '}', '1')), 2, unreadable('nested deeper', 't.json', 1)],
  [
    'parentheses in an expectation',
    { [sheet]: SHEET.replace('present: yes', `width: "calc(${deep('(', ')')})"`) },
    1,
    `${sheet}:4: error bad-expectation: .*nested too deeply`,
  ],
  ['parentheses in CSS', { [styles]: `a { b: ${deep('(', ')')} }` }, 2, unreadable('nested deeper', styles, 1)],
  ['blocks in CSS', { [styles]: deep('a{', '}') }, 2, unreadable('nested deeper', styles, 1)],
  ['parentheses in SCSS', inScss(`a { b: ${deep('(', ')')} }`), 2, unreadable('', scss, 1)],
  [
    'parentheses in a template',
    { [template]: `{{ ${deep('(', ')')} }}` },
    2,
    unreadable('.*nested too deeply', template, 1),
  ],
  [
    'blocks in a template',
    { [template]: deep('{% if a %}', '{% endif %}') },
    2,
    unreadable('.*nested too deeply', template, 1),
  ],
  ['parentheses in TSX', inCode(`export const Thing = () => <p>{${deep('(', ')')}}</p>`), 2, unreadable('', code, 1)],
  [
    'a style sheet of 4 MB',
    { [styles]: lines(90_000, (n) => `.thing .c${n} { color: rgb(${n % 255} 0 0) }`) },
    0,
    'Test: 1 components, 0 errors, 0 warnings',
  ],
  ['a sheet in Latin-1', { [sheet]: latin(SHEET.replace('Thing', 'Thïng')) }, 2, unreadable('.*not UTF-8', sheet, 2)],
  ['a style sheet in Latin-1', { [styles]: latin('.a {\n content: "ä" }') }, 2, unreadable('.*not UTF-8', styles, 2)],
  ['a template in Latin-1', { [template]: latin('<p>ä</p>') }, 2, unreadable('.*not UTF-8', template, 1)],
  ['a module in Latin-1', inCode(latin('export const Thing = () => <p>ä</p>')), 2, unreadable('.*not UTF-8', code, 1)],
  [
    'a case in a guide that is not there',
    { ...more('guide: thing.md\n'), [at('thing.md')]: '# Thing\n\n::case{on=maybe}\n' },
    1,
    `${at('thing.md')}:3: error unknown-in-guide`,
  ],
  [
    'an example with a prop that is not there',
    more('examples: { a: { props: { no: 1 } } }\n'),
    1,
    `${sheet}:5: error unknown-prop: No prop "no"`,
  ],
  [
    'an example with a value that is not there',
    more('axes: { s: [a, b] }\nprops: { s: { type: choice, values: [a, b] } }\nexamples: [{ axes: { s: c } }]\n'),
    1,
    `${sheet}:7: error unknown-value`,
  ],
  [
    'a filling with a prop that is not there',
    more('slots: { in: { default: { component: thing, props: { no: 1 } } } }\n'),
    1,
    `${sheet}:5: error unknown-prop: No prop "no"`,
  ],
  [
    'a pseudo-class that no browser knows',
    more('axes: { s: { of: state, values: { rest: {}, on: { pseudo: hovver } } } }\n'),
    0,
    `${sheet}:5: warning unreachable: .*Did you mean ":hover"`,
  ],
])('%s', async (_, files, status, told) => {
  const found = await check(files)
  expect(found.told).toContainEqual(expect.stringMatching(new RegExp(told)))
  expect(found.status).toBe(status)
})

test('folders that lead into themselves', async () => {
  const { status, told } = await check({}, (folder) => {
    symlinkSync('..', join(folder, 'components/up'))
    symlinkSync('.', join(folder, 'self'))
  })
  expect([status, told[0]]).toEqual([0, 'Test: 1 components, 0 errors, 0 warnings'])
})
