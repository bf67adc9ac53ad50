import { expect, test } from '@jest/globals'
import { readLibrary, treeOf } from '../sheet'
import { readTokens } from '../tokens'
import { bestMatches, docEntries, findEntries } from './index'

test('everything of a library is found, each with its place', () => {
  const tree = treeOf({
    'library.yaml': 'library: 1\nname: Huts\ntokens: [t.tokens.json]\n',
    't.tokens.json': '{ "pine": { "$type": "color", "$value": "#1e6049" } }',
    'components/lamp/lamp.liquid': '<p></p>',
    'components/lamp/guide.md': '# Lamp\n\nHang it high.\n',
    'components/lamp/lamp.sheet.yaml': `sheet: 1
name: Lamp
source: { kind: markup, markup: lamp.liquid }
guide: guide.md
parts: { glass: .lamp__glass }
props: { label: { type: text, about: What it says } }
axes: { mood: { of: state, values: { calm: {}, glad: { class: glad } } } }
spec:
  - expect: { glass: { width: 20px } }
scenarios:
  - name: Goes out
    steps: [{ click: glass }]
`,
  })
  const { library, problems } = readLibrary(tree)
  expect(problems).toEqual([])
  const found = findEntries('huts', library!, library!.sheets, readTokens(library!).book)
  expect(found.map(({ kind, text, to }) => `${kind} | ${text} | ${to}`)).toEqual([
    'prop | label: What it says | /huts/lamp/define?tab=props',
    'axis | mood: calm, glad | /huts/lamp/define?tab=axes',
    'text | Lamp | /huts/lamp/guide',
    'text | Hang it high. | /huts/lamp/guide',
    'part | root | /huts/lamp/define?part=root',
    'part | glass .lamp__glass | /huts/lamp/define?part=glass',
    'rule | glass · width: 20px | /huts/lamp/spec?rule=0',
    'scenario | Goes out | /huts/lamp/behaviour?scenario=0',
    'step | click glass | /huts/lamp/behaviour?scenario=0&step=0',
    'token | pine | /huts/tokens?token=pine',
  ])
})

test('headings of the documentation, and what its tables define', () => {
  const text =
    '# Readings\n\nWords.\n\n## Of boxes\n\n| reading | value |\n| --- | --- |\n| `box.width` | a length | How *wide* | `x` |\n'
  expect(docEntries('reference/readings', text)).toEqual([
    { kind: 'docs', text: 'Readings', detail: 'Readings', to: '/-/docs/reference/readings#s-readings' },
    { kind: 'docs', text: 'Of boxes', detail: 'Readings', to: '/-/docs/reference/readings#s-of-boxes' },
    { kind: 'docs', text: 'box.width: a length   How wide   x', detail: 'Readings', to: '/-/docs/reference/readings' },
  ])
})

test.each([
  ['lamp', ['lamp', 'lamp glass', 'a lamp', 'hut']],
  ['glass', ['lamp glass']],
  ['token lamp', ['a lamp']],
  ['', ['a lamp', 'lamp glass', 'hut', 'lamp']],
  ['none', []],
])('the best match of "%s" comes first', (words, expected) => {
  const all = [
    { kind: 'token', label: 'a lamp' },
    { kind: 'part', label: 'lamp glass' },
    { kind: 'text', label: 'hut', detail: 'of a lamp' },
    { kind: 'part', label: 'lamp' },
  ]
  expect(bestMatches(all, words, 40).map(({ label }) => label)).toEqual(expected)
})
