import { describe, expect, test } from '@jest/globals'
import type { Token, TokenBook } from '../tokens'
import { bearersOf } from './bearers'
import { playBreaks, renderedBreaks, styleBreaks } from './index'
import { styleRules } from './styleText'

const token = (path: string, css: string, fields?: Record<string, string>) =>
  ({
    path,
    type: fields ? 'typography' : 'dimension',
    property: `--${path.replaceAll('.', '-')}`,
    css,
    fields,
  }) as Token
const tokens = {
  list: () => [
    token('space.1', '4px'),
    token('space.2', '8px'),
    token('space.same', '8px'),
    token('radius.s', '2px'),
    token('type.body', '400 14px x', { 'font-size': '14px' }),
    token('type.head', '600 20px x', { 'font-size': '20px' }),
  ],
} as unknown as TokenBook

const of = (css: string) => styleBreaks({ url: 'a.css', text: css }, tokens)
const told = (css: string) => of(css).map(({ kind, told }) => `${kind} ${told}`)
const broken = (css: string, words: string) => {
  const { edit } = of(css).find(({ told }) => told.includes(words))!
  return css.slice(0, edit.from) + edit.text + css.slice(edit.to)
}

describe('breaks of styles', () => {
  test.each([
    ['.a { color: red }', ['declaration color: red left out', expect.stringMatching(/^colour color: red → oklch/)]],
    [
      '.a { padding: 8px 0 }',
      ['declaration padding: 8px 0 left out', 'length padding: 8px 0 → 9px 0', 'length padding: 8px 0 → 8.8px 0'],
    ],
    ['.a { width: 10px }', ['declaration width: 10px left out', 'length width: 10px → 11px']],
    [
      '.a { gap: 1rem }',
      ['declaration gap: 1rem left out', 'length gap: 1rem → calc(1rem + 1px)', 'length gap: 1rem → 1.1rem'],
    ],
    ['.a { width: 50% }', ['declaration width: 50% left out', 'length width: 50% → 55%']],
    [
      '.a { transition-delay: 200ms }',
      [
        'declaration transition-delay: 200ms left out',
        'duration transition-delay: 200ms → 240ms',
        'duration transition-delay: 200ms → 160ms',
      ],
    ],
    [
      '.a { margin: var(--space-1) }',
      ['declaration margin: var(--space-1) left out', 'token margin: var(--space-1) → var(--space-2)'],
    ],
    // The last of its group has the one before beside it; one of equal value is none.
    [
      '.a { margin: var(--space-same) }',
      ['declaration margin: var(--space-same) left out', 'token margin: var(--space-same) → var(--space-1)'],
    ],
    // The only one of its group, and one that is no token.
    ['.a { margin: var(--radius-s) }', ['declaration margin: var(--radius-s) left out']],
    ['.a { margin: var(--own) }', ['declaration margin: var(--own) left out']],
    [
      '.a { font: var(--type-body-font) }',
      ['declaration font: var(--type-body-font) left out', 'token font: var(--type-body-font) → var(--type-head-font)'],
    ],
    [
      '.a:hover { top: 0; left: 0 }',
      ['state rule .a:hover left out', 'declaration top: 0 left out', 'declaration left: 0 left out'],
    ],
    ['.a:hover { top: 0 }', ['declaration top: 0 left out']],
    // What is no colour, what cannot be seen, and what is made of others.
    ['.a { color: transparent }', ['declaration color: transparent left out']],
    [
      '.a { color: rgb(from var(--b) r g b / 75%) }',
      [expect.stringMatching(/^declaration/), expect.stringMatching(/^length .*82.5%/)],
    ],
    ['.a { content: "8px red"; background: url(8px.png) }', [expect.anything(), expect.anything()]],
    // Frames, fonts and registered properties style no element.
    ['@font-face { src: url(x) } @keyframes t { to { top: 1px } } @property --x { syntax: "*" }', []],
    ['.a { {{ } color', []],
    ['', []],
  ])('%s', (css, expected) => expect(told(css)).toEqual(expected))

  test('a break changes the text in its place only', () => {
    const css = '/* padding: 8px */ .a { padding: 8px; }\n.b { padding: 8px; color: #fff }'
    expect(
      of(css)
        .filter(({ told }) => told === 'padding: 8px left out')
        .map(({ line }) => line),
    ).toEqual([1, 2])
    expect(broken(css, '8px → 9px')).toBe('/* padding: 8px */ .a { padding: 9px; }\n.b { padding: 8px; color: #fff }')
    expect(broken(css, 'left out')).toBe('/* padding: 8px */ .a { ; }\n.b { padding: 8px; color: #fff }')
    expect(broken('.a { top: 1px !important }', '2px')).toBe('.a { top: 2px !important }')
    expect(broken('.a:focus { top: 1px; left: 2px } .b {}', 'rule')).toBe('.a:focus {} .b {}')
  })

  test('a nested rule is known by what it would be outside', () => {
    const rules = styleRules('.a { top: 0; &:hover { left: 0 } .b & { right: 0 } @media print { > i { bottom: 0 } } }')
    expect(rules.map(({ selector, declarations }) => [selector, declarations.map(({ property }) => property)])).toEqual(
      [
        ['.a', ['top']],
        [':is(.a):hover', ['left']],
        ['.b :is(.a)', ['right']],
        [':is(.a) > i', ['bottom']],
      ],
    )
  })
})

describe('what a rule can ever style', () => {
  test.each([
    ['.a', '.a', ''],
    ['.a:hover', '.a', ''],
    ['.a:not(.b) > i', '.a>i', ''],
    ['.a:focus-within .b', '.a .b', ''],
    ['.a::before', '.a', '::before'],
    ['.a:hover::after', '.a', '::after'],
    [':hover', '*', ''],
    ['.a > :checked', '.a>*', ''],
    [':is(.a:hover, .b) i', ':is(.a,.b) i', ''],
    ['.a, .b::before', '.a,.b', undefined],
    [':has(.x) .a', '* .a', ''],
    ['.a[aria-checked="true"]', '.a[aria-checked="true"]', ''],
    ['.a:nth-child(2)', '.a', ''],
    // The host of a shadow tree: what stands in it may stand at the top.
    [':host', ':host', ''],
    [":host([tone='loud'])::before", ':host', '::before'],
    [':host(.a) > .b, .c', '.b,.c', ''],
    [':host-context(.night) :host', ':host', ''],
  ])('%s', (selector, bearers, pseudo) => expect(bearersOf(selector)).toEqual({ bearers, pseudo }))

  test('is everything, where it cannot be told', () => {
    expect(bearersOf('..').bearers).toBeUndefined()
  })
})

test('breaks of what is rendered, and of what is done', () => {
  const shown = [
    { what: 'attribute', of: 'toggle', name: 'aria-checked' },
    { what: 'attribute', of: 'toggle', name: 'class' },
    { what: 'text', of: 'label' },
  ] as const
  expect(renderedBreaks(shown).map(({ told }) => told)).toEqual([
    'aria-checked of toggle left out',
    'text of label emptied',
  ])
  const done = [
    { what: 'event', name: 'change' },
    { what: 'timer', delay: 200 },
    { what: 'listener', name: 'click' },
    { what: 'focus' },
  ] as const
  expect(playBreaks(done).map(({ told }) => told)).toEqual([
    'change is not sent',
    'timer of 200 ms runs after 240 ms',
    'timer of 200 ms runs after 160 ms',
    'listener for click left out',
    'focus() does nothing',
  ])
})
