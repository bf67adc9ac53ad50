import { CompletionContext } from '@codemirror/autocomplete'
import { EditorState } from '@codemirror/state'
import { expect, test } from '@jest/globals'
import { readLibrary, treeOf } from '@/core/sheet'
import { sheetCompletion } from './completeSheet'

const SHEET = `sheet: 1
name: Peg
source: { kind: markup, markup: peg.liquid }
parts: { root: .peg, label: .label }
axes: { tone: [calm, loud] }
props: { busy: { type: flag, default: false } }
events: { opened: {} }
`
const { library } = readLibrary(
  treeOf({
    'library.yaml': 'library: 1\nname: Hut',
    'components/peg/peg.sheet.yaml': SHEET,
    'components/peg/peg.liquid': '',
  }),
)
const complete = sheetCompletion(() => library!.sheets[0])

/** What is offered at `|` behind the sheet. */
async function offered(marked: string): Promise<string[]> {
  const text = SHEET + marked
  const at = text.indexOf('|')
  const state = EditorState.create({ doc: text.replace('|', '') })
  const result = await complete(new CompletionContext(state, at, true))
  return (result?.options ?? []).map(({ label }) => label)
}

test.each([
  ['|', ['spec', 'scenarios', 'cover']],
  ['cover: |', ['all', 'pairs', 'each']],
  ['stage:\n  |', ['padding', 'isolate']],
  ['spec:\n  - |', ['when', 'expect']],
  ['spec:\n  - when: { | }', ['tone']],
  ['spec:\n  - expect:\n      |', ['root', 'label']],
  ['spec:\n  - expect: { label: { | } }', ['width', 'color', 'role', 'box.width']],
  ['scenarios:\n  - name: x\n    steps:\n      - |', ['click', 'expect', 'wait']],
  ['scenarios:\n  - name: x\n    steps:\n      - click: |', ['root', 'label', 'page']],
  ['scenarios:\n  - name: x\n    steps: [{ expect: { | } }]', ['root', 'label', 'events']],
  ['scenarios:\n  - name: x\n    steps: [{ expect: { events: { | } } }]', ['opened']],
  ['scenarios:\n  - name: x\n    steps: [{ set: { | } }]', ['busy']],
])('at %j these are offered: %j', async (marked, expected) => {
  expect(await offered(marked)).toEqual(expect.arrayContaining(expected))
})

test('nothing is offered in a comment', async () => expect(await offered('# co|')).toEqual([]))
