import { describe, expect, test } from '@jest/globals'
import { combinations, makeCase, spaceOf } from '../matrix'
import { readSheet } from '../sheet'
import { speaksOf } from '../readings'
import { ContextJudge, makeProfile, type CheckResult, type Measured } from '../plan'
import { claimKey, readRules } from '../spec'
import { lintSurvey } from '../lint'
import { coverageOf, judgeSurvey, summarise, type Prober, type Survey } from './index'

const library = { data: { contexts: { theme: ['day', 'night'] } } } as never
const sheetOf = (spec: unknown) =>
  readSheet(
    JSON.stringify({
      sheet: 1,
      name: 'Lamp',
      source: { kind: 'markup', markup: 'lamp.liquid' },
      contexts: { theme: 'all' },
      parts: { box: '.box' },
      axes: { size: ['s', 'm'], interaction: { of: 'state', values: { rest: {}, hover: {} } } },
      spec,
    }),
    'lamp/lamp.sheet.yaml',
  ).sheet!
const space = spaceOf(sheetOf([]), library)
const cases = [...combinations(space)].map((values) => makeCase(values, space))

type Reader = (values: Readonly<Record<string, string>>) => string | undefined
function surveyOf(readers: Readonly<Record<string, Reader>>): Survey {
  const texts: string[] = []
  const intern = (text: string) => (texts.includes(text) ? texts.indexOf(text) : texts.push(text) - 1)
  return {
    slug: 'lamp',
    readings: Object.keys(readers).map((reading) => ({ part: 'box', reading, declared: true })),
    texts,
    reasons: ['it is not there'],
    usage: [],
    contexts: [
      {
        values: { theme: 'day' },
        tokens: [{ path: 'color.ink', type: 'color', property: '--color-ink', css: '#000', computed: 'rgb(0, 0, 0)' }],
      },
      {
        values: { theme: 'night' },
        tokens: [
          { path: 'color.ink', type: 'color', property: '--color-ink', css: '#fff', computed: 'rgb(255, 255, 255)' },
        ],
      },
    ],
    cases: cases.map(({ key, values }) => ({
      key,
      values,
      context: values.theme === 'night' ? 1 : 0,
      read: Object.values(readers).map((read) => {
        const text = read(values)
        return text === undefined ? -1 : intern(text)
      }),
    })),
  }
}

const tolerance = { length: 0.05, colour: 0, number: 0.001 } as never
const COLOURS: Record<string, string> = { '#000': 'rgb(0, 0, 0)', '#fff': 'rgb(255, 255, 255)' }
const probe: Prober = (_, text) => ({ text: COLOURS[text] ?? text })
const judged = (spec: unknown, survey: Survey, by: Prober = probe) => {
  const sheet = sheetOf(spec)
  return judgeSurvey(survey, space, readRules(sheet, space.dimensions).rules, tolerance, by).map(
    ({ decides, misses, unread, later, texts, fault, expected, why }) => ({
      decides: decides.length,
      misses: misses.map(({ key }) => key),
      unread: unread.length,
      later: later.length,
      why,
      texts,
      fault,
      expected,
    }),
  )
}

describe('judging by what was read', () => {
  const inks = surveyOf({
    color: ({ theme, size }) =>
      size === 'm' ? 'rgb(0, 0, 0)' : theme === 'night' ? 'rgb(255, 255, 255)' : 'rgb(0, 0, 0)',
  })
  test('tokens mean what they mean in each context', () => {
    expect(judged([{ expect: { box: { color: '{color.ink}' } } }], inks)).toMatchObject([
      { decides: 8, misses: ['size=m,interaction=rest@theme=night', 'size=m,interaction=hover@theme=night'], later: 0 },
    ])
  })
  test('a rule decides only where no heavier one does', () => {
    const spec = [
      { expect: { box: { color: '#000' } } },
      { when: { size: 's', theme: 'night' }, expect: { box: { color: '#fff' } } },
    ]
    expect(judged(spec, inks)).toMatchObject([
      { decides: 6, misses: [] },
      { decides: 2, misses: [] },
    ])
  })
  test('cases are compared with one another', () => {
    const survey = surveyOf({
      width: ({ interaction, size }) => (interaction === 'hover' && size === 'm' ? '12px' : '10px'),
    })
    expect(
      judged([{ when: { interaction: 'hover' }, expect: { box: { width: 'same as interaction:rest' } } }], survey),
    ).toMatchObject([{ decides: 4, misses: ['size=m,interaction=hover', 'size=m,interaction=hover@theme=night'] }])
  })
  test('what needs the rendered place, or was not surveyed, is left for a run', () => {
    const survey = surveyOf({ width: () => '10px' })
    expect(judged([{ expect: { box: { width: '50%', opacity: 1 } } }], survey)).toMatchObject([
      { later: 8, misses: [] },
      { later: 8, misses: [] },
    ])
  })
  test('a value that the browser does not take is a fault, not a miss', () => {
    const survey = surveyOf({ width: () => '10px' })
    expect(judged([{ expect: { box: { width: 'wide' } } }], survey, () => ({ invalid: 'no width' }))).toMatchObject([
      { fault: 'no width', misses: [] },
    ])
  })

  // The runner's judge and this one hold to one table: what a check comes to in a run, and here.
  test.each<[string, Measured, string | number, Partial<CheckResult>, object]>([
    ['holds', { text: '10px' }, '10px', { verdict: 'holds' }, { decides: 8, misses: [], unread: 0 }],
    ['misses', { text: '9px' }, '10px', { verdict: 'misses' }, { unread: 0, expected: '10px' }],
    [
      'cannot be taken',
      { unread: 'the part "box" is not there' },
      '10px',
      { verdict: 'unread', cause: 'reading' },
      { misses: [], unread: 8, why: 'the part "box" is not there' },
    ],
    [
      'is compared with a token that is not there',
      { text: '10px' },
      '{space.none}',
      { verdict: 'unread', cause: 'lookup' },
      { misses: [], unread: 8, why: 'there is no token {space.none} in this context' },
    ],
    [
      'is asked for what makes no sense',
      { text: '10px' },
      '> red',
      { verdict: 'unread', cause: 'expectation' },
      { misses: [], unread: 0, fault: expect.stringContaining('is not one number') },
    ],
  ])('a reading that %s comes to the same in a run and here', (_, measured, expected, inRun, here) => {
    const sheet = sheetOf([{ expect: { box: { width: expected } } }])
    const { rules } = readRules(sheet, space.dimensions)
    const plan = {
      space,
      profiles: [makeProfile(0, new Map(rules[0]!.claims.map((claim) => [claimKey(claim), claim])), [])],
    }
    const judge = new ContextJudge(plan, { get: () => undefined }, tolerance)
    const one = { key: '', values: {}, profile: 0 } as never
    for (const { key, probe: asked } of judge.probes(one, () => measured))
      judge.answer(key, probe(asked.property, asked.text)!)
    expect(
      judge.judge(
        one,
        0,
        () => measured,
        () => 'later',
      ),
    ).toMatchObject(inRun)
    const survey = surveyOf({ width: () => ('text' in measured ? measured.text : '') })
    const told: Survey =
      'text' in measured
        ? survey
        : {
            ...survey,
            reasons: [measured.unread],
            cases: survey.cases.map((each) => ({ ...each, read: each.read.map(() => -1) })),
          }
    expect(judged([{ expect: { box: { width: expected } } }], told)).toMatchObject([here])
  })
})

describe('coverage', () => {
  const survey = surveyOf({
    width: ({ size }) => (size === 'm' ? '22px' : '18px'),
    height: () => '22px',
    'outline-style': ({ interaction }) => (interaction === 'hover' ? 'solid' : 'none'),
    // The colour of a line that is not drawn is nobody's decision.
    'outline-color': ({ interaction, theme }) =>
      interaction === 'hover' ? 'rgb(0, 0, 255)' : theme === 'night' ? 'rgb(9, 9, 9)' : 'rgb(1, 1, 1)',
  })
  test('tells along which axes a reading changes, all else being equal', () => {
    const found = coverageOf(survey, space.dimensions, () => false)
    expect(found.map(({ reading, along }) => [reading, along])).toEqual([
      ['width', ['size']],
      ['height', []],
      ['outline-style', ['interaction']],
      ['outline-color', []],
    ])
  })
  test('the lint tells what varies and no rule speaks of, once', () => {
    const sheet = sheetOf([])
    const lints = (isSpecified: (reading: string) => boolean) =>
      [
        ...lintSurvey(
          sheet,
          coverageOf(survey, space.dimensions, (_, reading) => isSpecified(reading)),
        ),
      ].map(({ about }) => about)
    expect(lints(() => false)).toEqual([
      { part: 'box', reading: 'width' },
      { part: 'box', reading: 'outline-style' },
    ])
    expect(lints((reading) => reading === 'width' || reading === 'outline-style')).toEqual([])
  })
  test('what some cases share, and where they differ', () => {
    const keys = new Set(cases.filter(({ values }) => values.interaction === 'hover').map(({ key }) => key))
    expect(summarise(survey, keys).map(({ reading, isCommon, texts }) => [reading, isCommon, texts[0]])).toEqual([
      ['width', false, ['18px', 2]],
      ['height', true, ['22px', 4]],
      ['outline-style', true, ['solid', 4]],
      ['outline-color', true, ['rgb(0, 0, 255)', 4]],
    ])
  })
})

test.each([
  ['padding', 'padding-left', true],
  ['padding-inline', 'padding-left', true],
  ['padding-top', 'padding-bottom', false],
  ['border', 'border-top-color', true],
  ['border-color', 'border-top-width', false],
  ['box.width', 'width', true],
  ['width', 'height', false],
  ['inset-inline-start', 'left', true],
  ['contrast', 'color', true],
  ['font', 'line-height', true],
])('a rule about %s says something of %s: %s', (stated, reading, wanted) =>
  expect(speaksOf(stated, reading)).toBe(wanted),
)
