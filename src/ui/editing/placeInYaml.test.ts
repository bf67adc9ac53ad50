import { expect, test } from '@jest/globals'
import { placeInYaml } from './placeInYaml'

/** `|` stands for the cursor, behind what has been typed of a word. */
function placeIn(marked: string) {
  const to = marked.indexOf('|')
  const text = marked.replace('|', '')
  const from = to - /[\w-]*$/.exec(text.slice(0, to))![0].length
  const place = placeInYaml(text, from, to)
  return place && `${place.path.join('/')} ${place.isValue ? 'value' : 'key'}`
}

test.each([
  ['|', ' key'],
  ['na|', ' key'],
  ['name: Tile\nco|\nspec: []', ' key'],
  ['cover: |', 'cover value'],
  ['cover: a|', 'cover value'],
  ['axes:\n  |', 'axes key'],
  ['stage:\n  pad|\nname: x', 'stage key'],
  ['stage:\n  padding: 4\n  |\nname: x', 'stage key'],
  ['props:\n  busy:\n    type: |\nspec: []', 'props/busy/type value'],
  ['props:\n  busy:\n    |\nspec: []', 'props/busy key'],
  ['props: { busy: { type: | } }\nspec: []', 'props/busy/type value'],
  ['props: { busy: { ty| } }', 'props/busy key'],
  ['props: { busy: { type: flag }, | }', 'props key'],
  ['props: {\n  busy: {\n    ty|\n  }\n}', 'props/busy key'],
  ['"a b":\n  c|', 'a b key'],
  ['axes:\n  tone: [calm, |]', 'axes/tone value'],
  ['spec:\n  - wh|', 'spec/# key'],
  ['spec:\n  - when: { tone: calm }\n    ex|', 'spec/# key'],
  ['spec:\n  - expect:\n      root:\n        wid|', 'spec/#/expect/root key'],
  ['spec:\n  - expect:\n      root:\n        width: 1px\n        col|', 'spec/#/expect/root key'],
  ['spec:\n  - expect: { root: { wid| } }', 'spec/#/expect/root key'],
  ['spec:\n  - expect: { root: { wid|', 'spec/#/expect/root key'],
  ['spec:\n  - expect: { "item[2]": { | } }', 'spec/#/expect/item[2] key'],
  ['spec:\n  # the rules\n\n  - expect:\n      |', 'spec/#/expect key'],
  ['scenarios:\n  - name: x\n    steps:\n      - cl|', 'scenarios/#/steps/# key'],
  ['scenarios:\n  - name: x\n    steps:\n      - click: |', 'scenarios/#/steps/#/click value'],
  ['scenarios:\n  - name: x\n    steps: [{ click: | }]', 'scenarios/#/steps/#/click value'],
  ['scenarios:\n  - name: x\n    steps: [{ cl| }]', 'scenarios/#/steps/# key'],
  ['scenarios:\n  - name: x\n    steps:\n      - expect: { root: { wi| } }', 'scenarios/#/steps/#/expect/root key'],
  ['name: x # no|', undefined],
  ['name: "no|"', undefined],
])('%j is %p', (text, expected) => expect(placeIn(text)).toBe(expected))
