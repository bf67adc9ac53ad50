import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { readLibrary, treeOf } from '../sheet'
import {
  editTokenText,
  exportTokens,
  modernise,
  readJson,
  readTokens,
  readTokenText,
  tokenText,
  TOKEN_FORMATS,
} from './index'

const bookOf = (files: Record<string, unknown>) => {
  const texts = Object.fromEntries(Object.entries(files).map(([path, value]) => [path, JSON.stringify(value)]))
  const [first] = Object.keys(files)
  return readTokens(
    readLibrary(treeOf({ 'library.yaml': `library: 1\nname: T\ntokens: [${first}]`, ...texts })).library!,
  ).book
}

describe('a value as people type it', () => {
  test.each<[string, string, unknown, unknown]>([
    ['color', '#0066ff', undefined, { colorSpace: 'srgb', components: [0, 0.4, 1] }],
    ['color', 'rgb(0 0 0 / 40%)', undefined, { colorSpace: 'srgb', components: [0, 0, 0], alpha: 0.4 }],
    ['color', 'oklch(0.7 0.1 none)', undefined, { colorSpace: 'oklch', components: [0.7, 0.1, 'none'] }],
    ['color', 'color(display-p3 1 0 0)', undefined, { colorSpace: 'display-p3', components: [1, 0, 0] }],
    // A file in the drafts' form stays in it.
    ['color', '#0066ff', '#000', '#0066ff'],
    ['dimension', '4px', undefined, { value: 4, unit: 'px' }],
    ['dimension', '1.5rem', '1rem', '1.5rem'],
    ['duration', '180ms', { value: 1, unit: 's' }, { value: 180, unit: 'ms' }],
    ['number', '1.25', 1, 1.25],
    ['fontWeight', 'bold', 400, 'bold'],
    ['fontFamily', 'Hut Grotesk, sans-serif', 'Hut', ['Hut Grotesk', 'sans-serif']],
    ['cubicBezier', '0.2, 0, 0, 1', [0, 0, 1, 1], [0.2, 0, 0, 1]],
    ['shadow', '{"offsetX": "1px"}', {}, { offsetX: '1px' }],
    ['color', '{color.ink}', undefined, '{color.ink}'],
  ])('%s %s', (type, text, was, wanted) => expect(readTokenText(text, type, was)).toEqual({ value: wanted }))

  test.each([
    ['color', 'reddish'],
    ['dimension', '4'],
    ['duration', 'soon'],
    ['number', 'many'],
    ['cubicBezier', '1, 2'],
    ['shadow', '{"offsetX"'],
    ['color', ''],
  ])('%s does not take %j', (type, text) => expect(readTokenText(text, type, undefined)).toHaveProperty('problem'))

  test('what is shown for editing reads back as the same value', () => {
    const byte = fc.integer({ min: 0, max: 255 }).map((each) => Math.round((each / 255) * 10_000) / 10_000)
    const value = fc.oneof(
      fc.tuple(
        fc.constant('color'),
        fc.tuple(byte, byte, byte).map((components) => ({ colorSpace: 'srgb', components })),
      ),
      fc.tuple(
        fc.constant('dimension'),
        fc.record({ value: fc.integer({ min: -99, max: 99 }), unit: fc.constantFrom('px', 'rem') }),
      ),
      fc.tuple(
        fc.constant('cubicBezier'),
        fc.tuple(...[0, 0, 0, 0].map(() => fc.integer({ min: 0, max: 4 }).map((each) => each / 4))),
      ),
      fc.tuple(fc.constant('number'), fc.integer()),
      fc.tuple(fc.constant('shadow'), fc.record({ offsetX: fc.constant('1px'), color: fc.constant('#000') })),
    )
    fc.assert(
      fc.property(value, ([type, given]) => {
        const read = readTokenText(tokenText(given, type), type, given)
        expect(read).toEqual({
          value:
            type === 'color'
              ? {
                  ...(given as object),
                  components: (given as { components: number[] }).components.map((each) => expect.closeTo(each, 2)),
                }
              : given,
        })
      }),
    )
  })
})

describe('writing', () => {
  const TEXT = `{
  "color": {
    "$type": "color",
    "$description": "Inks",
    "ink": { "$value": { "colorSpace": "srgb", "components": [0, 0, 0] }, "$extensions": { "org.example": { "keep": [1] } } },
    "old": { "$value": "#ff0000", "$deprecated": "use ink" }
  },
  "unknown": 3
}
`
  test('an edit changes its value and not a byte beside', () => {
    const at = ['color', 'ink', '$value']
    const was = { colorSpace: 'srgb', components: [0, 0, 0] }
    const edited = editTokenText(TEXT, { file: 't', at, was, value: { colorSpace: 'srgb', components: [1, 0, 0] } })
    expect(edited).toEqual({ text: TEXT.replace('[0, 0, 0]', '[1, 0, 0]') })
    expect(editTokenText(TEXT, { file: 't', at, was, value: '{color.old}' })).toEqual({
      text: TEXT.replace('{ "colorSpace": "srgb", "components": [0, 0, 0] }', '"{color.old}"'),
    })
  })
  test('what somebody else changed meanwhile is told, not overwritten', () => {
    expect(
      editTokenText(TEXT, { file: 't', at: ['color', 'old', '$value'], was: '#00ff00', value: '#0000ff' }),
    ).toEqual({ now: '#ff0000' })
  })
  test('places are those of the text', () => {
    const source = readJson(TEXT, 't.json')
    expect(source.at(['color', 'old', '$value'])).toMatchObject({ line: 6 })
    expect(source.at(['color', 'gone'])).toMatchObject({ line: 2 })
    expect(readJson('{ "a": 1,, }', 't.json').problems).not.toEqual([])
  })
  test('one document of all that counts in a context: groups joined, old values in the new form, all else kept', () => {
    const book = bookOf({
      'a.resolver.json': {
        version: '2025.10',
        sets: { base: { sources: [{ $ref: 'base.json' }] } },
        modifiers: { theme: { default: 'day', contexts: { day: [], night: [{ $ref: 'night.json' }] } } },
        resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/theme' }],
      },
      'base.json': JSON.parse(TEXT) as unknown,
      'night.json': { color: { ink: { $type: 'color', $value: '#ffffff' } } },
    })
    const written = JSON.parse(exportTokens(book, 'json', { theme: 'night' })) as unknown
    expect(written).toEqual({
      color: {
        $type: 'color',
        $description: 'Inks',
        ink: { $type: 'color', $value: { colorSpace: 'srgb', components: [1, 1, 1] } },
        old: { $value: { colorSpace: 'srgb', components: [1, 0, 0] }, $deprecated: 'use ink' },
      },
      unknown: 3,
    })
    // A round trip loses nothing: what is written reads as the same values, and is written the same again.
    const again = bookOf({ 'all.json': written })
    expect(again.list({})).toEqual(book.list({ theme: 'night' }))
    expect(JSON.parse(exportTokens(again, 'json'))).toEqual(written)
    expect(modernise(written)).toEqual(written)
  })
  test('CSS, SCSS and TypeScript hold all contexts', () => {
    const book = bookOf({
      'a.resolver.json': {
        version: '2025.10',
        sets: {
          base: {
            sources: [{ ink: { $type: 'color', $value: '#000000' }, gap: { $type: 'dimension', $value: '4px' } }],
          },
        },
        modifiers: {
          theme: { default: 'day', contexts: { day: [], night: [{ ink: { $type: 'color', $value: '#ffffff' } }] } },
        },
        resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/theme' }],
      },
    })
    const texts = Object.fromEntries(TOKEN_FORMATS.map((format) => [format, exportTokens(book, format)]))
    expect(texts.css).toContain(':root {\n  --ink: #000000;\n  --gap: 4px;\n}')
    expect(texts.css).toContain('[data-theme="night"] {\n  --ink: #ffffff;\n}')
    expect(texts.scss).toContain('$ink: #000000;')
    expect(texts.ts).toContain(
      '"ink": { type: "color", property: "--ink", values: { "day": "#000000", "night": "#ffffff" } }',
    )
  })
})
