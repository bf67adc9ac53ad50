import { describe, expect, test } from '@jest/globals'
import {
  addedTokenText,
  documentOf,
  movedTokenText,
  pathFault,
  removedTokenText,
  withProperties,
  withReferences,
} from './restructure'

const FILE = `{
  "color": {
    "$type": "color",
    "pine": {
      "600": { "$value": "#1e6049" },
      "700": { "$value": "{color.pine.600}" }
    }
  },
  "space": { "s": { "$type": "dimension", "$value": "4px" } }
}
`
const read = (text: string) => JSON.parse(text) as unknown

describe('a token file', () => {
  test('gets a token, in a group that says its type and in a new one', () => {
    expect(read(addedTokenText(FILE, [], 'color.pine.800', 'color', '#103d2d'))).toMatchObject({
      color: { pine: { 800: { $value: '#103d2d' } } },
    })
    expect(read(addedTokenText(FILE, [], 'time.fast', 'duration', '90ms'))).toMatchObject({
      time: { fast: { $type: 'duration', $value: '90ms' } },
    })
    expect(read(addedTokenText('{}', ['sets', 'base'], 'a', 'number', 2))).toEqual({
      sets: { base: { a: { $type: 'number', $value: 2 } } },
    })
  })

  test('loses a token, and the group that is empty then', () => {
    expect(read(removedTokenText(FILE, [], 'color.pine.600'))).toMatchObject({ color: { pine: { 700: {} } } })
    expect(removedTokenText(FILE, [], 'color.pine.600')).not.toContain('600": {')
    expect(read(removedTokenText(FILE, [], 'space.s'))).not.toHaveProperty('space')
    expect(read(removedTokenText(FILE, [], 'color'))).not.toHaveProperty('color')
  })

  test('keeps all but the name where only the name changes', () => {
    expect(movedTokenText(FILE, [], 'color.pine.600', 'color.pine.deep')).toBe(FILE.replace('"600": {', '"deep": {'))
    expect(movedTokenText(FILE, [], 'color.pine', 'color.larch')).toBe(FILE.replace('"pine"', '"larch"'))
  })

  test('a token that leaves its group takes its type along', () => {
    const moved = read(movedTokenText(FILE, [], 'color.pine.600', 'ink.deep')) as Record<string, unknown>
    expect(moved.ink).toEqual({ deep: { $type: 'color', $value: '#1e6049' } })
    expect(read(movedTokenText(FILE, [], 'color.pine.600', 'color.deep'))).toMatchObject({
      color: { deep: { $value: '#1e6049' }, pine: { 700: {} } },
    })
  })
})

test.each([
  ['{color.pine.600}', '{color.larch.600}'],
  ['2px solid {color.pine.600 / 22%}', '2px solid {color.larch.600 / 22%}'],
  ['{ color.pine }', '{ color.larch }'],
  ['{color.pines.600} {my.color.pine}', '{color.pines.600} {my.color.pine}'],
  ['"$ref": "#/color/pine/600/$value"', '"$ref": "#/color/larch/600/$value"'],
])('references: %s', (text, renamed) => expect(withReferences(text, 'color.pine', 'color.larch')).toBe(renamed))

test.each([
  ['color: var(--color-pine)', 'color: var(--color-larch)'],
  ['var(--color-pine-600) var(--my--color-pine)', 'var(--color-pine-600) var(--my--color-pine)'],
  ['font: var(--color-pine-font-size)', 'font: var(--color-larch-font-size)'],
])('properties: %s', (text, renamed) =>
  expect(withProperties(text, new Map([['--color-pine', '--color-larch']]))).toBe(renamed),
)

test.each([
  ['color.pine.600', true],
  ['color..pine', false],
  ['', false],
  ['$root', false],
  ['color.{pine}', false],
  ['color.pine 600', true],
])('%s is a path: %s', (path, fits) => expect(pathFault(path) === undefined).toBe(fits))

test.each([
  [['color', 'pine', '$value'], 'color.pine', []],
  [['sets', 'base', 'sources', 0, 'color', 'pine', '$value'], 'color.pine', ['sets', 'base', 'sources', 0]],
  [['other', '$value'], 'color.pine', undefined],
] as const)('the document of what stands at %j', (at, path, document) => expect(documentOf(at, path)).toEqual(document))
