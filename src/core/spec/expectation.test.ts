import { describe, expect, test } from '@jest/globals'
import { times } from '../../../tests/support/extent'
import fc from 'fast-check'
import {
  EXPECTATION_GRAMMAR,
  ExpectationError,
  parseExpectation,
  printExpectation,
  type Check,
  type Expectation,
  type Value,
} from './index'
import type { GrammarPart } from './grammar'

const text = (given: string): Value => ({ literal: false, parts: [{ kind: 'text', text: given }] })
const quoted = (given: string): Value => ({ literal: true, parts: [{ kind: 'text', text: given }] })
const is = (...values: Value[]): Check => ({ kind: 'is', not: false, values })
const isNot = (...values: Value[]): Check => ({ kind: 'is', not: true, values })
const token = (path: string, alpha?: string): Value => ({
  literal: false,
  parts: [{ kind: 'token', path, ...(alpha && { alpha }) }],
})
const all = (...checks: Check[]): Expectation => ({ kind: 'all', checks })

test.each([
  ['any', { kind: 'any' }],
  ['22px', all(is(text('22px')))],
  [22, all(is(text('22')))],
  [true, all(is(text('yes')))],
  ['not none', all(isNot(text('none')))],
  ['not-allowed', all(is(text('not-allowed')))],
  ['red or blue', all(is(text('red'), text('blue')))],
  ['not red or blue', all(isNot(text('red'), text('blue')))],
  ['> 0px', all({ kind: 'compare', operator: '>', value: text('0px') })],
  ['>=4.5', all({ kind: 'compare', operator: '>=', value: text('4.5') })],
  [
    '< 3 and >= 1',
    all({ kind: 'compare', operator: '<', value: text('3') }, { kind: 'compare', operator: '>=', value: text('1') }),
  ],
  [
    ['> 1px', '< 3px'],
    all({ kind: 'compare', operator: '>', value: text('1px') }, { kind: 'compare', operator: '<', value: text('3px') }),
  ],
  ['1px .. 3px', all({ kind: 'range', from: text('1px'), to: text('3px') })],
  ['1..3', all({ kind: 'range', from: text('1'), to: text('3') })],
  ['8px ± 1px', all({ kind: 'near', value: text('8px'), slack: text('1px') })],
  ['8px +- 1px', all({ kind: 'near', value: text('8px'), slack: text('1px') })],
  ['same as interaction:rest', all({ kind: 'same', where: { interaction: 'rest' } })],
  ['differs from value:off, interaction:rest', all({ kind: 'differs', where: { value: 'off', interaction: 'rest' } })],
  ['4px more than size:s', all({ kind: 'offset', isLess: false, by: text('4px'), where: { size: 's' } })],
  ['10% less than size:s', all({ kind: 'offset', isLess: true, by: { share: 0.1 }, where: { size: 's' } })],
  [
    '{space.2} more than size:s, mood:glad ± 1px',
    all({
      kind: 'offset',
      isLess: false,
      by: token('space.2'),
      slack: text('1px'),
      where: { size: 's', mood: 'glad' },
    }),
  ],
  [
    'same as interaction:rest and > 2px',
    all({ kind: 'same', where: { interaction: 'rest' } }, { kind: 'compare', operator: '>', value: text('2px') }),
  ],
  ['{color.pine.600}', all(is(token('color.pine.600')))],
  ['{ color.pine.600 / 22% }', all(is(token('color.pine.600', '22%')))],
  [
    'calc({space.2} * 2)',
    all(
      is({
        literal: false,
        parts: [
          { kind: 'text', text: 'calc(' },
          { kind: 'token', path: 'space.2' },
          { kind: 'text', text: ' * 2)' },
        ],
      }),
    ),
  ],
  ['@label.box.width', all(is({ literal: false, parts: [{ kind: 'reading', part: 'label', reading: 'box.width' }] }))],
  [
    'calc(@label.gap(box) + 2px)',
    all(
      is({
        literal: false,
        parts: [
          { kind: 'text', text: 'calc(' },
          { kind: 'reading', part: 'label', reading: 'gap(box)' },
          { kind: 'text', text: ' + 2px)' },
        ],
      }),
    ),
  ],
  ['"this and that"', all(is(quoted('this and that')))],
  ["'Hut and Trail', serif", all(is(text("'Hut and Trail', serif")))],
  ['rgb(1 2 3 / 20%)', all(is(text('rgb(1 2 3 / 20%)')))],
  ['opacity 180ms ease, transform 1s', all(is(text('opacity 180ms ease, transform 1s')))],
] as const)('%j', (source, expected) => {
  const parsed = parseExpectation(source as string)
  expect(parsed).toEqual(expected)
  expect(parseExpectation(printExpectation(parsed))).toEqual(parsed)
})

test.each([
  ["Don't wait", all(is(text("Don't wait")))],
  ['Loading...', all(is(text('Loading...')))],
  ['from 3 .. to 5', all(is(text('from 3 .. to 5')))],
  ['1 .. 5', all({ kind: 'range', from: text('1'), to: text('5') })],
  ['Bunk (lower', all(is(text('Bunk (lower')))],
  [
    'a {b c} d',
    all(
      is({
        literal: false,
        parts: [
          { kind: 'text', text: 'a ' },
          { kind: 'token', path: 'b c' },
          { kind: 'text', text: ' d' },
        ],
      }),
    ),
  ],
  ['"Salt and pepper" or Chive', all(is(quoted('Salt and pepper'), text('Chive')))],
] as const)('as words: %j', (source, expected) => {
  expect(parseExpectation(source, { literal: true })).toEqual(expected)
})

test.each([
  '',
  '>',
  'a or ',
  'rgb(1 2 3',
  '"open',
  '{color / x}',
  'same as interaction',
  'a and ',
  'more than size:s',
  '4px more than size',
])('%j is refused with a reason', (source) => {
  expect(() => parseExpectation(source)).toThrow(ExpectationError)
})

describe('print(parse(x))', () => {
  const word = fc.stringMatching(/^[a-z][a-z0-9]{1,6}$/).filter((name) => !['or', 'and', 'not', 'any'].includes(name))
  const value: fc.Arbitrary<Value> = fc.oneof(
    word.map(text),
    fc.integer({ min: -99, max: 99 }).map((n) => text(`${n}px`)),
    fc.stringMatching(/^[ a-z<>.±(]{1,12}$/).map(quoted),
    fc
      .tuple(word, fc.option(fc.constantFrom('20%', '0.5'), { nil: undefined }))
      .map(([path, alpha]) => token(path, alpha)),
    fc
      .tuple(word, fc.constantFrom('box.width', 'color', 'gap(x)'))
      .map(([part, reading]): Value => ({ literal: false, parts: [{ kind: 'reading', part, reading }] })),
  )
  const amount = fc.oneof(
    fc.integer({ min: 0, max: 99 }).map((n) => text(`${n}px`)),
    word.map((path) => token(path)),
  )
  const where = fc.dictionary(word, word, { minKeys: 1, maxKeys: 2 }).map((entries) => ({ ...entries }))
  const check: fc.Arbitrary<Check> = fc.oneof(
    fc
      .tuple(fc.boolean(), fc.array(value, { minLength: 1, maxLength: 3 }))
      .map(([not, values]): Check => ({ kind: 'is', not, values })),
    fc
      .tuple(fc.constantFrom('>' as const, '>=' as const, '<' as const, '<=' as const), value)
      .map(([operator, of]): Check => ({ kind: 'compare', operator, value: of })),
    fc.tuple(value, value).map(([from, to]): Check => ({ kind: 'range', from, to })),
    fc.tuple(value, value).map(([of, slack]): Check => ({ kind: 'near', value: of, slack })),
    fc
      .tuple(fc.constantFrom('same' as const, 'differs' as const), where)
      .map(([kind, of]): Check => ({ kind, where: of })),
    fc
      .tuple(fc.boolean(), amount, fc.option(amount, { nil: undefined }), where)
      .map(([isLess, by, slack, of]): Check => ({ kind: 'offset', isLess, by, ...(slack && { slack }), where: of })),
    fc
      .tuple(fc.integer({ min: 1, max: 300 }), where)
      .map(([percent, of]): Check => ({ kind: 'offset', isLess: false, by: { share: percent / 100 }, where: of })),
  )
  test('gives back every expectation', () => {
    fc.assert(
      fc.property(fc.array(check, { minLength: 1, maxLength: 3 }), (checks) => {
        const expectation = all(...checks)
        expect(parseExpectation(printExpectation(expectation))).toEqual(expectation)
      }),
      { numRuns: times(500, 2000) },
    )
  })

  test('rubbish is read or refused, never thrown otherwise', () => {
    fc.assert(
      fc.property(fc.string(), fc.boolean(), (source, literal) => {
        try {
          parseExpectation(source, { literal })
        } catch (error) {
          expect(error).toBeInstanceOf(ExpectationError)
        }
      }),
      { numRuns: times(500, 2000) },
    )
  })
})

/** Texts that a production of the grammar makes. */
function texts(name: string): fc.Arbitrary<string> {
  const production = EXPECTATION_GRAMMAR.find((each) => each.name === name)!
  return fc.oneof(...production.either.map(sequence))
}

const sequence = (parts: readonly GrammarPart[]): fc.Arbitrary<string> =>
  fc.tuple(...parts.map(partTexts)).map((made) => made.join(''))

function partTexts(part: GrammarPart): fc.Arbitrary<string> {
  if ('word' in part) return fc.constant(part.word)
  if ('rule' in part) return texts(part.rule)
  if ('prose' in part) return fc.constantFrom(...part.such)
  if ('optional' in part) return fc.oneof(fc.constant(''), sequence(part.optional))
  return fc.array(sequence(part.repeated), { maxLength: 2 }).map((made) => made.join(''))
}

test('whatever the grammar makes is read, and printed in a way that reads the same', () => {
  fc.assert(
    fc.property(texts('expectation'), (made) => {
      const expectation = parseExpectation(made)
      expect(parseExpectation(printExpectation(expectation))).toEqual(expectation)
    }),
    { numRuns: times(100, 400) },
  )
})

test('every rule that the grammar names is there, and is named', () => {
  const inside = (part: GrammarPart): string[] =>
    'rule' in part
      ? [part.rule]
      : 'optional' in part
        ? part.optional.flatMap(inside)
        : 'repeated' in part
          ? part.repeated.flatMap(inside)
          : []
  const named = EXPECTATION_GRAMMAR.flatMap(({ either }) => either.flat().flatMap(inside))
  const all = EXPECTATION_GRAMMAR.map(({ name }) => name)
  expect(new Set(['expectation', ...named])).toEqual(new Set(all))
})
