import { expect, test } from '@jest/globals'
import { readLibrary, treeOf } from '../sheet'
import { excludedBy } from './excluded'

const { library } = readLibrary(
  treeOf({
    'library.yaml': 'library: 1\nname: Huts\n',
    'components/peg/peg.sheet.yaml': `sheet: 1
name: Peg
source: { kind: markup, markup: peg.html, styles: [peg.css] }
parts: { root: .peg }
props:
  size: { type: choice, values: [s, m, l], default: m }
  wide: { type: flag }
  disabled: { type: flag }
axes:
  size: [s, m, l]
  wide: flag
  state: { values: { rest: {}, off: { props: { disabled: true } }, hover: { pseudo: [hover] } } }
  open: { values: { no: {}, yes: { steps: [{ click: root }] } } }
without:
  - { size: [s, m], wide: on }
  - { state: off, size: l }
  - { open: no, wide: on }
`,
  }),
)
const { axes, data } = library!.sheets[0]!

test.each([
  ['nothing is set', {}, {}, undefined],
  ['props make it', { size: 's', wide: true }, {}, { size: 's', wide: 'on' }],
  ['props make another', { size: 'l', wide: true }, {}, undefined],
  ['a state that a prop brings about', { size: 'l', disabled: true }, {}, { state: 'off', size: 'l' }],
  ['a state that is held', { size: 'l' }, { state: 'off' }, { state: 'off', size: 'l' }],
  ['another one is held', { size: 'l', disabled: true }, { state: 'hover' }, undefined],
  ['a value that no axis has', { size: 'xl', wide: true }, {}, undefined],
])('%s: %j with %j held is %j', (_, props, held, excluded) =>
  expect(excludedBy(axes, data.without, { size: 'm', wide: false, disabled: false, ...props }, held)).toEqual(excluded),
)
