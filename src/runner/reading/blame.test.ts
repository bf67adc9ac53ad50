import { describe, expect, test } from '@jest/globals'
import type { Protocol } from 'puppeteer-core'
import { blame, variablesIn } from './blame'

const rule = (...declarations: [name: string, value: string, line: number][]) =>
  ({
    matchingSelectors: [0],
    rule: {
      origin: 'regular',
      selectorList: { selectors: [], text: '' },
      style: {
        styleSheetId: 's',
        shorthandEntries: [],
        cssProperties: declarations.map(([name, value, line]) => ({
          name,
          value,
          text: `${name}: ${value};`,
          range: { startLine: line, startColumn: 0, endLine: line, endColumn: 9 },
        })),
      },
    },
  }) as unknown as Protocol.CSS.RuleMatch

type Matched = Protocol.CSS.GetMatchedStylesForNodeResponse
const placeOf = ({ line }: { line?: number }) => (line! < 100 ? { file: 'a.css', line: line!, column: 1 } : undefined)
const linesOf = (given: Partial<Matched>, pseudo?: string) => {
  const found = blame(given as Matched, ['background-color'], pseudo, placeOf)
  return found && [found.line, ...(found.through ?? []).map(({ line }) => line)]
}

describe('what is to blame', () => {
  test.each([
    ['a plain value', [rule(['background', 'red', 1])], [1]],
    ['a custom property, before its use', [rule(['--a', 'red', 1], ['background', 'var(--a)', 2])], [1, 2]],
    [
      'the declaration of it that wins',
      [rule(['--a', 'red', 1]), rule(['--a', 'blue', 5], ['background', 'var(--a)', 6])],
      [5, 6],
    ],
    [
      'by way of another',
      [rule(['--b', 'red', 1], ['--a', 'var(--b, green)', 2], ['background', 'var(--a)', 3])],
      [1, 2, 3],
    ],
    [
      'after its use, where it is an ingredient',
      [rule(['--a', 'red', 1], ['background', 'rgb(from var(--a) r g b / 18%)', 2])],
      [2, 1],
    ],
    ['a token of no file is passed over', [rule(['--a', 'red', 200], ['background', 'var(--a)', 2])], [2]],
    [
      'properties that name each other',
      [rule(['--a', 'var(--b)', 1], ['--b', 'var(--a)', 2], ['background', 'var(--a)', 3])],
      [2, 1, 3],
    ],
  ])('%s', (_, matchedCSSRules, lines) => expect(linesOf({ matchedCSSRules })).toEqual(lines))

  test('an inherited custom property', () =>
    expect(
      linesOf({
        matchedCSSRules: [rule(['background', 'var(--a)', 2])],
        inherited: [{ matchedCSSRules: [rule(['--a', 'red', 9])] }],
      }),
    ).toEqual([9, 2]))

  test('a pseudo-element takes it from its element', () =>
    expect(
      linesOf(
        {
          matchedCSSRules: [rule(['--a', 'red', 4])],
          pseudoElements: [{ pseudoType: 'after', matches: [rule(['background', 'var(--a)', 7])] }],
        },
        '::after',
      ),
    ).toEqual([4, 7]))
})

test.each([
  ['var(--a)', ['--a'], []],
  ['1px solid var(--a, var(--b))', ['--a'], ['--b']],
  ['calc(var(--a) * 2)', [], ['--a']],
  ['var(--a) var(--c) url(--x)', ['--a', '--c'], []],
])('the custom properties in %s', (value, whole, inner) => expect(variablesIn(value)).toEqual({ whole, inner }))
