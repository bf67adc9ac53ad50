import { describe, expect, test } from '@jest/globals'
import { describeProblem } from '../problem'
import { parsePartReference } from '../readings'
import { readSheet, resolvePath } from './index'

const BASE = 'sheet: 1\nname: Thing\nsource: { kind: markup, markup: t.liquid }\n'
const read = (more: string) => readSheet(BASE + more, 'components/t/t.sheet.yaml')
const axisOf = (more: string) => read(more).sheet?.axes[0]

describe('axes', () => {
  test.each([
    [
      'axes: { chosen: flag }',
      {
        name: 'chosen',
        of: 'variant',
        values: ['off', 'on'],
        default: 'off',
        reaches: { on: [{ props: { chosen: true } }] },
      },
    ],
    ['axes: { size: [s, m] }', { of: 'size', default: 's', reaches: { m: [{ props: { size: 'm' } }] } }],
    [
      'axes: { size: { default: m, values: [s, m] } }',
      { of: 'size', default: 'm', reaches: { s: [{ props: { size: 's' } }] } },
    ],
    [
      'axes: { step: [1, 2] }\nprops: { step: { type: number } }',
      { values: ['1', '2'], reaches: { '2': [{ props: { step: 2 } }] } },
    ],
    [
      'axes: { wide: [yes, no] }\nprops: { wide: { type: flag } }',
      { reaches: { yes: [{ props: { wide: true } }], no: [{ props: { wide: false } }] } },
    ],
    [
      'axes: { look: { of: state, values: { rest: {}, hot: { pseudo: hover }, both: [{ class: a }, { attr: { b: 1 } }], none: null } } }',
      {
        of: 'state',
        default: 'rest',
        values: ['rest', 'hot', 'both', 'none'],
        reaches: { hot: [{ pseudo: ['hover'] }], both: [{ class: ['a'] }, { attr: { b: 1 } }], none: [{}] },
      },
    ],
  ])('%s', (more, axis) => expect(axisOf(more)).toMatchObject(axis))
})

describe('parts', () => {
  test.each([
    ['parts: { a: .a }', { name: 'a', select: '.a' }],
    ['parts: { a: ".a::after" }', { name: 'a', select: '.a', pseudo: '::after' }],
    ['parts: { a: { select: .a, pseudo: "::before" } }', { name: 'a', select: '.a', pseudo: '::before' }],
    ['parts: { a: { select: .a, in: page } }', { name: 'a', select: '.a', inPage: true }],
    ['parts: { a: "x-y::part(b c)" }', { name: 'a', select: 'x-y::part(b c)' }],
  ])('%s', (more, part) => expect(read(more).sheet?.parts.a).toEqual(part))

  test.each([
    ['header', 'header', 1],
    ['header[2]', 'header', 2],
    ['header[*]', 'header', 'all'],
  ] as const)('%s', (text, part, index) => {
    expect(parsePartReference(text)).toEqual({ part, index })
  })
})

test('a sheet with all that the format knows is read', () => {
  const { sheet, problems } = read(`
stage: { padding: 24, isolate: yes, place: { x: start, y: end } }
contexts: { theme: all, direction: [rtl] }
pictures: { interaction: [rest, focus] }
props: { a: { type: colour }, b: { type: data, schema: { type: array } }, c: { type: text, only-if: { d: true } }, d: { type: flag } }
slots: { lead: { accepts: [hut-icon], default: { component: hut-icon, props: { n: 1 }, slots: { x: none } } } }
events: { change: { about: x }, close: }
without: [{ a: b, c: [d, e] }]
cover: pairs
spec: [{ when: { a: { not: [b] } }, expect: { "item[2]": { width: [ "> 1px", "< 3px" ], count: 2, visible: yes } }, note: x }]
scenarios:
  - name: Waits
    start: { placement: right }
    steps: [{ hover: trigger }, { throughout: { for: 599ms, tip: { visible: no } } }, { eventually: { by: 20ms, tip: { visible: yes } } }, { click: { at: [1, 2] } }, { drag: { from: a, by: [3, 4] } }, { expect: { events: { toggle: 1 } } }, settle]
guide: t.md
examples: [{ name: one, axes: { a: b }, props: { c: x } }]
`)
  expect(problems.map(describeProblem)).toEqual([])
  expect(sheet?.data).toMatchObject({
    stage: { isolate: 'yes', place: { x: 'start', y: 'end' } },
    contexts: { theme: 'all', direction: ['rtl'] },
    cover: 'pairs',
  })
})

test('all problems of a file are told at once, each at its place', () => {
  const { sheet, problems } = readSheet(
    'sheet: 1\nname: 7\nsource: { kind: markup, markup: t.liquid, stiles: [a.css] }\nparts: { A: .a }\nprops:\n  x: { type: flg }\n  y: { type: number, min: low }\n',
    'x.sheet.yaml',
  )
  expect(sheet).toBeUndefined()
  expect(problems.map(describeProblem)).toEqual(
    [
      'x.sheet.yaml:2:7: found 7 for name; allowed: string.',
      'x.sheet.yaml:3:43: unknown key "stiles"; allowed: kind, markup, styles, script. Did you mean "styles"?',
      expect.stringMatching(/^x\.sheet\.yaml:4:\d+: the name "A" must be kebab-case/),
      'x.sheet.yaml:6:14: found "flg" for type; allowed: flag, text, number, choice, colour, data. Did you mean "flag"?',
      'x.sheet.yaml:7:27: found "low" for props.y.min; allowed: number.',
    ].map((line) =>
      typeof line === 'string'
        ? line.replace(/\.$/, (dot) => (/allowed: (string|number)\.$/.test(line) ? '.' : dot))
        : line,
    ),
  )
})

test.each([
  ['components/a/a.sheet.yaml', 'a.css', 'components/a/a.css'],
  ['components/a/a.sheet.yaml', '../b/./b.css', 'components/b/b.css'],
  ['components/a/a.sheet.yaml', '../../x', 'x'],
  ['components/a/a.sheet.yaml', '../../../x', undefined],
  ['library.yaml', '/etc/passwd', undefined],
  ['library.yaml', 'https://x', undefined],
  ['library.yaml', 'C:\\x', undefined],
])('from %s, %s leads to %s', (from, reference, path) => expect(resolvePath(from, reference)).toBe(path))
