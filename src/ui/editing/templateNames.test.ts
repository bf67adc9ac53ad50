import { expect, test } from '@jest/globals'
import { readSheet } from '@/core/sheet'
import { templateMembers } from './templateNames'

const { sheet } = readSheet(
  `sheet: 1
name: Lamp
source: { kind: markup, markup: lamp.liquid }
props: { read-only: { type: flag }, label: { type: text, about: What it says } }
slots: { lead: { accepts: any } }
`,
  'components/lamp/lamp.sheet.yaml',
)

test.each([
  [['props'], ['read-only', 'label']],
  [['slots'], ['lead']],
  [['id'], []],
  [['props', 'label'], []],
])('after %j come %j', (path, expected) =>
  expect(templateMembers(path, sheet).map(({ label }) => label)).toEqual(expected),
)
