import { describe, expect, test } from '@jest/globals'
import type { ValueKind } from '../readings'
import { difference, sameComputed } from './compare'
import { judge, parseExpectation, printValue, type JudgeContext } from './index'

const tolerance = { length: 0.05, colour: 0, number: 0.001 }

const look = (
  kind: ValueKind,
  elsewhere: JudgeContext['elsewhere'] = () => ({ unread: 'no such case' }),
): JudgeContext => ({
  kind,
  tolerance,
  // The browser's part, played by texts that are computed values already.
  computed: (value) =>
    printValue(value) === 'nonsense'
      ? { invalid: 'the browser does not take it' }
      : { text: printValue(value).replace(/^"(.*)"$/, '$1') },
  elsewhere,
})

const verdictOf = (source: string | number | string[], measured: string, kind: ValueKind = 'css') =>
  judge(parseExpectation(source, { literal: kind === 'text' }), measured, look(kind)).verdict

test.each([
  ['22px', '22px', 'css', 'holds'],
  ['22px', '22.04px', 'css', 'holds'],
  ['22px', '22.06px', 'css', 'misses'],
  ['22px', 'auto', 'css', 'misses'],
  ['not 22px', '20px', 'css', 'holds'],
  ['not 22px', '22px', 'css', 'misses'],
  ['red or 20px', '20px', 'css', 'holds'],
  ['not red or 20px', '20px', 'css', 'misses'],
  ['any', 'whatever', 'css', 'holds'],
  ['> 0px', '1px', 'css', 'holds'],
  ['> 0px', '0px', 'css', 'misses'],
  ['> 0px', 'auto', 'css', 'misses'],
  ['>= 4.5', '4.5', 'number', 'holds'],
  ['<= 4.5', '4.6', 'number', 'misses'],
  ['< 3 and > 1', '2', 'number', 'holds'],
  ['< 3 and > 1', '3', 'number', 'misses'],
  ['1px .. 3px', '3px', 'length', 'holds'],
  ['1px .. 3px', '3.2px', 'length', 'misses'],
  ['8px ± 1px', '9px', 'length', 'holds'],
  ['8px ± 1px', '9.1px', 'length', 'misses'],
  ['0', '0px', 'length', 'holds'],
  ['> 10px', '11em', 'css', 'misses'],
  ['yes', 'yes', 'truth', 'holds'],
  ['true', 'yes', 'truth', 'holds'],
  ['mixed', 'yes', 'truth', 'misses'],
  ['Lower bunk', 'Lower bunk', 'text', 'holds'],
  ['Lower bunk', 'lower bunk', 'text', 'misses'],
  ['"> all"', '> all', 'text', 'holds'],
  ['12', '12.0001', 'text', 'misses'],
  ['nonsense', '1px', 'css', 'unread'],
  ['> red', '1px', 'css', 'unread'],
] as const)('%s against %s (%s) %s', (source, measured, kind, verdict) =>
  expect(verdictOf(source, measured, kind)).toBe(verdict),
)

describe('other cases', () => {
  const withRest = look('length', (where) =>
    where.interaction === 'rest' ? { text: '20px' } : { unread: 'not in this run' },
  )
  test.each([
    ['same as interaction:rest', '20px', 'holds'],
    ['same as interaction:rest', '21px', 'misses'],
    ['differs from interaction:rest', '21px', 'holds'],
    ['differs from interaction:rest', '20px', 'misses'],
    ['same as interaction:hover', '20px', 'unread'],
  ])('%s, read as %s, %s', (source, measured, verdict) => {
    expect(judge(parseExpectation(source), measured, withRest).verdict).toBe(verdict)
  })
})

test.each([
  ['rgb(31, 94, 74)', 'color(srgb 0.1216 0.3686 0.2902)', true],
  ['rgba(31, 94, 74, 0.22)', 'color(srgb 0.121569 0.368627 0.290196 / 0.22)', true],
  ['rgb(31, 94, 74)', 'rgb(31, 94, 75)', false],
  ['rgb(31 94 74)', 'rgb(31, 94, 74)', true],
  ['rgba(31, 94, 74, 0.22) solid 2px', 'rgba(31, 94, 74, 0.18) solid 2px', false],
  ['"2px"', '"3px"', false],
  ['1px solid', '1px  solid', true],
  ['matrix(1, 0, 0, 1, 8, 0)', 'matrix(1, 0, 0, 1, 8.0005, 0)', true],
  ['oklch(0.7 0.1 120)', 'oklch(0.7 0.1 120)', true],
  ['none', 'normal', false],
])('%s and %s are the same: %s', (a, b, same) => expect(sameComputed(a, b, tolerance)).toBe(same))

test.each([
  ['22px', '20px', '-2px'],
  ['4.5', '4.75', '+0.25'],
  ['1px', 'auto', ''],
  ['1px', '1em', ''],
  ['rgb(31, 94, 74)', 'rgb(31, 90, 75)', 'green -4, blue +1'],
  ['rgba(0, 0, 0, 0.22)', 'rgba(0, 0, 0, 0.18)', 'alpha -4%'],
  ['rgba(0, 0, 0, 0.22) solid 3px', 'rgba(0, 0, 0, 0.18) solid 2px', 'alpha -4%, -1px'],
  ['1px solid', '1px dashed', ''],
])('from %s to %s is %s', (expected, measured, by) => expect(difference(expected, measured)).toBe(by))

test.each([
  // The reading there, what is asked, what is measured.
  ['20px', '4px more than size:s', '24px', 'holds', '24px (4px more than 20px as size:s)'],
  ['20px', '4px less than size:s', '16.04px', 'holds', '16px (4px less than 20px as size:s)'],
  ['20px', '4px more than size:s', '25px', 'misses', '24px (4px more than 20px as size:s)'],
  ['20px', '4px more than size:s ± 1px', '25px', 'holds', '24px (4px more than 20px as size:s)'],
  ['20px', '10% more than size:s', '22px', 'holds', '22px (10% more than 20px as size:s)'],
  ['-20px', '10% more than size:s', '-18px', 'holds', '-18px (10% more than -20px as size:s)'],
  ['0.5', '0.1 less than size:s', '0.4', 'holds', '0.4 (0.1 less than 0.5 as size:s)'],
  ['0px', '4px more than size:s', '4px', 'holds', '4px (4px more than 0px as size:s)'],
  ['20px', '4px more than size:s', 'auto', 'misses', '24px (4px more than 20px as size:s)'],
] as const)('where it is %s: %s against %s %s', (there, source, measured, verdict, expected) => {
  const context = look('css', () => ({ text: there }))
  expect(judge(parseExpectation(source), measured, context)).toMatchObject({ verdict, expected })
})

test.each([
  ['auto', '4px more than size:s', /it is "auto" as size:s, which is not one number/],
  ['20px', '4deg more than size:s', /4deg is no amount of what is 20px/],
  ['20px', 'nonsense more than size:s', /does not take it/],
] as const)('where it is %s, %s cannot be judged', (there, source, reason) => {
  const judged = judge(
    parseExpectation(source),
    '24px',
    look('css', () => ({ text: there })),
  )
  expect(judged).toMatchObject({ verdict: 'unread', reason: expect.stringMatching(reason) })
})
