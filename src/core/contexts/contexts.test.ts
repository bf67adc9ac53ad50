import { describe, expect, test } from '@jest/globals'
import { answerQuery, CONTEXTS, needsBrowser, notShownLive, surroundingsOf, viewportIn } from './index'

describe('what values of contexts bring about', () => {
  test.each([
    [{ motion: 'reduced' }, { media: { 'prefers-reduced-motion': 'reduce' } }],
    [{ motion: 'wild' }, { media: {} }],
    [{ theme: 'night' }, { media: {} }],
    [
      { 'forced-colors': 'active', 'prefers-contrast': 'more' },
      { media: { 'forced-colors': 'active', 'prefers-contrast': 'more' } },
    ],
    [{ pointer: 'coarse' }, { media: {}, isTouch: true }],
    [{ 'viewport-width': '390px' }, { media: {}, viewportWidth: 390 }],
    [{ 'viewport-width': 'wide' }, { media: {} }],
    [{ 'container-width': 'none' }, { media: {} }],
    [{ 'container-width': '320px' }, { media: {}, containerWidth: 320 }],
    [
      { 'text-zoom': '200%', direction: 'rtl' },
      { media: {}, rootFontSize: '200%', direction: 'rtl' },
    ],
  ])('%j', (values, expected) => {
    expect(surroundingsOf(values)).toEqual(expected)
  })

  test('the examples of every context are understood', () => {
    for (const { name, example, effect } of CONTEXTS.values())
      for (const value of example) expect([name, value, effect(value)]).toEqual([name, value, expect.any(Object)])
  })

  test('the window is as wide as a context says', () => {
    const viewport = { width: 960, height: 720, scale: 1 }
    expect(viewportIn({ 'viewport-width': '390px' }, viewport)).toEqual({ ...viewport, width: 390 })
    expect(viewportIn({ theme: 'day' }, viewport)).toBe(viewport)
  })

  test('a page cannot force colours', () => {
    expect([{ 'forced-colors': 'active' }, { 'forced-colors': 'none' }, {}].map(needsBrowser)).toEqual([
      true,
      false,
      false,
    ])
    expect(notShownLive({ theme: 'day', 'forced-colors': 'active' })).toMatch(
      /^forced-colors: active is not shown here/,
    )
    expect(notShownLive({ 'forced-colors': 'none' })).toBeUndefined()
  })
})

describe('a media query, decided', () => {
  const YES = '(min-width: 0px)'
  const NO = '(max-width: 0px)'
  test.each<[string, Record<string, string>, number | undefined, string]>([
    ['(prefers-reduced-motion: reduce)', {}, undefined, NO],
    ['(prefers-reduced-motion)', { motion: 'reduced' }, undefined, YES],
    ['(prefers-reduced-motion: no-preference)', { motion: 'reduced' }, undefined, NO],
    ['screen and (prefers-contrast: more)', { 'prefers-contrast': 'more' }, undefined, `screen and ${YES}`],
    // No context speaks of it: the reader's own system answers.
    ['(prefers-contrast: more)', {}, undefined, '(prefers-contrast: more)'],
    ['(prefers-color-scheme: dark)', {}, 400, '(prefers-color-scheme: dark)'],
    ['(forced-colors: active)', { 'forced-colors': 'active' }, undefined, YES],
    ['(hover: hover) and (pointer: fine)', {}, undefined, `${YES} and ${YES}`],
    ['(hover: none)', {}, undefined, NO],
    ['(any-hover)', { pointer: 'coarse' }, undefined, NO],
    ['(pointer: coarse), (hover: none)', { pointer: 'coarse' }, undefined, `${YES}, ${YES}`],
    ['(max-width: 500px)', {}, 390, YES],
    ['(max-width: 500px)', {}, undefined, '(max-width: 500px)'],
    ['(min-width: 30em)', {}, 479, NO],
    ['(min-width: 30em)', {}, 480, YES],
    ['(width >= 400px)', {}, 400, YES],
    ['(width < 400px)', {}, 400, NO],
    ['(400px <= width <= 700px)', {}, 701, NO],
    ['(400px < width)', {}, 400, NO],
    ['(400px > width)', {}, 399, YES],
    ['(width: 400px)', {}, 400, YES],
    ['not all and (min-width: 600px)', {}, 390, `not all and ${NO}`],
    ['(min-device-width: 600px)', {}, 390, '(min-device-width: 600px)'],
    // Not a length that can be known here.
    ['(min-width: calc(10px + 20em))', {}, 390, '(min-width: calc(10px + 20em))'],
  ])('%s with %j at %s', (query, values, width, expected) => {
    expect(answerQuery(query, surroundingsOf(values), width)).toBe(expected)
  })
})
