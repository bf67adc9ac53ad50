import { expect, test } from '@jest/globals'
import { parse } from 'yaml'
import { compareByMeaning } from './index'

const SHEET = `
axes: { size: [s, l], mood: [calm, glad] }
parts: { box: .box, tip: .tip }
spec:
  - { expect: { box: { width: 20px, height: 4px } } }
  - { when: { size: l }, expect: { box: { width: 24px } } }
  - { when: { mood: { not: calm }, size: [s, l] }, expect: { tip: { opacity: 1 } } }
scenarios:
  - name: Opens
    steps: [{ hover: box }, { wait: 1s }, { click: box }]
  - name: Closes
    steps: [{ press: Escape }]
`

const told = (from: string, to: string) =>
  compareByMeaning(parse(from), parse(to)).map(({ label, before = '', after = '' }) => `${label}: ${before} → ${after}`)

test.each<[string, [find: string, put: string][], string[]]>([
  ['nothing', [], []],
  ['comments', [['\naxes', '\n# words\naxes']], []],
  ['a value', [['width: 24px', 'width: 26px']], ['rule where size is l · box · width: 24px → 26px']],
  [
    'a claim more, one less',
    [['{ width: 20px, height: 4px }', '{ width: 20px, color: red }']],
    ['rule for every case · box · height: 4px → ', 'rule for every case · box · color:  → red'],
  ],
  [
    'a rule before all others',
    [['spec:\n', 'spec:\n  - { when: { mood: glad }, expect: { box: { opacity: 0 } } }\n']],
    ['rule where mood is glad:  → { when: { mood: glad }, expect: { box: { opacity: 0 } } }'],
  ],
  [
    'a rule taken away',
    [['  - { when: { size: l }, expect: { box: { width: 24px } } }\n', '']],
    ['rule where size is l: { when: { size: l }, expect: { box: { width: 24px } } } → '],
  ],
  [
    'a rule moved and changed',
    [
      ['  - { expect: { box: { width: 20px, height: 4px } } }\n', ''],
      ['scenarios:', '  - { expect: { box: { width: 21px, height: 4px } } }\nscenarios:'],
    ],
    ['rule for every case moved: place 1 → place 3', 'rule for every case · box · width: 20px → 21px'],
  ],
  ['an axis renamed', [['mood: [calm, glad] }', 'temper: [calm, glad] }']], ['axis renamed: mood → temper']],
  ['a part', [['tip: .tip', 'tip: .tip--new']], ['part tip: .tip → .tip--new']],
  [
    'a step moved',
    [['[{ hover: box }, { wait: 1s }, { click: box }]', '[{ wait: 1s }, { click: box }, { hover: box }]']],
    ['scenario “Opens” · step moved: place 1 → place 3'],
  ],
  [
    'a step changed',
    [['{ wait: 1s }', '{ wait: 2s }']],
    ['scenario “Opens” · step: { wait: 1s } → ', 'scenario “Opens” · step:  → { wait: 2s }'],
  ],
  [
    'a scenario',
    [['name: Closes', 'name: Shuts']],
    [
      'scenario “Closes”: { name: Closes, steps: [{ press: Escape }] } → ',
      'scenario “Shuts”:  → { name: Shuts, steps: [{ press: Escape }] }',
    ],
  ],
])('%s', (_, edits, expected) => {
  const to = edits.reduce((text, [find, put]) => {
    expect(text).toContain(find)
    return text.replace(find, put)
  }, SHEET)
  expect(told(SHEET, to)).toEqual(expected)
})
