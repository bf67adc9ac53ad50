import { expect, test } from '@jest/globals'
import { applyToValue, readYaml } from '../yaml'
import { componentNameEdits, componentNameInText } from './componentName'

const SHEET = `
props: { pin: { type: text, default: pin } }
slots:
  sign: { accepts: pin, default: { component: pin, slots: { lead: pin } } }
  more: { accepts: [bell, pin], default: pin, about: pin }
  word: { accepts: any, text: true, default: { text: pin } }
axes:
  pin: { values: { pin: { slots: { sign: { component: pin, props: { label: pin } } } }, none: {} } }
examples:
  - { name: pin, slots: { more: pin, word: { text: pin } } }
scenarios:
  - name: pin
    steps: [{ fill: { sign: { component: bell, slots: { in: pin } } } }]
`
const RENAMED = SHEET.replace('accepts: pin', 'accepts: tack')
  .replace('component: pin, slots: { lead: pin }', 'component: tack, slots: { lead: tack }')
  .replace('accepts: [bell, pin], default: pin', 'accepts: [bell, tack], default: tack')
  .replace('component: pin, props', 'component: tack, props')
  .replace('more: pin, word', 'more: tack, word')
  .replace('in: pin', 'in: tack')

test('a component’s slug is followed wherever something may stand in a slot, and nowhere else', () => {
  const before = readYaml(SHEET, 'a.yaml').value
  const after = componentNameEdits(before, 'pin', 'tack').reduce((value, edit) => applyToValue(value, edit), before)
  expect(after).toEqual(readYaml(RENAMED, 'a.yaml').value)
})

test.each([
  ['See [the pin](pin) and [its rules](pin#rules).', 'See [the pin](tack) and [its rules](tack#rules).'],
  [
    'A [pin](pin-board), a pin, [pin](https://huts.example/pin)',
    'A [pin](pin-board), a pin, [pin](https://huts.example/pin)',
  ],
])('links of %j become %j', (text, wanted) => expect(componentNameInText(text, 'pin', 'tack')).toBe(wanted))

test.each([[undefined], [null], [[]], [{ slots: null }], [{ slots: { a: 3 } }]])(
  'of %j there is nothing to rename',
  (sheet) => expect(componentNameEdits(sheet, 'pin', 'tack')).toEqual([]),
)
