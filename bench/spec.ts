import { draftSpec } from '@/core/draft'
import type { Dimension } from '@/core/matrix'
import { makeCase, type Case, type Space } from '@/core/matrix'
import { readLibrary, treeOf } from '@/core/sheet'
import { makeCascade, readRules } from '@/core/spec'
import { readSheet } from '@/core/sheet'
import { judgeSurvey, type Survey } from '@/core/survey'
import { readTokens } from '@/core/tokens'

const axis = (name: string, count: number): Dimension => ({
  name,
  kind: 'axis',
  values: Array.from({ length: count }, (_, at) => `v${at}`),
  default: 'v0',
})

/** 5,000 cases on five axes. */
const DIMENSIONS = [axis('size', 5), axis('tone', 5), axis('state', 10), axis('shape', 5), axis('theme', 4)]
const space: Space = { dimensions: DIMENSIONS, without: [], fixed: {} }
const cases: Case[] = DIMENSIONS.reduce<Record<string, string>[]>(
  (all, { name, values }) => all.flatMap((one) => values.map((value) => ({ ...one, [name]: value }))),
  [{}],
).map((values) => makeCase(values, space))

const READINGS = [
  'width',
  'height',
  'color',
  'opacity',
  'border-top-width',
  'font-size',
  'padding-top',
  'margin-top',
  'top',
  'left',
  'z-index',
  'line-height',
  'letter-spacing',
  'flex-grow',
  'order',
  'row-gap',
  'column-gap',
  'rotate',
  'scale',
  'cursor',
]
const PARTS = Array.from({ length: 10 }, (_, at) => `part-${at}`)
const number = (value: string | undefined) => Number(value!.slice(1))

/** What readings are like: most constant, many following an axis, some two or three, some with exceptions. */
const KINDS: readonly ((values: Case['values']) => number)[] = [
  () => 5,
  () => 7,
  () => 9,
  ({ size }) => number(size),
  ({ size, tone }) => number(tone) * 5 + number(size),
  ({ state, shape, theme }) => (state === 'v3' && shape === 'v2' ? 50 : number(theme)),
  ({ size, tone, state }) => (size === 'v1' ? 1 : tone === 'v2' ? 2 : number(state) + 10),
  ({ size, tone, theme }) => (theme === 'v3' ? 0 : (number(size) + number(tone)) % 4),
]

function survey(): Survey {
  const kinds = PARTS.flatMap((_, part) =>
    READINGS.map((_, reading) => KINDS[(part * READINGS.length + reading) % KINDS.length]!),
  )
  return {
    slug: 'bench',
    readings: PARTS.flatMap((part) => READINGS.map((reading) => ({ part, reading, declared: true, initial: '' }))),
    texts: Array.from({ length: 60 }, (_, at) => `${at}px`),
    reasons: [],
    usage: [],
    contexts: [{ values: {}, tokens: [] }],
    cases: cases.map(({ key, values }) => ({ key, values, context: 0, read: kinds.map((kind) => kind(values)) })),
  }
}

const time = (work: () => void) => {
  const start = performance.now()
  work()
  return performance.now() - start
}

const TOLERANCE = { length: 0.05, colour: 0, number: 0.001 }

/** Drafting a spec of 5,000 cases × 10 parts × 20 readings, resolving the cascade of what was drafted in all of them, and judging it by what was read; in ms. */
export function specTimes(): { draftMs: number; cascadeMs: number; judgeMs: number; expectations: number } {
  const all = survey()
  let draft = draftSpec(all, DIMENSIONS, { only: () => true })
  const draftMs = time(() => (draft = draftSpec(all, DIMENSIONS, { only: () => true })))
  const sheet = readSheet(
    JSON.stringify({
      sheet: 1,
      name: 'Bench',
      source: { kind: 'markup', markup: 'bench.liquid' },
      parts: Object.fromEntries(PARTS.map((part) => [part, `.${part}`])),
      axes: Object.fromEntries(
        DIMENSIONS.map(({ name, values }) => [
          name,
          { of: 'state', values: Object.fromEntries(values.map((value) => [value, {}])) },
        ]),
      ),
      spec: draft.rules.map(({ when, claims }) => {
        const expect: Record<string, Record<string, string>> = {}
        for (const { part, reading, expectation } of claims) (expect[part] ??= {})[reading] = expectation
        return { when, expect }
      }),
    }),
    'bench/bench.sheet.yaml',
  ).sheet!
  const { rules } = readRules(sheet, DIMENSIONS)
  const judgeMs = time(() => judgeSurvey(all, space, rules, TOLERANCE, (_, text) => ({ text })))
  let resolved = 0
  const cascadeMs = time(() => {
    const resolve = makeCascade(rules)
    for (const { values } of cases) resolved += resolve(values).size
  })
  if (resolved !== cases.length * PARTS.length * READINGS.length) throw new Error(`${resolved} readings were resolved`)
  return { draftMs, cascadeMs, judgeMs, expectations: draft.rules.reduce((sum, { claims }) => sum + claims.length, 0) }
}

/** Reading a library with 5,000 tokens, a third of them aliases, in two contexts; in ms. */
export function tokenTime(): number {
  const groups = Array.from({ length: 50 }, (_, group) => [
    `group${group}`,
    {
      $type: 'color',
      ...Object.fromEntries(
        Array.from({ length: 100 }, (_, at) => [
          `tone${at}`,
          at % 3 === 0 && group > 0
            ? { $value: `{group${group - 1}.tone${(at + 1) % 100}}` }
            : { $value: { colorSpace: 'srgb', components: [group / 50, at / 100, 0.5] }, $description: 'Made up' },
        ]),
      ),
    },
  ])
  const tree = treeOf({
    'library.yaml': 'library: 1\nname: Bench\ntokens: [all.resolver.json]\n',
    'all.resolver.json': JSON.stringify({
      version: '2025.10',
      sets: { base: { sources: [{ $ref: 'all.tokens.json' }] } },
      modifiers: {
        theme: {
          default: 'day',
          contexts: { day: [], night: [{ group0: { $type: 'color', tone1: { $value: '#fff' } } }] },
        },
      },
      resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/theme' }],
    }),
    'all.tokens.json': JSON.stringify(Object.fromEntries(groups), null, 2),
  })
  const { library } = readLibrary(tree)
  readTokens(library!)
  return time(() => {
    const { book } = readTokens(library!)
    if (book.list({ theme: 'night' }).length !== 5000) throw new Error('not all tokens were read')
  })
}
