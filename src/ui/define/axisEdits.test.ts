import { expect, test } from '@jest/globals'
import type { Reach } from '@/core/sheet'
import { reachesOf, reachRows } from './axisEdits'

test.each<[string, Reach[]]>([
  ['nothing', []],
  ['one prop', [{ props: { busy: true } }]],
  ['several things at once', [{ props: { busy: true, size: 'large' }, slots: { note: 'none' } }]],
  [
    'states of two parts',
    [
      { pseudo: ['hover', 'active'], on: 'box' },
      { pseudo: ['focus'], on: 'label' },
    ],
  ],
  ['what is set on elements', [{ attr: { 'aria-busy': true }, property: { value: 3 }, class: ['is-on', 'is-new'] }]],
  ['steps', [{ steps: [{ click: 'box' }, { press: 'Enter' }] }]],
])('%s is taken apart into rows, and put together again', (_, reaches) => {
  expect(reachesOf(reachRows(reaches))).toEqual(reaches)
})
