import { describe, expect, test } from '@jest/globals'
import { readLibrary, treeOf } from '../sheet'
import { readTokens } from '../tokens'
import { editYaml } from '../yaml'
import { fixOf, lintLibrary, LINTS, lintSheet } from './index'

const CSS = '.t { width: 1px }'
const LIQUID = '<p class="t">{{ props.label }} {{ props.busy }} {{ props.tone }} {{ props.size }} {{ props.mood }}</p>'

function linted(sheet: string, { css = CSS, liquid = LIQUID } = {}) {
  const tree = treeOf({
    'library.yaml':
      'library: 1\nname: T\ntokens: [t.tokens.json]\ncontexts: { theme: [day, night], motion: [full, reduced] }',
    't.tokens.json': '{ "ink": { "$type": "color", "$value": "#000" } }',
    'components/t/t.sheet.yaml': `sheet: 1\nname: T\nsource: { kind: markup, markup: t.liquid, styles: [t.css] }\n${sheet}`,
    'components/t/t.liquid': liquid,
    'components/t/t.css': css,
  })
  const { library, problems } = readLibrary(tree)
  expect(problems).toEqual([])
  const { book } = readTokens(library!)
  const [read] = library!.sheets
  return { sheet: read!, lints: lintSheet(read!, library!, book) }
}

const lints = (...given: Parameters<typeof linted>) => linted(...given).lints

const told = (sheet: string, options?: Parameters<typeof lints>[1]) =>
  lints(sheet, options).map(({ code, line, message }) => `${code} ${line} ${message}`)
const AXES = 'axes: { size: [s, m], mood: { of: state, values: { calm: {}, glad: { class: glad } } } }\n'
const APART =
  'spec:\n  - when: { size: s }\n    expect: { root: { width: 1px } }\n  - when: { mood: glad }\n    expect: { root: { height: 1px } }\n'

test('a right sheet has none', () => {
  expect(told(AXES + APART)).toEqual([])
  expect(told('')).toEqual([])
})

test.each([
  [
    'parts: { box: .b }\nspec: [{ expect: { boxx: { width: 1px } } }]',
    /^unknown-part 5 No part "boxx". Did you mean "box"\?/,
  ],
  ['parts: { box: .b }\nspec: [{ expect: { box: { gap(bocks): 1px } } }]', /^unknown-part 5 No part "bocks"/],
  ['parts: { box: .b }\nspec: [{ expect: { box: { width: "@bocks.box.width" } } }]', /^unknown-part 5 No part "bocks"/],
  ['axes: { a: { values: { b: { pseudo: hover, on: bocks } } } }', /^unknown-part 4 No part "bocks"/],
  [
    AXES + 'spec: [{ when: { sise: s }, expect: { root: { width: 1px } } }]',
    /^unknown-axis 5 No axis or context "sise". Did you mean "size"\?/,
  ],
  [AXES + 'spec: [{ when: { size: xs }, expect: { root: { width: 1px } } }]', /^unknown-value 5 No value of size "xs"/],
  [
    AXES + 'spec: [{ expect: { root: { width: "same as mood:gald" } } }]',
    /^unknown-value 5 No value of mood "gald". Did you mean "glad"\?/,
  ],
  [AXES + 'without: [{ mood: sad }]', /^unknown-value 5 No value of mood "sad"/],
  ['contexts: { thema: all }', /^unknown-axis 4 No axis or context "thema". Did you mean "theme"\?/],
  [
    'props: { busy: { type: flag } }\naxes: { a: { values: { b: { props: { bussy: true } } } } }',
    /^unknown-prop 5 No prop "bussy". Did you mean "busy"\?/,
  ],
  ['props: { label: { type: text, only-if: { buzy: true } }, busy: { type: flag } }', /^unknown-prop 4 No prop "buzy"/],
  ['spec: [{ expect: { root: { color: "{inc}" } } }]', /^unknown-token 4 No token "inc". Did you mean "ink"\?/],
  ['slots: { lead: { accepts: [tt] } }', /^unknown-component 4 No component "tt"/],
  ['props: { tone: { type: choice, values: [a, b] } }', /^no-default 4 The prop "tone"/],
  [
    'props: { tone: { type: choice, values: [a, b], default: c } }',
    /^bad-default 4 The default of "tone" is not one of its values: a, b/,
  ],
  ['props: { size: { type: number, max: 3, default: 4 } }', /^bad-default 4 .*more than its greatest value 3/],
  ['axes: { size: { default: x, values: [s] } }', /^bad-default 4 The default "x" of the axis "size"/],
  [
    'spec: [{ expect: { root: { widht: 1px } } }]',
    /^bad-expectation 4 root · widht: there is no reading "widht".*Did you mean "width"\?/,
  ],
  ['spec: [{ expect: { root: { width: "> " } } }]', /^bad-expectation 4 root · width: a value is missing/],
  ['spec: [{ expect: { root: { within: yes } } }]', /^bad-expectation 4 root · within: "within" needs a part/],
  [
    AXES +
      'without: [{ size: s, mood: glad }]\nspec: [{ when: { size: s, mood: glad }, expect: { root: { width: 1px } } }]',
    /matches-nothing 6 No case meets/,
  ],
  [
    AXES + 'spec: [{ when: { motion: reduced }, expect: { root: { width: 1px } } }]',
    /matches-nothing 5 .*"motion" does not multiply this matrix/,
  ],
  [
    'props: { busy: { type: flag }, label: { type: text }, extra: { type: text } }',
    /^prop-unused 4 Neither the template nor the script reads the prop "extra"/,
  ],
  [
    'props: { busy: { type: flag } }\naxes: { a: { values: { x: { props: { busy: true } }, y: {} } }, b: { values: { u: { props: { busy: false } }, v: { props: { busy: true } } } } }',
    /^unreachable 5 The value "x" of "a" sets the prop "busy"/,
  ],
  [
    'axes: { a: { of: state, values: { x: {}, y: { pseudo: hover }, z: { pseudo: [hover] } } } }',
    /^reached-alike 4 The values "y" and "z" of "a" are reached alike/,
  ],
  [
    AXES + 'without: [{ size: s, mood: glad }, { mood: [glad], size: s }]',
    /^same-exclusion 5 The same combination is excluded already, as number 1/,
  ],
])('%s', (sheet, pattern) => expect(told(sheet).filter((line) => pattern.test(line))).toHaveLength(1))

test.each([
  ['{% if slots.lead %}x{% endif %}', 1],
  ['{%- unless slots.lead -%}x{% endunless %}', 1],
  ['{% if slots.lead != blank %}x{% endif %}', 0],
])('a template that asks for a slot by %s', (liquid, count) => {
  const found = told('slots: { lead: { text: true } }', { liquid: `<p class="t">\n${liquid}</p>` })
  expect(found.filter((line) => line.startsWith('slot-never-false 2'))).toHaveLength(count)
})

test('an exclusion that stands twice goes at one press', () => {
  const { sheet, lints: all } = linted(AXES + 'without: [{ size: s, mood: glad }, { size: s, mood: glad }]')
  const lint = all.find(({ code }) => code === 'same-exclusion')!
  expect(fixOf(lint, sheet)!.edits).toEqual([{ do: 'remove', path: ['without', 1] }])
})

describe('rules that meet', () => {
  const two = (a: string, b: string, more = '') =>
    told(
      `${AXES}spec:\n  - { when: ${a}, expect: { root: { width: 1px } } }\n  - { when: ${b}, expect: { root: { width: 2px } } }\n${more}`,
    ).map((line) => line.split(' ')[0])
  test.each([
    ['{ size: s }', '{ mood: glad }', '', ['conflict']],
    ['{ size: s }', '{ size: m }', '', []],
    ['{ size: s }', '{ size: m, mood: glad }', '', []],
    ['{ size: [s, m] }', '{ mood: [calm, glad] }', '', ['conflict', 'never-wins']],
    ['{ size: s }', '{ mood: glad }', '  - { when: { size: s, mood: glad }, expect: { root: { width: 3px } } }', []],
    ['{ size: s }', '{ mood: glad }', 'without: [{ size: s, mood: glad }]', []],
    ['{ size: s }', '{ size: s }', '', ['never-wins', 'conflict']],
    ['{}', '{ size: [s, m] }', '', ['never-wins']],
  ])('%s and %s %s: %j', (a, b, more, codes) => {
    expect(
      two(a, b, more)
        .filter((code) => code !== 'look-alike')
        .toSorted(),
    ).toEqual(codes.toSorted())
  })
})

describe('look-alike', () => {
  const found = (sheet: string) => told(sheet).filter((line) => line.startsWith('look-alike'))
  test('values that nothing tells apart are told together', () => {
    expect(found('axes: { size: [s, m, l] }\nspec: [{ when: { size: s }, expect: { root: { width: 1px } } }]')).toEqual(
      [
        'look-alike 4 The spec cannot tell these values of size apart: "m", "l". Say what differs, or take values away.',
      ],
    )
  })

  test('a state that is forgotten for one value is told with an example', () => {
    const spec =
      'spec:\n  - { when: { size: s }, expect: { root: { width: 1px } } }\n  - { when: { size: m, mood: glad }, expect: { root: { height: 1px } } }'
    expect(found(AXES + spec)).toEqual([
      'look-alike 4 The spec cannot tell mood "glad" from "calm" in 1 of 2 cases, such as size=s. Say what differs there.',
    ])
  })

  test('hundreds of values cost no more than their number', () => {
    const values = Array.from({ length: 800 }, (_, at) => `v${at}`).join(', ')
    expect(
      found(
        `axes: { n: [${values}], mood: { of: state, values: { calm: {}, glad: { class: glad } } } }\nspec: [{ when: { mood: glad }, expect: { root: { width: 1px } } }]`,
      ),
    ).toEqual([expect.stringMatching(/these values of n apart: "v0", .* \(800 in all\)/)])
  })
})

test('styles that a module imports, itself or through another, are looked at too', () => {
  const block = (name: string, colour: string) =>
    `.${name} { display: flex; gap: 4px; padding: 2px; border: 0; color: ${colour} }\n`
  const { library } = readLibrary(
    treeOf({
      'library.yaml': 'library: 1\nname: T',
      'c/t/t.sheet.yaml': 'sheet: 1\nname: T\nsource: { kind: react, module: t.tsx, export: T }\n',
      'c/t/t.tsx': "import { a } from './inner'\nimport '../u/u.css'\nimport 'react'\nexport const T = () => null\n",
      'c/t/inner/index.ts': "import './inner.css'\nexport * from '../t'\n",
      'c/t/inner/inner.css': block('a', 'red') + block('b', 'blue'),
      'c/u/u.sheet.yaml': 'sheet: 1\nname: U\nsource: { kind: react, module: u.tsx, export: U }\n',
      'c/u/u.tsx': 'export const U = () => null\n',
      // Another component's own: told there.
      'c/u/u.css': block('c', 'red') + block('d', 'blue'),
    }),
  )
  const found = lintSheet(library!.sheets[0]!, library!, readTokens(library!).book)
  expect(found.filter(({ code }) => code === 'repeated-style').map(({ file, line }) => [file, line])).toEqual([
    ['c/t/inner/inner.css', 2],
  ])
})

describe('repeated-style', () => {
  const block = (name: string, colour: string, size: string) =>
    `.${name} { display: flex; gap: 4px; padding: 2px; border: 0; color: ${colour}; width: ${size} }\n`
  test.each([
    [block('a', 'red', '1px') + block('b', 'blue', '2px'), 1],
    [block('a', 'red', '1px') + block('b', 'blue', '2px').replace('flex', 'grid'), 0],
    ['.a { color: red; width: 1px } .b { color: blue; width: 1px }', 0],
  ])('%#', (css, count) =>
    expect(told('', { css }).filter((line) => line.startsWith('repeated-style'))).toHaveLength(count),
  )
})

test.each([
  ['no-default', 'props: { tone: { type: choice, values: [calm, loud] } }'],
  ['prop-unused', 'props: { lost: { type: text, default: a } }'],
  ['matches-nothing', AXES + APART + '  - when: { theme: night }\n    expect: { root: { color: red } }\n'],
  ['never-wins', AXES + APART + '  - expect: { root: { opacity: 1 } }\n  - expect: { root: { opacity: 1 } }\n'],
  ['conflict', AXES + APART + '  - when: { mood: calm }\n    expect: { root: { width: 3px } }\n'],
])('%s is gone once its fix is applied', (code, text) => {
  const { sheet, lints: before } = linted(text)
  const lint = before.find((each) => each.code === code)
  const fix = lint && fixOf(lint, sheet)
  expect(fix?.label).toMatch(/^(Make|Delete|Exclude|Add) /)
  const head = 'sheet: 1\nname: T\nsource: { kind: markup, markup: t.liquid, styles: [t.css] }\n'
  const after = lints(editYaml(head + text, fix!.edits).slice(head.length))
  expect(after.filter((each) => each.code === code)).toEqual([])
})

test.each([...LINTS.values()])('$code says in a sentence what it finds', ({ code, about, find }) => {
  expect(code).toMatch(/^[a-z]+(-[a-z]+)*$/)
  expect(about).toMatch(/^[A-Z].*\.$/)
  expect(Object.keys(find).length).toBeGreaterThan(0)
})

test('a value that the browser cannot bring about is told with those that it can', () => {
  const text =
    'library: 1\nname: T\ncontexts:\n  theme: [day, wild]\n  motion: [full, some]\n  viewport-width: [390px, wide]\n'
  const { library } = readLibrary(treeOf({ 'library.yaml': text }))
  const found = lintLibrary(library!, readTokens(library!).book).filter(({ code }) => code === 'context-value')
  expect(found.map(({ line, message }) => [line, message])).toEqual([
    [5, expect.stringMatching(/^"some" is no value of the context "motion" .* "full" or "reduced"\./)],
    [
      6,
      expect.stringMatching(/^"wide" is no value of the context "viewport-width" .* a width in px, such as "390px"\./),
    ],
  ])
})

test('one component by itself knows the names of all that its library has', () => {
  const tree = treeOf({
    'library.yaml': 'library: 1\nname: T',
    'c/t/t.sheet.yaml': 'sheet: 1\nname: T\nsource: { kind: markup, markup: t.liquid }\nguide: t.md\n',
    'c/t/t.liquid': '<p class="t"></p>',
    'c/t/t.md': '# T\n\nBeside [the lamp](lamp) and [the bell](bell).\n',
    'c/lamp/lamp.sheet.yaml': 'sheet: 1\nname: Lamp\nsource: { kind: markup, markup: lamp.liquid }\n',
    'c/lamp/lamp.liquid': '<p></p>',
  })
  const { library } = readLibrary(tree, ['t'])
  expect(library!.sheets.map(({ slug }) => slug)).toEqual(['t'])
  const { book } = readTokens(library!)
  expect(lintSheet(library!.sheets[0]!, library!, book).map(({ message }) => message)).toEqual([
    expect.stringContaining('"bell"'),
  ])
})
