import { describe, expect, test } from '@jest/globals'
import { lintLibrary } from '../lint'
import { readLibrary, treeOf } from '../sheet'
import { readTokens } from './index'

/** What a token file gives: its custom properties, and what is told of it. */
function readFile(text: string, file = 'hut.tokens.json', library = '') {
  const tree = treeOf({ 'library.yaml': `library: 1\nname: T\ntokens: [${file}]\n${library}`, [file]: text })
  const { library: read, problems } = readLibrary(tree)
  const { book, problems: faults } = readTokens(read!)
  return {
    properties: Object.fromEntries(book.customProperties({})),
    told: lintLibrary(read!, book).map(({ code, line }) => `${code}:${line}`),
    problems: [...problems, ...faults].map(({ line, message }) => `${line}: ${message}`),
  }
}

const srgb = (...components: number[]) => ({ colorSpace: 'srgb', components })
const px = (value: number) => ({ value, unit: 'px' })
const color = (value: unknown, more = {}) => ({ $type: 'color', $value: value, ...more })

/** What the format module of 2025.10 allows: the document, the custom properties that it gives, and what is told. */
const FORMAT: [name: string, document: unknown, properties: Record<string, string>, told?: string[]][] = [
  ['a token with its type', { a: color(srgb(1, 0, 0)) }, { '--a': '#ff0000' }],
  ['a type from the nearest group', { g: { $type: 'dimension', h: { a: { $value: px(4) } } } }, { '--g-h-a': '4px' }],
  ['a group’s type, overridden', { g: { $type: 'dimension', a: { $type: 'number', $value: 2 } } }, { '--g-a': '2' }],
  ['a type by its alias', { a: color(srgb(1, 0, 0)), b: { $value: '{a}' } }, { '--a': '#ff0000', '--b': '#ff0000' }],
  [
    'descriptions, deprecation and extensions',
    {
      $description: 'd',
      $extensions: { 'org.hut': 1 },
      a: color(srgb(1, 0, 0), { $deprecated: 'use b', $description: 'x' }),
    },
    { '--a': '#ff0000' },
  ],
  [
    '$root',
    { a: { $root: color(srgb(1, 0, 0)), dark: color(srgb(0, 0, 0)) } },
    { '--a': '#ff0000', '--a-dark': '#000000' },
  ],
  [
    '$extends takes a group in, own tokens win',
    {
      a: { $type: 'number', x: { $value: 1 }, y: { $value: 2 } },
      b: { $extends: '{a}', y: { $type: 'number', $value: 3 } },
    },
    { '--a-x': '1', '--a-y': '2', '--b-x': '1', '--b-y': '3' },
  ],
  [
    'a chain of references',
    { a: color(srgb(1, 0, 0)), b: { $value: '{a}' }, c: { $value: '{b}' } },
    { '--a': '#ff0000', '--b': '#ff0000', '--c': '#ff0000' },
  ],
  [
    'a JSON pointer to a token',
    { a: color(srgb(1, 0, 0)), b: { $type: 'color', $ref: '#/a' } },
    { '--a': '#ff0000', '--b': '#ff0000' },
  ],
  [
    'a JSON pointer into a value',
    { a: color(srgb(1, 0.4, 0)), b: { $type: 'number', $value: { $ref: '#/a/$value/components/1' } } },
    { '--a': '#ff6600', '--b': '0.4' },
  ],
  [
    'a JSON pointer as a part of a value',
    {
      a: { $type: 'dimension', $value: px(4) },
      b: { $type: 'dimension', $value: { value: { $ref: '#/a/$value/value' }, unit: 'rem' } },
    },
    { '--a': '4px', '--b': '4rem' },
  ],
  [
    'color spaces',
    {
      a: color({ colorSpace: 'oklch', components: [0.7, 0.1, 'none'] }),
      b: color({ colorSpace: 'display-p3', components: [1, 0, 0], alpha: 0.5 }),
    },
    { '--a': 'oklch(0.7 0.1 none)', '--b': 'color(display-p3 1 0 0 / 0.5)' },
  ],
  ['dimension', { a: { $type: 'dimension', $value: { value: 1.5, unit: 'rem' } } }, { '--a': '1.5rem' }],
  ['fontFamily', { a: { $type: 'fontFamily', $value: ['Hut', 'serif'] } }, { '--a': '"Hut", serif' }],
  [
    'fontWeight',
    { a: { $type: 'fontWeight', $value: 'semi-bold' }, b: { $type: 'fontWeight', $value: 350 } },
    { '--a': '600', '--b': '350' },
  ],
  ['duration', { a: { $type: 'duration', $value: { value: 0.2, unit: 's' } } }, { '--a': '0.2s' }],
  ['cubicBezier', { a: { $type: 'cubicBezier', $value: [0, 0, 1, 1] } }, { '--a': 'cubic-bezier(0, 0, 1, 1)' }],
  ['number', { a: { $type: 'number', $value: 1.25 } }, { '--a': '1.25' }],
  [
    'strokeStyle',
    {
      a: { $type: 'strokeStyle', $value: 'dotted' },
      b: { $type: 'strokeStyle', $value: { dashArray: [px(2)], lineCap: 'round' } },
    },
    { '--a': 'dotted', '--b': 'dashed' },
  ],
  [
    'border of references',
    {
      w: { $type: 'dimension', $value: px(2) },
      a: { $type: 'border', $value: { width: '{w}', style: 'solid', color: srgb(0, 0, 0) } },
    },
    { '--w': '2px', '--a': '2px solid #000000' },
  ],
  [
    'transition',
    {
      a: {
        $type: 'transition',
        $value: { duration: { value: 80, unit: 'ms' }, delay: { value: 0, unit: 'ms' }, timingFunction: [0, 0, 1, 1] },
      },
    },
    { '--a': '80ms cubic-bezier(0, 0, 1, 1) 0ms' },
  ],
  [
    'shadow, one and several',
    {
      a: {
        $type: 'shadow',
        $value: { offsetX: px(0), offsetY: px(2), blur: px(4), spread: px(0), color: srgb(0, 0, 0) },
      },
      b: {
        $type: 'shadow',
        $value: [
          '{a}',
          { offsetX: px(1), offsetY: px(1), blur: px(0), spread: px(0), color: srgb(1, 1, 1), inset: true },
        ],
      },
    },
    { '--a': '0px 2px 4px 0px #000000', '--b': '0px 2px 4px 0px #000000, inset 1px 1px 0px 0px #ffffff' },
  ],
  [
    'gradient',
    {
      a: {
        $type: 'gradient',
        $value: [
          { color: srgb(1, 0, 0), position: 0 },
          { color: srgb(0, 0, 1), position: 1 },
        ],
      },
    },
    { '--a': 'linear-gradient(#ff0000 0%, #0000ff 100%)' },
  ],
  [
    'typography',
    {
      a: {
        $type: 'typography',
        $value: { fontFamily: 'Hut', fontSize: px(16), fontWeight: 700, letterSpacing: px(1), lineHeight: 1.5 },
      },
    },
    {
      '--a-font-family': '"Hut"',
      '--a-font-size': '16px',
      '--a-font-weight': '700',
      '--a-letter-spacing': '1px',
      '--a-line-height': '1.5',
      '--a-font': '700 16px/1.5 "Hut"',
    },
  ],
  ['a dangling reference', { a: { $value: '{gone}' } }, {}, ['unknown-token:1']],
  ['a cycle', { a: { $type: 'number', $value: '{b}' }, b: { $type: 'number', $value: '{a}' } }, {}, ['token-cycle:1']],
  ['a value that its type does not take', { a: color(12) }, {}, ['token-type:1']],
  [
    'a type that is not of the format',
    { a: { $type: 'textCase', $value: 'uppercase' }, b: { $type: 'textCase', $value: 'none' } },
    { '--a': 'uppercase', '--b': 'none' },
    ['unknown-type:1'],
  ],
  ['a plain value among tokens', { a: color('#f00'), b: '#00f', c: 3 }, { '--a': '#f00' }, ['token-ignored:1']],
  [
    'a key with a sign that is not of the format',
    { $version: '1', $nonsense: 1, a: color('#f00') },
    { '--a': '#f00' },
    ['token-ignored:1'],
  ],
]

/** Forms that vendors write and that the format does not have. */
const VENDORS: typeof FORMAT = [
  [
    'a number in a name',
    { space: { $type: 'dimension', 0.5: { $value: '2px' }, small: { $value: '{space.0.5}' } } },
    { '--space-0-5': '2px', '--space-small': '2px' },
  ],
  [
    'alpha beside the value',
    { a: color('#ff0000'), b: color('{a}', { alpha: 0.15 }) },
    { '--a': '#ff0000', '--b': 'rgb(from #ff0000 r g b / 0.15)' },
  ],
  [
    'alpha in a function',
    { a: color('#ff0000'), b: color('rgba({a}, 0.5)') },
    { '--a': '#ff0000', '--b': 'rgb(from #ff0000 r g b / 0.5)' },
  ],
  ['alpha in eight digits', { a: color('#ff000080') }, { '--a': '#ff000080' }],
  [
    'a calculation',
    { a: { $type: 'dimension', $value: '4px' }, b: { $type: 'dimension', $value: '{a} * 2' } },
    { '--a': '4px', '--b': 'calc(4px * 2)' },
  ],
  [
    'a list of references in a text',
    { a: { $type: 'dimension', $value: '4px' }, b: { $value: '{a} {a}' } },
    { '--a': '4px', '--b': '4px 4px' },
  ],
  [
    'the older form',
    { a: { value: '#ff0000', type: 'color', comment: 'c' }, b: { value: '{a.value}', type: 'color' } },
    { '--a': '#ff0000', '--b': '#ff0000' },
  ],
  ['the older form without types', { color: { a: { value: '#ff0000' } } }, { '--color-a': '#ff0000' }],
  [
    'older types',
    {
      s: { value: '16', type: 'spacing' },
      o: { value: '50%', type: 'opacity' },
      w: { value: 'Semi Bold', type: 'fontWeights' },
      r: { value: '{s}', type: 'borderRadius' },
    },
    { '--s': '16px', '--o': '0.5', '--w': '600', '--r': '16px' },
  ],
  [
    'an older shadow',
    { a: { type: 'boxShadow', value: { x: '0', y: '2', blur: '4', spread: '0', color: '#000', type: 'dropShadow' } } },
    { '--a': '0px 2px 4px 0px #000' },
  ],
  ['a token called value in today’s form', { value: { $type: 'number', $value: 1 } }, { '--value': '1' }],
  ['no token at all', { blue: '#00f', red: '#f00' }, {}, ['no-tokens:1']],
  ['an empty file', {}, {}, ['no-tokens:1']],
]

describe.each([
  ['the format', FORMAT],
  ['what vendors write', VENDORS],
])('%s', (_, rows) => {
  test.each(rows)('%s', (__, document, properties, told = []) =>
    expect(readFile(JSON.stringify(document))).toEqual({ properties, told, problems: [] }),
  )
})

describe('ways of writing', () => {
  const WAYS: [name: string, text: string, told?: string[]][] = [
    ['JSON with comments', '{\n// a\n"a": { "$type": "color", "$value": "#f00" }, /* b */\n}'],
    ['JSON5', "{\n// a\na: { $type: 'color', $value: '#f00', },\n}"],
    ['a byte order mark', '\uFEFF{ "a": { "$type": "color", "$value": "#f00" } }'],
    [
      'JSON5 with a fault in its fourth line',
      "{\na: { $type: 'color', $value: '#f00' },\nb: {\n$value: '{gone}' } }",
      ['unknown-token:4'],
    ],
  ]
  test.each(WAYS)('%s', (_, text, told = []) =>
    expect(readFile(text)).toEqual({ properties: { '--a': '#f00' }, told, problems: [] }),
  )

  test('what is no JSON of any kind is told with its line', () =>
    expect(readFile('{ "a":\n { "$value": }').problems).toEqual([expect.stringMatching(/^2: /)]))
})

describe('names of custom properties', () => {
  const NAMES = { fgColor: { muted: color('#f00') }, 'Space Grande': { '-x': { $type: 'number', $value: 1 } } }
  test.each([
    ['', ['--fg-color-muted', '--space-grande--x']],
    ['custom-properties: { case: keep }', ['--fgColor-muted', '--Space-Grande--x']],
    ['custom-properties: { prefix: hut }', ['--hut-fg-color-muted', '--hut-space-grande--x']],
    ['custom-properties: { case: keep, prefix: H_ }', ['--H_-fgColor-muted', '--H_-Space-Grande--x']],
  ])('%s', (library, names) =>
    expect(Object.keys(readFile(JSON.stringify(NAMES), 'a.json', library).properties)).toEqual(names),
  )
})
