import { describe, expect, test } from '@jest/globals'
import { coverSpace, spaceOf } from '../matrix'
import { readLibrary, treeOf } from '../sheet'
import { checksOf, parseExpectation, valuesOf } from '../spec'
import { readTokens } from '../tokens'
import { ContextJudge, makePlan, markOf, settingsOf, type Measured } from './index'
import { fillIn, isPlain, probeFor } from './probes'

function planOf(sheet: string) {
  const tree = treeOf({
    'library.yaml': 'library: 1\nname: T\ntokens: [t.json]\ncontexts: { theme: [day, night] }',
    't.json': '{ "ink": { "$type": "color", "$value": "#102030" }, "gap": { "$type": "dimension", "$value": "4px" } }',
    'components/t/t.sheet.yaml': `sheet: 1\nname: T\nsource: { kind: markup, markup: t.liquid }\n${sheet}`,
    'components/t/t.liquid': '<p>',
  })
  const { library, problems } = readLibrary(tree)
  expect(problems).toEqual([])
  const [read] = library!.sheets
  const coverage = coverSpace(spaceOf(read!, library!), 'all')
  const cases = coverage.kind === 'cases' ? coverage.cases : []
  return {
    plan: makePlan(read!, library!, cases),
    library: library!,
    sheet: read!,
    tokens: readTokens(library!).book,
    cases,
  }
}

describe('settings', () => {
  const sheet = `
props: { on: { type: flag }, label: { type: text, default: Hut }, n: { type: number, default: 3 }, look: { type: choice, values: [a, b] } }
slots: { lead: { default: none } }
axes:
  first: { values: { x: { props: { on: true } }, y: {} } }
  second: { values: { u: [{ class: c, on: box }, { attr: { title: t } }], v: { props: { on: false } }, w: { property: { p: 1 }, pseudo: [hover, active], on: box } } }
parts: { box: .b }
`
  const { sheet: read } = planOf(sheet)
  test('start from the defaults', () => {
    expect(settingsOf(read, { first: 'y', second: 'u' })).toMatchObject({
      props: { on: false, label: 'Hut', n: 3, look: undefined },
      slots: { lead: { kind: 'none' } },
    })
  })
  test('the later axis wins a prop', () => expect(settingsOf(read, { first: 'x', second: 'v' }).props.on).toBe(false))
  test('attributes come before properties, these before classes, and all apply to the root unless a part is named', () => {
    expect(settingsOf(read, { first: 'x', second: 'u' }).changes).toEqual([
      { on: 'root', attr: { title: 't' } },
      { on: 'box', class: ['c'] },
    ])
    expect(settingsOf(read, { first: 'x', second: 'w' })).toMatchObject({
      changes: [{ on: 'box', property: { p: 1 } }],
      forced: [{ on: 'box', pseudo: ['hover', 'active'] }],
    })
  })
})

describe('a plan', () => {
  test('cases that the same rules match share what is read', () => {
    const { plan } = planOf(
      'axes: { a: [x, y, z] }\nspec:\n  - expect: { root: { width: 1px } }\n  - { when: { a: z }, expect: { root: { height: 2px } } }',
    )
    expect(plan.cases.map(({ profile }) => profile)).toEqual([0, 0, 1])
    expect(plan.profiles.map(({ claims }) => claims.map(({ claim }) => claim.reading.text))).toEqual([
      ['width'],
      ['width', 'height'],
    ])
  })

  test.each(['present: no', 'present: false', 'count: 0'])('%s lifts the part’s other expectations', (absent) => {
    const { plan } = planOf(
      `parts: { a: .a }\nspec: [{ expect: { a: { ${absent}, width: 1px, text: x }, root: { width: 1px } } }]`,
    )
    expect(plan.profiles[0]!.claims.map(({ claim }) => `${claim.part} ${claim.reading.text}`)).toEqual([
      `a ${absent.split(':')[0]}`,
      'root width',
    ])
  })

  test('`any` asks for nothing; what an expectation mentions is read too', () => {
    const { plan } = planOf('parts: { a: .a }\nspec: [{ expect: { root: { width: any, height: "@a.box.height" } } }]')
    expect(plan.profiles[0]!.requests.map(({ part, reading }) => `${part} ${reading.text}`)).toEqual([
      'root height',
      'a box.height',
    ])
  })

  test('cases that others are compared with are read, but not judged', () => {
    const { sheet, library, cases } = planOf(
      'axes: { a: [x, y] }\nspec:\n  - { when: { a: y }, expect: { root: { width: "same as a:x" } } }',
    )
    const plan = makePlan(
      sheet,
      library,
      cases.filter(({ values }) => values.a === 'y'),
    )
    expect(plan.cases.map(({ key, judged }) => `${key} ${judged}`)).toEqual(['a=y true', 'a=x false'])
    expect(plan.profiles.every(({ requests }) => requests.some(({ reading }) => reading.text === 'width'))).toBe(true)
  })
})

test.each([
  ['css', 'width', '22px', 'nothing'],
  ['css', 'width', '50%', 'layout'],
  ['css', 'padding-left', '1em', 'inheritance'],
  ['css', 'padding-left', '1rem', 'nothing'],
  ['css', 'color', 'rgb(1 2 3 / 20%)', 'nothing'],
  ['css', 'color', 'color-mix(in srgb, red 20%, blue)', 'nothing'],
  ['css', 'color', 'rgb(from currentcolor r g b / 20%)', 'inheritance'],
  ['css', 'color', 'var(--x)', 'inheritance'],
  ['css', 'line-height', '1.5', 'inheritance'],
  ['css', 'line-height', '20px', 'nothing'],
  ['css', 'transform', 'translateX(18px)', 'layout'],
  ['css', 'border-radius', '50%', 'inheritance'],
  ['length', 'gap', 'calc(1em + 2px)', 'inheritance'],
] as const)('a %s of %s, %s, needs %s', (kind, property, text, needs) =>
  expect(probeFor(kind, property, text, 'box').needs).toBe(needs),
)

test.each([
  ['length', '12px', true],
  ['length', '1em', false],
  ['number', '4.5', true],
  ['number', 'calc(1/3)', false],
  ['text', 'anything', true],
  ['css', '12px', false],
] as const)('a %s %s is plain: %s', (kind, text, plain) => expect(isPlain(kind, text)).toBe(plain))

test.each([
  ['width', '22px', true],
  ['width', '22.50px', false],
  ['width', '0px', false],
  ['margin-left', '-2px', false],
  ['padding', '2px', false],
  ['border-top-width', '2px', false],
  ['color', 'red', false],
])('in CSS, %s: %s is plain: %s', (name, text, plain) => expect(isPlain('css', text, name)).toBe(plain))

test('tokens and readings are filled in', () => {
  const { tokens } = planOf('')
  const fill = (source: string) => {
    const [value] = checksOf(parseExpectation(source)).flatMap(valuesOf)
    return fillIn(value!, {}, tokens, (part, reading) => (part === 'a' ? `<${reading}>` : undefined))
  }
  expect(fill('{ink}')).toEqual({ text: '#102030' })
  expect(fill('1px solid {ink / 22%}')).toEqual({ text: '1px solid rgb(from #102030 r g b / 22%)' })
  expect(fill('calc(@a.box.width + {gap})')).toEqual({ text: 'calc(<box.width> + 4px)' })
  expect(fill('{none}')).toMatchObject({ invalid: expect.stringContaining('no token {none}') })
  expect(fill('@b.width')).toMatchObject({ invalid: '@b.width could not be read' })
})

describe('judging', () => {
  const { plan, tokens } = planOf(
    'axes: { a: [x, y, z] }\nspec:\n  - expect: { root: { width: calc(11px * 2), height: 1em } }\n  - { when: { a: y }, expect: { root: { width: "same as a:x" } } }',
  )
  const tolerance = { length: 0.05, colour: 0, number: 0.001 }
  const readings =
    (...texts: (string | undefined)[]) =>
    (request: number): Measured =>
      texts[request] === undefined ? { unread: 'gone' } : { text: texts[request]! }

  test('asks once for what depends on nothing, and per case for what is relative', () => {
    const judge = new ContextJudge(plan, tokens, tolerance)
    const asked = [plan.cases[0]!, plan.cases[2]!].flatMap((planned) =>
      [...judge.probes(planned, readings('22px', '16px'))].map(
        ({ probe, caseKey }) => `${probe.property} ${caseKey ?? ''}`,
      ),
    )
    expect(asked).toEqual(['width ', 'height a=x', 'height a=z'])
  })

  test('gives verdicts, and the same object for the same reading', () => {
    const judge = new ContextJudge(plan, tokens, tolerance)
    const [x, , z] = plan.cases
    for (const planned of [x!, z!])
      for (const { key } of judge.probes(planned, readings('22px', '16px')))
        judge.answer(key, { text: key.includes('height') ? '16px' : '22px' })
    const first = judge.judge(x!, 0, readings('22px', '16px'), () => 'later')
    expect(first).toMatchObject({ verdict: 'holds', expected: '22px' })
    expect(judge.judge(z!, 0, readings('22px', '16px'), () => 'later')).toBe(first)
    expect(judge.judge(z!, 0, readings('20px', '16px'), () => 'later')).toMatchObject({
      verdict: 'misses',
      difference: '-2px',
    })
    expect(judge.judge(z!, 1, readings('22px', '17px'), () => 'later')).toMatchObject({
      verdict: 'misses',
      difference: '+1px',
    })
    expect(judge.judge(z!, 1, readings('22px'), () => 'later')).toMatchObject({ verdict: 'unread', reason: 'gone' })
  })

  test('waits for a case that has not been read', () => {
    const judge = new ContextJudge(plan, tokens, tolerance)
    const y = plan.cases[1]!
    const at = plan.profiles[y.profile]!.claims.findIndex(({ claim }) => claim.reading.text === 'width')
    expect(judge.judge(y, at, readings('20px', '20px'), () => 'later')).toBe('later')
    expect(judge.judge(y, at, readings('20px', '20px'), () => ({ text: '20px' }))).toMatchObject({ verdict: 'holds' })
    expect(judge.judge(y, at, readings('20px', '20px'), () => ({ unread: 'gone' }))).toMatchObject({
      verdict: 'unread',
    })
  })
})

test.each([
  [[], 'open'],
  [['holds', 'holds'], 'holds'],
  [['holds', 'unread'], 'unread'],
  [['unread', 'misses', 'holds'], 'misses'],
] as const)('the mark of %j is %s', (verdicts, mark) => {
  expect(markOf({ checks: verdicts.map((verdict) => ({ verdict }) as never) })).toBe(mark)
})
