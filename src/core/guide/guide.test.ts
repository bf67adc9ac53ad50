import { describe, expect, test } from '@jest/globals'
import { openBench, benchSheetOf } from '../bench'
import { spaceOf } from '../matrix'
import { readScenarios } from '../scenario'
import { readLibrary, treeOf } from '../sheet'
import { readRules } from '../spec'
import { checkGuide, examplesOf, keysOf, readGuide, starterGuide, tokensOf, typeOf, withoutTitle } from '.'

const { library } = readLibrary(
  treeOf({
    'library.yaml': 'library: 1\nname: Huts\ncontexts: { theme: [day, night] }\n',
    'components/bell/bell.sheet.yaml': `sheet: 1
name: Bell
about: It rings.
source: { kind: markup, markup: bell.liquid }
parts: { root: .bell, cord: .cord }
props: { size: { type: choice, values: [small, large], default: small }, times: { type: number, min: 1, max: 9, unit: x }, word: { type: text, max-length: 9 } }
slots: { lead: { accepts: [bell], default: none } }
axes: { size: [small, large], mood: { of: state, values: { calm: {}, loud: { props: { times: 3 } } } } }
spec:
  - expect: { root: { color: "{color.ink}", width: 3px }, cord: { border-color: "{color.ink / 20%} or {color.edge}" } }
scenarios:
  - { name: By Enter, steps: [{ press: Enter }, { press: Tab }] }
  - { name: By both, steps: [{ press: Enter }] }
examples:
  twice: { about: Twice as loud, axes: { mood: loud }, props: { word: Ding }, slots: { lead: { component: bell, props: { word: Dong }, slots: { lead: bell } } } }
  none: { slots: { lead: none } }
`,
    'components/bell/bell.liquid': '<div class="bell"></div>',
  }),
)
const sheet = library!.sheets[0]!
const around = { contexts: library!.data.contexts, components: ['bell'] }

describe('a guide', () => {
  test('is prose and directives, each with its line; code is not looked into', () => {
    const text = [
      '# Bell',
      '',
      '::bench',
      'Some words',
      '```',
      '::case{size=small}',
      '```',
      '::case{size=large, mood=loud@theme=night}',
      '::do{size=small} Keep it small.',
      ':: not one',
      '::exmaple{twice}',
    ].join('\n')
    expect(readGuide(text)).toEqual([
      { kind: 'prose', line: 1, text: '# Bell\n' },
      { kind: 'directive', line: 3, directive: { name: 'bench', values: {}, text: '' } },
      { kind: 'prose', line: 4, text: 'Some words\n```\n::case{size=small}\n```' },
      {
        kind: 'directive',
        line: 8,
        directive: { name: 'case', values: { size: 'large', mood: 'loud', theme: 'night' }, text: '' },
      },
      { kind: 'directive', line: 9, directive: { name: 'do', values: { size: 'small' }, text: 'Keep it small.' } },
      { kind: 'prose', line: 10, text: ':: not one' },
      { kind: 'unknown', line: 11, name: 'exmaple' },
    ])
  })

  test.each([
    ['::case{size=small,theme=night}', undefined],
    ['::example{twice}', undefined],
    ['::matrix{rows=size,columns=theme,mood=loud}', undefined],
    ['[another](bell), [outside](https://hut.example/), [a place](#s-words)', undefined],
    ['::exmaple{twice}', 'there is no directive "exmaple"; did you mean "example"?'],
    ['::example{twce}', 'there is no example "twce"; did you mean "twice"?'],
    ['::example', '"::example" needs the name of an example in braces'],
    ['::case{sise=small}', 'there is no axis or context "sise"; did you mean "size"?'],
    ['::case{size=huge}', 'there is no size "huge": there are small, large'],
    ['::case{small}', '"small" says no value: an axis and its value are written axis=value'],
    ['::matrix{rows=sise}', 'there is no axis "sise"; did you mean "size"?'],
    ['::props{size}', '"::props" takes nothing in braces, and here stands "size"'],
    ['See the [bel](bel).', 'there is no component "bel"; did you mean "bell"?'],
  ])('%s: %s', (line, message) => {
    const problems = checkGuide(readGuide(`Words\n\n${line}\n`), sheet, around)
    expect(problems).toEqual(message === undefined ? [] : [{ line: 3, message }])
  })

  test('that nobody has written says all that the sheet can tell, and is in order', () => {
    const text = starterGuide(sheet)
    expect(text).toContain('It rings.')
    expect(readGuide(text).flatMap((block) => (block.kind === 'directive' ? [block.directive.name] : []))).toEqual([
      'bench',
      'examples',
      'states',
      'anatomy',
      'props',
      'slots',
      'keys',
      'tokens',
    ])
    expect(checkGuide(readGuide(text), sheet, around)).toEqual([])
  })

  test('examples are settings of the bench, at any depth', () => {
    const [twice, none] = examplesOf(sheet)
    expect(twice).toEqual({
      name: 'twice',
      about: 'Twice as loud',
      setting: {
        ':mood': 'loud',
        word: 'Ding',
        'lead/': { component: 'bell' },
        'lead/word': 'Dong',
        'lead/lead/': { component: 'bell' },
      },
    })
    expect(none!.setting).toEqual({ 'lead/': 'none' })
    const { settings } = openBench(new Map([['bell', benchSheetOf(sheet)]]), 'bell', twice!.setting)
    expect(settings).toMatchObject({ props: { times: 3, word: 'Ding' }, slots: { lead: { props: { word: 'Dong' } } } })
  })

  test('what tables tell comes from the sheet', () => {
    const space = spaceOf(sheet, library!)
    expect(keysOf(readScenarios(sheet, library!, space))).toEqual([
      { keys: 'Enter', scenarios: ['By Enter', 'By both'] },
      { keys: 'Tab', scenarios: ['By Enter'] },
    ])
    expect(tokensOf(readRules(sheet, space.dimensions).rules, ['color.ink', 'space.2'])).toEqual([
      { path: 'color.edge', uses: ['cord · border-color'], isStyled: false },
      { path: 'color.ink', uses: ['root · color', 'cord · border-color'], isStyled: true },
      { path: 'space.2', uses: [], isStyled: true },
    ])
    expect(Object.values(sheet.data.props).map(typeOf)).toEqual([
      'small | large',
      'number 1…9 x',
      'text, up to 9 characters',
    ])
  })
})

test.each([
  ['# Lamp\n\nHigh.', '\n\nHigh.'],
  ['\n# lamp  \nHigh.', '\n\nHigh.'],
  ['# Lamp', ''],
  ['# Lamps\nHigh.', '# Lamps\nHigh.'],
  ['High.\n\n# Lamp\n', 'High.\n\n# Lamp\n'],
  ['## Lamp\n', '## Lamp\n'],
])('%j does not say the name twice', (text, expected) => expect(withoutTitle(text, 'Lamp')).toBe(expected))
