import { describe, expect, test } from '@jest/globals'
import { times } from '../../../tests/support/extent'
import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { parse, stringify } from 'yaml'
import { diffValues, editYaml, isSame, mergeValues, type YamlEdit } from './index'

const SHEET = `# Firnline
sheet: 1
name: Call button # shown
props:
  label:    { type: text, default: Call }   # aligned
  size:     { type: choice, values: [small, large] }
axes:
  size: [small, large]
  state:
    of: state
    values:
      rest: {}
      off:
      # only by mouse
      hover: { pseudo: hover }
spec:
  # first
  - expect:
      root: { width: 3px }
  - when: { size: large }
    expect: { root: { width: 5px } } # wide
`

/** Lines that differ, as a patch would show them. */
function changed(after: string) {
  const [a, b] = [SHEET.split('\n'), after.split('\n')]
  return [
    ...a.filter((line) => !b.includes(line)).map((line) => '-' + line),
    ...b.filter((line) => !a.includes(line)).map((line) => '+' + line),
  ]
}

test.each<[string, YamlEdit, string[]]>([
  ['a scalar', { do: 'set', path: ['name'], value: 'Ring' }, ['-name: Call button # shown', '+name: Ring # shown']],
  [
    'inside braces, alignment kept',
    { do: 'set', path: ['props', 'label', 'default'], value: 'a, b' },
    [
      '-  label:    { type: text, default: Call }   # aligned',
      '+  label:    { type: text, default: "a, b" }   # aligned',
    ],
  ],
  [
    'a new key in braces',
    { do: 'set', path: ['props', 'size', 'default'], value: 'small' },
    [
      '-  size:     { type: choice, values: [small, large] }',
      '+  size:     { type: choice, values: [small, large], default: small }',
    ],
  ],
  [
    'a new key in a block',
    { do: 'set', path: ['props', 'busy'], value: { type: 'flag' } },
    ['+  busy: { type: flag }'],
  ],
  [
    'with parents that are missing',
    { do: 'set', path: ['slots', 'lead', 'default'], value: 'none' },
    ['+slots: { lead: { default: none } }'],
  ],
  [
    'a value that was empty',
    { do: 'set', path: ['axes', 'state', 'values', 'off', 'attr'], value: { hidden: true } },
    ['-      off:', '+      off: { attr: { hidden: true } }'],
  ],
  [
    'an item at the end',
    { do: 'insert', path: ['axes', 'size', 2], value: 'huge' },
    ['-  size: [small, large]', '+  size: [small, large, huge]'],
  ],
  [
    'a rule between',
    { do: 'insert', path: ['spec', 1], value: { when: { size: 'small' }, expect: { root: { gap: '1px' } } } },
    ['+  - when: { size: small }', '+    expect: { root: { gap: 1px } }'],
  ],
  [
    'a key taken away',
    { do: 'remove', path: ['axes', 'state', 'values', 'hover'] },
    ['-      hover: { pseudo: hover }'],
  ],
  [
    'the first key of an item',
    { do: 'remove', path: ['spec', 1, 'when'] },
    [
      '-  - when: { size: large }',
      '-    expect: { root: { width: 5px } } # wide',
      '+  - expect: { root: { width: 5px } } # wide',
    ],
  ],
  ['a rule taken away', { do: 'remove', path: ['spec', 0] }, ['-  - expect:', '-      root: { width: 3px }']],
  ['a key renamed', { do: 'rename', path: ['axes', 'state'], to: 'mood' }, ['-  state:', '+  mood:']],
])('%s', (_, edit, lines) => {
  expect(changed(editYaml(SHEET, [edit]))).toEqual(lines)
})

const MANY = fc.dictionary(
  fc.stringMatching(/^[a-z]{1,3}$/),
  fc.letrec<{ value: unknown }>((tie) => ({
    value: fc.oneof(
      { depthSize: 'small' },
      fc.oneof(fc.stringMatching(/^[ -~]{0,8}$/), fc.integer(), fc.boolean(), fc.constant(null)),
      fc.array(tie('value'), { maxLength: 4 }),
      fc.dictionary(fc.stringMatching(/^[a-z]{1,3}$/), tie('value'), { maxKeys: 4 }),
    ),
  })).value,
  { minKeys: 1, maxKeys: 5 },
)

describe('edits', () => {
  test('lead from any value to any other, in the text too', () =>
    fc.assert(
      fc.property(MANY, MANY, fc.boolean(), (from, to, flow) => {
        const text = stringify(from, { collectionStyle: flow ? 'flow' : 'any' })
        expect(isSame(parse(editYaml(text, diffValues(from, to))), to)).toBe(true)
      }),
      { numRuns: times(75, 300) },
    ))

  test('nothing to change is the same text, byte for byte', () => {
    for (const name of ['bunk-check', 'call-button', 'trail-tile']) {
      const text = readFileSync(`demo/firnline/components/${name}/${name}.sheet.yaml`, 'utf8')
      expect(editYaml(text, diffValues(parse(text), parse(text)))).toBe(text)
    }
  })
})

describe('merging', () => {
  const base = { a: 1, b: { c: 2, d: 3 }, list: [{ x: 1 }, { x: 2 }, { x: 3 }] }
  test.each<[string, unknown, unknown, unknown, string[]]>([
    ['different fields', { ...base, a: 5 }, { ...base, b: { c: 2, d: 9 } }, { ...base, a: 5, b: { c: 2, d: 9 } }, []],
    ['the same change', { ...base, a: 5 }, { ...base, a: 5 }, { ...base, a: 5 }, []],
    ['one field twice', { ...base, a: 5 }, { ...base, a: 6 }, { ...base, a: 6 }, ['a']],
    [
      'taken away and changed',
      { list: base.list, a: 1 },
      { ...base, b: { c: 2, d: 4 } },
      { ...base, b: { c: 2, d: 4 } },
      ['b'],
    ],
    [
      'items of one list',
      { ...base, list: [{ x: 7 }, { x: 2 }, { x: 3 }] },
      { ...base, list: [{ x: 1 }, { x: 2 }, { x: 8 }] },
      { ...base, list: [{ x: 7 }, { x: 2 }, { x: 8 }] },
      [],
    ],
    [
      'an item added and another changed',
      { ...base, list: [{ x: 0 }, ...base.list] },
      { ...base, list: [{ x: 1 }, { x: 2 }, { x: 8 }] },
      { ...base, list: [{ x: 0 }, { x: 1 }, { x: 2 }, { x: 8 }] },
      [],
    ],
    [
      'both add at the end',
      { ...base, list: [...base.list, { x: 4 }] },
      { ...base, list: [...base.list, { x: 5 }] },
      { ...base, list: [...base.list, { x: 5 }, { x: 4 }] },
      [],
    ],
  ])('%s', (_, ours, theirs, value, paths) => {
    const merged = mergeValues(base, ours, theirs)
    expect(merged.value).toEqual(value)
    expect(merged.conflicts.map(({ path }) => path.join('.'))).toEqual(paths)
  })

  test('one side unchanged gives the other', () =>
    fc.assert(
      fc.property(MANY, MANY, (a, b) => {
        expect(isSame(mergeValues(a, a, b).value, b)).toBe(true)
        expect(isSame(mergeValues(a, b, a).value, b)).toBe(true)
        expect(mergeValues(a, b, b).conflicts).toEqual([])
      }),
    ))
})
