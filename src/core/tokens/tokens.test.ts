import { describe, expect, test } from '@jest/globals'
import { readLibrary, treeOf } from '../sheet'
import { cssValue, TokenValueError } from './cssValue'
import { customPropertyName } from './naming'
import { readTokens } from './index'

const bookOf = (files: Record<string, unknown>, tokens = Object.keys(files)) => {
  const texts = Object.fromEntries(Object.entries(files).map(([path, value]) => [path, JSON.stringify(value)]))
  const tree = treeOf({ 'library.yaml': `library: 1\nname: T\ntokens: [${tokens.join(', ')}]`, ...texts })
  const { library, problems } = readLibrary(tree)
  const read = readTokens(library!)
  return { ...read, problems: [...problems, ...read.problems] }
}

const srgb = (...components: number[]) => ({ colorSpace: 'srgb', components })

test.each([
  ['color', srgb(0, 0.4, 1), '#0066ff'],
  ['color', srgb(0.123, 0.4, 1), 'color(srgb 0.123 0.4 1)'],
  ['color', { ...srgb(0, 0, 0), alpha: 0.4 }, 'color(srgb 0 0 0 / 0.4)'],
  ['color', { colorSpace: 'oklch', components: [0.7, 0.1, 'none'] }, 'oklch(0.7 0.1 none)'],
  ['color', { colorSpace: 'hsl', components: [120, 50, 40] }, 'hsl(120 50% 40%)'],
  ['color', { colorSpace: 'display-p3', components: [1, 0, 0] }, 'color(display-p3 1 0 0)'],
  ['color', '#ff8800', '#ff8800'],
  ['dimension', { value: 4, unit: 'px' }, '4px'],
  ['dimension', '1.5rem', '1.5rem'],
  ['duration', { value: 180, unit: 'ms' }, '180ms'],
  ['duration', '2s', '2s'],
  ['number', 1.25, '1.25'],
  ['fontWeight', 'semi-bold', '600'],
  ['fontWeight', 450, '450'],
  ['fontFamily', ['Hut Grotesk', 'sans-serif'], '"Hut Grotesk", sans-serif'],
  ['cubicBezier', [0.2, 0, 0, 1], 'cubic-bezier(0.2, 0, 0, 1)'],
  ['strokeStyle', 'dotted', 'dotted'],
  ['strokeStyle', { dashArray: ['2px'], lineCap: 'round' }, 'dashed'],
  [
    'shadow',
    { offsetX: '0px', offsetY: { value: 2, unit: 'px' }, blur: '4px', color: '#0003' },
    '0px 2px 4px 0px #0003',
  ],
  [
    'shadow',
    [
      { offsetX: '1px', offsetY: '1px', color: 'red', inset: true },
      { offsetX: '0px', offsetY: '0px', color: 'blue' },
    ],
    'inset 1px 1px 0px 0px red, 0px 0px 0px 0px blue',
  ],
  ['border', { width: '1px', style: 'solid', color: 'red' }, '1px solid red'],
  [
    'transition',
    { duration: '100ms', timingFunction: [0, 0, 1, 1], delay: '0ms' },
    '100ms cubic-bezier(0, 0, 1, 1) 0ms',
  ],
  [
    'gradient',
    [
      { color: 'red', position: 0 },
      { color: 'blue', position: 0.5 },
    ],
    'linear-gradient(red 0%, blue 50%)',
  ],
  ['typography', { fontFamily: 'Hut', fontSize: '16px', fontWeight: 700, lineHeight: 1.5 }, '700 16px/1.5 "Hut"'],
] as const)('a %s %j is %s', (type, value, css) => expect(cssValue(value, type)).toBe(css))

test.each([
  ['color', { colorSpace: 'srgb' }],
  ['color', 12],
  ['dimension', { value: '4', unit: 'px' }],
  ['dimension', 'wide'],
  ['duration', { value: 4, unit: 'px' }],
  ['fontWeight', 0],
  ['cubicBezier', [1, 2]],
  ['shadow', 3],
  ['typography', { fontSize: '1px' }],
  ['gradient', {}],
] as const)('a %s does not take %j', (type, value) => expect(() => cssValue(value, type)).toThrow(TokenValueError))

test.each([
  ['color.pine.600', '--color-pine-600'],
  ['color.accent.$root', '--color-accent'],
  ['fontSize.bodyLarge', '--font-size-body-large'],
  ['space.Half Step', '--space-half-step'],
])('%s becomes %s', (path, name) => expect(customPropertyName(path)).toBe(name))

describe('a token document', () => {
  test('groups pass $type on, aliases of both kinds are followed, also inside composites', () => {
    const { book } = bookOf({
      't.tokens.json': {
        color: { $type: 'color', pine: { 600: { $value: srgb(0, 0.4, 0.2) } }, mark: { $value: '{color.pine.600}' } },
        ref: { $type: 'color', a: { $value: { $ref: '#/color/pine/600/$value' } }, b: { $ref: '#/color/mark' } },
        edge: { $type: 'border', $value: { width: '1px', style: 'solid', color: '{color.mark}' } },
        accent: { $type: 'color', $root: { $value: '#123456' }, strong: { $value: '{accent.$root}' } },
      },
    })
    const css = (path: string) => book.get(path, {})?.css
    expect(['color.mark', 'ref.a', 'ref.b', 'edge', 'accent', 'accent.strong'].map(css)).toEqual([
      '#006633',
      '#006633',
      '#006633',
      '1px solid #006633',
      '#123456',
      '#123456',
    ])
    expect(book.get('color.mark', {})?.type).toBe('color')
    expect(book.issues).toEqual([])
  })

  test('$extends takes in another group, own tokens win', () => {
    const { book } = bookOf({
      't.tokens.json': {
        base: { $type: 'dimension', s: { $value: '1px' }, m: { $value: '2px' } },
        wide: { $extends: '{base}', m: { $type: 'dimension', $value: '4px' } },
      },
    })
    expect([book.get('wide.s', {})?.css, book.get('wide.m', {})?.css]).toEqual(['1px', '4px'])
  })

  test('typography becomes one property a field and the font as a whole', () => {
    const { book } = bookOf({
      't.tokens.json': {
        body: { $type: 'typography', $value: { fontFamily: 'Hut', fontSize: '16px', lineHeight: 1.4 } },
      },
    })
    expect(book.customProperties({})).toEqual([
      ['--body-font-family', '"Hut"'],
      ['--body-font-size', '16px'],
      ['--body-line-height', '1.4'],
      ['--body-font', '16px/1.4 "Hut"'],
    ])
  })

  test('cycles, dangling aliases and type clashes are told with what they are; the rest loads', () => {
    const { book } = bookOf({
      't.tokens.json': {
        a: { $type: 'color', $value: '{b}' },
        b: { $type: 'color', $value: '{a}' },
        gone: { $type: 'color', $value: '{color.pin}' },
        color: { $type: 'color', pine: { $value: '#fff' }, bad: { $value: 12 } },
        clash: { $type: 'dimension', $value: '{color.pine}' },
        odd: { $type: 'colour', $value: '#fff' },
      },
    })
    expect(book.issues.map(({ code, token }) => `${code} ${token.path}`).sort()).toEqual([
      'token-cycle b',
      'token-type clash',
      'token-type color.bad',
      'unknown-token gone',
      'unknown-type odd',
    ])
    expect(book.issues.find(({ code }) => code === 'token-cycle')).toMatchObject({ cycle: ['a', 'b', 'a'] })
    expect(book.issues.find(({ code }) => code === 'unknown-token')).toMatchObject({ nearest: 'color.pine' })
    expect(book.get('color.pine', {})?.css).toBe('#fff')
  })
})

describe('a resolver document', () => {
  const files = {
    'a.resolver.json': {
      name: 'T',
      version: '2025.10',
      sets: { base: { sources: [{ $ref: 'base.tokens.json' }] } },
      modifiers: {
        theme: {
          default: 'day',
          contexts: { day: [], night: [{ $ref: 'night.tokens.json' }, { x: { $type: 'number', $value: 7 } }] },
        },
      },
      resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/theme' }],
    },
    'base.tokens.json': { ink: { $type: 'color', $value: '#000' }, text: { $type: 'color', $value: '{ink}' } },
    'night.tokens.json': { ink: { $type: 'color', $value: '#eee' } },
  }

  test('modifiers change values, aliases follow in each context', () => {
    const { book, problems } = bookOf(files, ['a.resolver.json'])
    expect(problems).toEqual([])
    const contexts: Record<string, string>[] = [{}, { theme: 'day' }, { theme: 'night' }]
    expect(contexts.map((context) => book.get('text', context)?.css)).toEqual(['#000', '#000', '#eee'])
    expect([book.has('x'), book.get('x', { theme: 'day' }), book.get('x', { theme: 'night' })?.css]).toEqual([
      true,
      undefined,
      '7',
    ])
  })

  test('files that are missing or outside the folder are problems at their place', () => {
    const broken = {
      ...files['a.resolver.json'],
      sets: { base: { sources: [{ $ref: 'gone.json' }, { $ref: '../../out.json' }] } },
    }
    const { problems } = bookOf({ 'a.resolver.json': broken }, ['a.resolver.json'])
    expect(problems.map(({ message }) => message)).toEqual([
      'no file "gone.json"',
      '"../../out.json" leaves the library\'s folder',
      'no file "night.tokens.json"',
    ])
  })
})
