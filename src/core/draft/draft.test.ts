import { describe, expect, test } from '@jest/globals'
import { times } from '../../../tests/support/extent'
import fc from 'fast-check'
import { gridOf } from '../grid'
import { combinations, makeCase, spaceOf } from '../matrix'
import { readSheet } from '../sheet'
import { makeCascade, readRules } from '../spec'
import type { ComputedToken, Survey } from '../survey'
import { cascadeOf, draftSpec, writtenRules } from './index'

const library = { data: { contexts: { theme: ['day', 'night'] } } } as never
const sheetOf = (spec: unknown = []) =>
  readSheet(
    JSON.stringify({
      sheet: 1,
      name: 'Lamp',
      source: { kind: 'markup', markup: 'lamp.liquid' },
      contexts: { theme: 'all' },
      parts: { box: '.box' },
      axes: {
        size: ['s', 'm'],
        value: { of: 'state', values: ['off', 'on', 'mixed'] },
        interaction: { of: 'state', values: ['rest', 'hover', 'disabled'] },
      },
      without: [{ value: 'mixed', interaction: 'hover' }],
      spec,
    }),
    'lamp/lamp.sheet.yaml',
  ).sheet!

const space = spaceOf(sheetOf(), library)
const cases = [...combinations(space)].map((values) => makeCase(values, space))

/** A survey of one reading, with what each case reads. */
function surveyOf(
  read: (values: Readonly<Record<string, string>>) => string | undefined,
  reading = 'width',
  tokens: [ComputedToken[], ComputedToken[]] = [[], []],
): Survey {
  const texts: string[] = []
  return {
    slug: 'lamp',
    readings: [{ part: 'box', reading, declared: true, initial: 'auto' }],
    texts,
    reasons: ['it is not there'],
    usage: [],
    contexts: [
      { values: { theme: 'day' }, tokens: tokens[0] },
      { values: { theme: 'night' }, tokens: tokens[1] },
    ],
    cases: cases.map(({ key, values }) => {
      const text = read(values)
      if (text !== undefined && !texts.includes(text)) texts.push(text)
      return {
        key,
        values,
        context: values.theme === 'night' ? 1 : 0,
        read: [text === undefined ? -1 : texts.indexOf(text)],
      }
    }),
  }
}

/** What a spec says of the box's reading in a case. */
function resolver(spec: unknown, reading: string) {
  const resolve = makeCascade(readRules(sheetOf(spec), space.dimensions).rules)
  return (values: Readonly<Record<string, string>>) => {
    const claim = resolve(values).get(`box|${reading}`)
    return (
      claim?.rule &&
      (spec as { expect: Record<string, Record<string, string>> }[])[claim.rule.index]!.expect.box![reading]
    )
  }
}

const randomReadings = fc.array(fc.option(fc.integer({ min: 1, max: 4 }), { nil: undefined, freq: 12 }), {
  minLength: cases.length,
  maxLength: cases.length,
})

test('the cascade of a draft says of every case what was read there, whatever was read', () => {
  fc.assert(
    fc.property(randomReadings, (read) => {
      const at = new Map(cases.map(({ key }, place) => [key, place]))
      const survey = surveyOf((values) => {
        const number = read[at.get(makeCase(values, space).key)!]
        return number === undefined ? undefined : `${number}px`
      })
      const said = resolver(writtenRules(draftSpec(survey, space.dimensions, { only: () => true })), 'width')
      cases.forEach(({ values }, place) => {
        if (read[place] !== undefined) expect(said(values)).toBe(`${read[place]}px`)
      })
    }),
    { numRuns: times(20, 80) },
  )
})

test('of several labels that are right, one is said, also where they overlap', () => {
  const grid = gridOf(space.dimensions, cases)
  fc.assert(
    fc.property(
      fc.array(fc.uniqueArray(fc.integer({ min: 0, max: 3 }), { minLength: 1, maxLength: 3 }), {
        minLength: cases.length,
        maxLength: cases.length,
      }),
      (acceptable) => {
        const layers = cascadeOf(grid, acceptable)
        cases.forEach((_, one) => {
          const inside = layers.filter(({ region }) =>
            region.every((places, dimension) => !places || places.includes(grid.at(one, dimension))),
          )
          const heaviest = Math.max(...inside.map(({ region }) => region.filter(Boolean).length))
          // Whichever comes last of those that name the most axes: all of them must be right.
          for (const { region, label } of inside)
            if (region.filter(Boolean).length === heaviest) expect(acceptable[one]).toContain(label)
        })
      },
    ),
    { numRuns: times(20, 80) },
  )
})

describe('a draft is as short as a person would write it', () => {
  const drafted = (read: Parameters<typeof surveyOf>[0]) => writtenRules(draftSpec(surveyOf(read), space.dimensions))
  test.each<[string, Parameters<typeof surveyOf>[0], unknown]>([
    ['a constant', () => '22px', [{ expect: { box: { width: '22px' } } }]],
    ['what is initial everywhere', () => 'auto', []],
    [
      'one axis',
      ({ size }) => (size === 's' ? '18px' : '22px'),
      [{ expect: { box: { width: '18px' } } }, { when: { size: 'm' }, expect: { box: { width: '22px' } } }],
    ],
    [
      'two values of an axis alike',
      ({ value }) => (value === 'off' ? '1px' : '2px'),
      [{ expect: { box: { width: '1px' } } }, { when: { value: ['on', 'mixed'] }, expect: { box: { width: '2px' } } }],
    ],
    [
      'an exception in a corner',
      ({ value, interaction }) =>
        value === 'on' && interaction === 'disabled' ? '3px' : value === 'on' ? '2px' : '1px',
      [
        { expect: { box: { width: '1px' } } },
        { when: { value: 'on' }, expect: { box: { width: '2px' } } },
        { when: { value: 'on', interaction: 'disabled' }, expect: { box: { width: '3px' } } },
      ],
    ],
  ])('%s', (_, read, spec) => {
    const rules = drafted(read)
    // Which of two constants is the base is a matter of counts: the number of claims and what they say is not.
    expect(rules.length).toBe((spec as unknown[]).length)
    if (rules.length < 2) expect(rules).toEqual(spec)
    const said = resolver(rules, 'width')
    for (const { values } of cases) if (rules.length > 0) expect(said(values)).toBe(read(values))
  })
})

describe('tokens', () => {
  const colour = (path: string, computed: string): ComputedToken => ({
    path,
    type: 'color',
    property: `--${path}`,
    css: computed,
    computed,
  })
  const ink: [ComputedToken[], ComputedToken[]] = [
    [colour('color.ink', 'rgb(0, 0, 0)'), colour('color.night', 'rgb(0, 0, 0)')],
    [colour('color.ink', 'rgb(255, 255, 255)'), colour('color.night', 'rgb(0, 0, 0)')],
  ]
  test('what differs by theme is one claim where a token means it in both', () => {
    const survey = surveyOf(({ theme }) => (theme === 'night' ? 'rgb(255, 255, 255)' : 'rgb(0, 0, 0)'), 'color', ink)
    const { rules } = draftSpec(survey, space.dimensions)
    expect(rules).toMatchObject([{ when: {}, claims: [{ expectation: '{color.ink}' }] }])
  })
  test('a share of a token is said as that share, inside a value of several pieces too', () => {
    const survey = surveyOf(
      ({ theme }) => `rgba(${theme === 'night' ? '255, 255, 255' : '0, 0, 0'}, 0.22) solid 3px`,
      'outline',
      ink,
    )
    expect(draftSpec(survey, space.dimensions, { only: () => true }).rules[0]!.claims[0]!.expectation).toBe(
      '{color.ink / 22%} solid 3px',
    )
  })
  test('tokens that are as true are offered', () => {
    const survey = surveyOf(() => 'rgb(0, 0, 0)', 'color', [ink[0], ink[0]])
    expect(draftSpec(survey, space.dimensions).rules[0]!.claims[0]).toMatchObject({
      expectation: '{color.ink}',
      alternatives: ['{color.night}', '#000000'],
    })
  })
})
