import { expect, test } from '@jest/globals'
import { readSheet } from '@/core/sheet'
import { editYaml } from '@/core/yaml'
import { newAxisEdits, type AxisShape } from './newAxisEdits'

const SHEET = `sheet: 1
name: Peg
source: { kind: markup, markup: peg.liquid }
props:
  depth: { type: number, default: 20, max: 80 }
  label: { type: text, default: Coat }
  tone: { type: choice, values: [calm, loud], default: calm }
slots:
  foot: { text: true, default: none }
`
test.each<[string, AxisShape, string[], reach: Record<string, unknown>]>([
  ['depth', 'choice', ['usual', 'most'], { props: { depth: 80 } }],
  [
    'label',
    'choice',
    ['usual', 'empty', 'long'],
    { props: { label: expect.stringMatching(/^A text that is much longer/) } },
  ],
  ['tone', 'choice', ['calm', 'loud'], { props: { tone: 'loud' } }],
  ['kind', 'choice', ['first', 'second'], { props: { kind: 'second' } }],
  ['open', 'flag', ['off', 'on'], { props: { open: true } }],
  ['foot', 'slot', ['filled', 'empty'], { slots: { foot: 'none' } }],
  ['head', 'slot', ['filled', 'empty'], { slots: { head: 'none' } }],
  ['mood', 'state', ['rest', 'hover'], { pseudo: ['hover'] }],
])('%s as %s can be read and has values', (name, shape, values, reach) => {
  const { sheet: before } = readSheet(SHEET, 'peg.sheet.yaml')
  const { sheet, problems } = readSheet(editYaml(SHEET, newAxisEdits(before!, name, shape)), 'peg.sheet.yaml')
  expect(problems).toEqual([])
  const axis = sheet!.axes.find((each) => each.name === name)!
  expect(axis.values).toEqual(values)
  expect(axis.reaches[values.at(-1)!]).toEqual([reach])
})
