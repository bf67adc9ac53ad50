import { expect, test } from '@jest/globals'
import { explain, groupPictures, type PictureResult, type Trait, type TraitLine } from './index'

const token = (value: string, line = 7): TraitLine => ({
  file: 'tokens.json',
  line,
  declaration: `color.pine: ${value}`,
})
const css = (declaration: string, line = 12): TraitLine => ({ file: 'bunk.css', line, declaration })
const trait = (reading: string, text: string, lines: TraitLine[] = []): Trait => ({ part: 'box', reading, text, lines })
const fill = css('background: var(--color-pine)')

test.each<[string, Trait[], Trait[], object]>([
  [
    'a token behind a declaration',
    [trait('background-color', 'green', [fill, token('green')])],
    [trait('background-color', 'blue', [fill, token('blue')])],
    { causes: [{ kind: 'line', before: token('green'), after: token('blue') }] },
  ],
  [
    'the declaration itself, and what follows from it',
    [trait('padding-left', '4px', [css('padding: 4px')]), trait('box.width', '40px')],
    [trait('padding-left', '6px', [css('padding: 6px', 14)]), trait('box.width', '44px')],
    { causes: [{ kind: 'line', before: css('padding: 4px'), after: css('padding: 6px', 14) }] },
  ],
  [
    'a declaration that names a token no more',
    [trait('color', 'green', [css('color: var(--color-pine)'), token('green')])],
    [trait('color', 'red', [css('color: red')])],
    { causes: [{ kind: 'line', before: css('color: var(--color-pine)'), after: css('color: red') }] },
  ],
  [
    'a declaration that is gone',
    [trait('color', 'red', [css('color: red')])],
    [trait('color', 'black')],
    { causes: [{ kind: 'line', before: css('color: red'), after: undefined }] },
  ],
  [
    'a text, which no line says',
    [trait('text', 'Lower bunk')],
    [trait('text', 'Upper bunk')],
    { causes: [{ kind: 'reading', part: 'box', reading: 'text', from: 'Lower bunk', to: 'Upper bunk' }] },
  ],
  [
    'lines that only stand elsewhere',
    [trait('color', 'red', [css('color: red', 1)])],
    [trait('color', 'red', [css('color: red', 9)])],
    { causes: [], changes: [] },
  ],
])('%s', (_, before, after, expected) => {
  expect(explain(before, after)).toMatchObject(expected)
})

const picture = (key: string, traits: Trait[], verdict: PictureResult['verdict'] = 'changed'): PictureResult => ({
  key,
  verdict,
  picture: key,
  width: 1,
  height: 1,
  at: { x: 0, y: 0 },
  traits,
})

test('pictures are grouped by what made them change, and what nothing explains stands apart', () => {
  const [old, now] = [
    trait('background-color', 'green', [fill, token('green')]),
    trait('background-color', 'blue', [fill, token('blue')]),
  ]
  const border = [
    trait('border-top-color', 'green', [token('green')]),
    trait('border-top-color', 'blue', [token('blue')]),
  ] as const
  const before: Record<string, Trait[]> = { a: [old], b: [border[0]], c: [old], d: [old], e: [old] }
  const groups = groupPictures(
    [
      picture('c', [old]),
      picture('a', [now]),
      picture('b', [border[1]]),
      picture('d', [now], 'same'),
      picture('e', [now], 'moved'),
    ],
    ({ key }) => before[key],
  )
  expect(groups.map(({ pictures, causes }) => [pictures.map(({ key }) => key), causes.length])).toEqual([
    [['a', 'b', 'e'], 1],
    [['c'], 0],
  ])
  expect(groups[0]!.changes.map(({ reading }) => reading)).toEqual(['background-color', 'border-top-color'])
})
