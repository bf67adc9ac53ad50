import { describe, expect, test } from '@jest/globals'
import type { Protocol } from 'puppeteer-core'
import { winningDeclaration } from './winningDeclaration'

type Property = Protocol.CSS.CSSProperty
const property = (name: string, value: string, line: number, more: Partial<Property> = {}): Property => ({
  name,
  value,
  text: `${name}: ${value};`,
  range: { startLine: line, startColumn: 2, endLine: line, endColumn: 20 },
  ...more,
})
const rule = (cssProperties: Property[], origin: Protocol.CSS.StyleSheetOrigin = 'regular') =>
  ({
    matchingSelectors: [0],
    rule: {
      origin,
      selectorList: { selectors: [], text: '' },
      style: { styleSheetId: 's', cssProperties, shorthandEntries: [] },
    },
  }) as unknown as Protocol.CSS.RuleMatch
const matched = (given: Partial<Protocol.CSS.GetMatchedStylesForNodeResponse>) =>
  given as Protocol.CSS.GetMatchedStylesForNodeResponse

describe('the winning declaration', () => {
  test.each([
    ['the last that matches', [rule([property('color', 'red', 1)]), rule([property('color', 'blue', 5)])], 'color', 5],
    [
      'an important one, the first of them',
      [
        rule([property('color', 'red', 1, { important: true })]),
        rule([property('color', 'blue', 5, { important: true })]),
      ],
      'color',
      1,
    ],
    ['a shorthand of it', [rule([property('border', '1px solid', 3)])], 'border-top-width', 3],
    ['a longhand of it', [rule([property('padding', '1px', 2), property('padding-left', '2px', 3)])], 'padding', 3],
    [
      'not the browser’s own',
      [rule([property('display', 'block', 7)], 'user-agent'), rule([property('display', 'flex', 9)])],
      'display',
      9,
    ],
    [
      'not one that was not understood',
      [rule([property('color', 'red', 1), property('color', 'redd', 2, { parsedOk: false })])],
      'color',
      1,
    ],
    ['not another property', [rule([property('width', '1px', 1), property('max-width', '2px', 2)])], 'width', 1],
  ] as const)('is %s', (_, matchedCSSRules, name, line) => {
    expect(winningDeclaration(matched({ matchedCSSRules: [...matchedCSSRules] }), [name], undefined)?.line).toBe(line)
  })

  test('may be inherited, where the property is', () => {
    const inherited = [{ matchedCSSRules: [rule([property('color', 'red', 4), property('width', '1px', 5)])] }]
    expect(winningDeclaration(matched({ inherited }), ['color'], undefined)?.line).toBe(4)
    expect(winningDeclaration(matched({ inherited }), ['width'], undefined)).toBeUndefined()
  })

  test('of a pseudo-element is its own', () => {
    const pseudoElements = [{ pseudoType: 'after' as const, matches: [rule([property('width', '3px', 8)])] }]
    expect(
      winningDeclaration(
        matched({ matchedCSSRules: [rule([property('width', '1px', 1)])], pseudoElements }),
        ['width'],
        '::after',
      )?.line,
    ).toBe(8)
  })
})
