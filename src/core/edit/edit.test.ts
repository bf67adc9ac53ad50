import { describe, expect, test } from '@jest/globals'
import { parse } from 'yaml'
import { readSheet } from '../sheet'
import { editYaml } from '../yaml'
import { compareSheets, nameOfChanges, renameEdits, renameInGuide, renameInTemplate, type Rename } from './index'

const SHEET = `sheet: 1
name: Peg
source: { kind: markup, markup: peg.liquid }
parts: { root: .peg, box: .peg__box, boxes: .boxes }
props:
  size: { type: choice, values: [small, large], default: small }
  busy: { type: flag }
  note: { type: text, only-if: { busy: true } }
slots: { lead: {} }
events: { shake: {} }
axes:
  size: [small, large]
  busy: flag
  state:
    of: state
    default: rest
    values:
      rest: {}
      hover: { pseudo: hover, on: box } # by mouse
      full: { slots: { lead: peg }, props: { note: small } }
without: [{ size: small, state: [hover, full] }]
spec:
  - when: { size: { not: large }, state: [rest, hover] }
    expect:
      box: { gap(boxes): 3px, box.width: same as state:hover, height: "@boxes.box.height" }
      boxes[2]: { within(box): yes, "gap(boxes[3])": 1px, attr(box): box }
  - when: { busy: on }
    expect: { box: { width: [same as size:small, "> 3px"] } }
scenarios:
  - name: small steps
    start: { size: small, prop.size: small, note: box, axis.busy: on }
    steps:
      - click: boxes[2]
      - set: { note: box }
      - scroll: { on: boxes, by: [0, 9] }
      - drag: { from: boxes, to: "box[2]" }
      - expect: { "box[*]": { visible: yes }, events: { shake: 1 } }
examples: [{ name: One, axes: { size: small }, props: { busy: true } }]
`

test.each<[Rename, [string, string][]]>([
  [
    { what: 'part', from: 'box', to: 'case' },
    [
      ['box: .peg__box', 'case: .peg__box'],
      ['on: box', 'on: case'],
      ['box: { gap', 'case: { gap'],
      ['within(box)', 'within(case)'],
      ['expect: { box: { width', 'expect: { case: { width'],
      ['"box[*]"', '"case[*]"'],
      ['to: "box[2]"', 'to: "case[2]"'],
    ],
  ],
  [
    { what: 'part', from: 'boxes', to: 'cases' },
    [
      ['boxes: .boxes', 'cases: .boxes'],
      ['gap(boxes)', 'gap(cases)'],
      ['gap(boxes[3])', 'gap(cases[3])'],
      ['@boxes.box', '@cases.box'],
      ['boxes[2]: {', '"cases[2]": {'],
      ['click: boxes[2]', 'click: cases[2]'],
      ['on: boxes', 'on: cases'],
      ['from: boxes', 'from: cases'],
    ],
  ],
  [
    { what: 'value', axis: 'state', from: 'hover', to: 'pointed' },
    [
      ['hover: {', 'pointed: {'],
      ['state: [hover, full]', 'state: [pointed, full]'],
      ['[rest, hover]', '[rest, pointed]'],
      ['same as state:hover', 'same as state:pointed'],
    ],
  ],
  [
    { what: 'value', axis: 'size', from: 'small', to: 'snug' },
    [
      [
        '  size: [small, large]\n  busy',
        '  size:\n    default: snug\n    values:\n      snug: { props: { size: small } }\n      large: { props: { size: large } }\n  busy',
      ],
      ['{ size: small, state', '{ size: snug, state'],
      ['same as size:small', 'same as size:snug'],
      ['start: { size: small,', 'start: { size: snug,'],
      ['axes: { size: small }', 'axes: { size: snug }'],
    ],
  ],
  [
    { what: 'axis', from: 'state', to: 'mood' },
    [
      ['  state:\n', '  mood:\n'],
      ['small, state:', 'small, mood:'],
      ['large }, state:', 'large }, mood:'],
      ['same as state:', 'same as mood:'],
    ],
  ],
  [
    { what: 'prop', from: 'note', to: 'remark' },
    [
      ['note: { type', 'remark: { type'],
      ['props: { note', 'props: { remark'],
      ['small, note: box', 'small, remark: box'],
      ['set: { note', 'set: { remark'],
    ],
  ],
  [
    { what: 'slot', from: 'lead', to: 'front' },
    [
      ['slots: { lead: {} }', 'slots: { front: {} }'],
      ['slots: { lead: peg', 'slots: { front: peg'],
    ],
  ],
  [
    { what: 'event', from: 'shake', to: 'rattle' },
    [
      ['events: { shake: {}', 'events: { rattle: {}'],
      ['events: { shake: 1', 'events: { rattle: 1'],
    ],
  ],
])('renames %j everywhere, and nothing else', (rename, replaced) => {
  const wanted = replaced.reduce((text, [from, to]) => {
    expect(text).toContain(from)
    return text.replace(from, to)
  }, SHEET)
  const renamed = editYaml(SHEET, renameEdits(parse(SHEET), rename))
  expect(renamed).toBe(wanted)
  expect(readSheet(renamed, 'peg.sheet.yaml').problems).toEqual([])
})

test('an axis in its short form keeps what it sets', () => {
  const renamed = editYaml(SHEET, renameEdits(parse(SHEET), { what: 'axis', from: 'busy', to: 'load' }))
  const { sheet } = readSheet(renamed, 'peg.sheet.yaml')
  expect(sheet!.axes.find(({ name }) => name === 'load')!.reaches).toEqual({
    off: [{ props: { busy: false } }],
    on: [{ props: { busy: true } }],
  })
  expect(sheet!.data.spec[1]!.when).toEqual({ load: ['on'] })
})

test('templates and guides follow', () => {
  expect(
    renameInTemplate('{{ props.note }} {{ props.note-two }} {{ slots.note }}', {
      what: 'prop',
      from: 'note',
      to: 'remark',
    }),
  ).toBe('{{ props.remark }} {{ props.note-two }} {{ slots.note }}')
  const guide = 'size=small\n::case{size=small,state=hover}\n::matrix{rows=size,columns=state}\n'
  expect(renameInGuide(guide, { what: 'value', axis: 'size', from: 'small', to: 'snug' })).toBe(
    guide.replace('::case{size=small', '::case{size=snug'),
  )
  expect(renameInGuide(guide, { what: 'axis', from: 'size', to: 'girth' })).toBe(
    guide.replace('::case{size', '::case{girth').replace('rows=size', 'rows=girth'),
  )
})

describe('a revision is named by what changed', () => {
  const sheet = parse(SHEET) as Record<string, unknown>
  const name = (change: (value: never) => void) => {
    const after = structuredClone(sheet)
    change(after as never)
    return nameOfChanges(compareSheets(sheet, after))
  }
  test.each<
    [
      string,
      (value: {
        axes: Record<string, { values: Record<string, unknown>; default: string }>
        spec: { expect: Record<string, Record<string, string>> }[]
        name: string
        props: object
      }) => void,
    ]
  >([
    ['Name: Peg → Hook', (value) => (value.name = 'Hook')],
    ['Axis state · pressed added', (value) => (value.axes.state!.values.pressed = {})],
    ['Axis state · default: rest → hover', (value) => (value.axes.state!.default = 'hover')],
    ['Rule 2 removed', (value) => value.spec.pop()],
    ['Rule 1 · box · height: "@boxes.box.height" → 3px', (value) => (value.spec[0]!.expect.box!.height = '3px')],
    [
      'Part boxes removed; prop size removed; 2 more',
      (value) => Object.assign(value, { parts: { root: '.peg', box: '.peg__box' }, props: {} }),
    ],
    ['Nothing changed', () => {}],
  ])('%s', (wanted, change) => expect(name(change as never)).toBe(wanted))
})
