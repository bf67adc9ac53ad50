import { expect, test } from '@jest/globals'
import { completeExpectation, completeReading, type CompletionContext } from './index'

const context: CompletionContext = {
  reading: 'background-color',
  kind: 'css',
  tokens: [
    { path: 'space.2', type: 'dimension', css: '8px' },
    { path: 'color.ink', type: 'color', css: '#111' },
    { path: 'color.pine.600', type: 'color', css: '#1e6049' },
  ],
  parts: ['box', 'label'],
  axes: [{ name: 'interaction', values: ['rest', 'hover'] }],
  readings: ['rgb(0, 0, 0)'],
}

test.each<[string, string[], Partial<CompletionContext>?]>([
  // What is likely comes first: the property's own tokens.
  ['{', ['{color.ink}', '{color.pine.600}']],
  ['{pine', ['{color.pine.600}']],
  ['{spa', ['{space.2}']],
  ['2px solid {in', ['{color.ink}']],
  ['@', ['@box.', '@label.']],
  ['@box.box.w', ['@box.box.width']],
  ['same as ', ['interaction:rest', 'interaction:hover']],
  ['same as interaction:h', ['interaction:hover']],
  ['12', ['px', '%', 'em', 'rem'], { reading: 'width' }],
  ['200', ['ms', 's'], { reading: 'transition-duration' }],
  ['12p', ['px'], { reading: 'width' }],
  ['rg', ['rgb(0, 0, 0)']],
  ['ye', ['yes'], { kind: 'truth', readings: [] }],
  ['red o', ['or ']],
])('after %s come %j', (before, wanted, given = {}) => {
  const found = completeExpectation(before, { ...context, ...given }).map(({ text }) => text)
  expect(found.slice(0, wanted.length)).toEqual(wanted)
})

test('a suggestion replaces the piece that was begun, not what stands before it', () => {
  const [first] = completeExpectation('2px solid {in', context)
  expect('2px solid {in'.slice(0, first!.from) + first!.text).toBe('2px solid {color.ink}')
})

test('readings that were surveyed come before all others', () => {
  expect(completeReading('wid', ['width'], ['box.width', 'width', 'min-width']).map(({ text }) => text)).toEqual([
    'width',
    'box.width',
    'min-width',
  ])
})
