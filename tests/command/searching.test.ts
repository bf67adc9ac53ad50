import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { definitionOf, findable, save } from '@/server'
import { testActs, type Acts } from '../support/workspace'

/** What the finder has to choose from, without the finder: see interface/finding for that. */

const SHEET = 'components/hook/hook.sheet.yaml'
const FILES: Record<string, string> = {
  'library.yaml': 'library: 1\nname: Hooks\ntokens: [t.tokens.json]\ncontexts: { theme: [day, night] }\n',
  't.tokens.json': '{ "tone": { "deep": { "$type": "color", "$value": "#204060" } } }\n',
  [SHEET]: `sheet: 1
name: Coat hook
about: Holds one coat.
source: { kind: markup, markup: hook.liquid }
parts: { root: .hook, tip: .hook__tip }
props: { weight: { type: choice, values: [light, heavy], default: light, about: What it bears } }
axes: { weight: [light, heavy] }
events: { fall: { about: The coat fell } }
spec:
  - expect: { tip: { color: "{tone.deep}" } }
scenarios:
  - name: It bears a coat
    steps: [{ click: tip }, { expect: { tip: { visible: yes } } }]
guide: hook.md
`,
  'components/hook/hook.liquid': '<p class="hook"><b class="hook__tip">x</b></p>\n',
  'components/hook/hook.md': '# Coat hook\n\n## Where it goes\n\nBeside the stove, never above it.\n',
}

const begun = testActs({ beforeAll, afterAll })
let acts: Acts
let id: string
beforeAll(async () => {
  acts = begun()
  id = await acts.stored(FILES)
})

const found = async (kind: string) =>
  (await findable(acts.workspace, id))!.filter((entry) => entry.kind === kind).map((entry) => JSON.stringify(entry))

describe('each kind of thing is found, and leads to its place', () => {
  test.each<[kind: string, words: RegExp, place: RegExp]>([
    ['event', /fall/, /tab=props/],
    ['axis', /weight/, /tab=axes/],
    ['part', /tip/, /define\?part=tip/],
    ['prop', /weight/, /tab=props/],
    ['rule', /tip.*color/, /spec\?rule=0/],
    ['scenario', /It bears a coat/, /behaviour/],
    ['step', /click/, /behaviour\?scenario=0/],
    ['token', /tone\.deep/, /tokens\?token=tone\.deep/],
    ['docs', /box\.width/, /-\/docs/],
  ])('%s', async (kind, words, place) => {
    const all = await found(kind)
    expect(all.filter((entry) => words.test(entry) && place.test(entry))).not.toEqual([])
  })

  test('words of guides', async () => {
    const entries = (await findable(acts.workspace, id))!.map((entry) => JSON.stringify(entry))
    expect(entries.filter((entry) => /never above it/.test(entry) && /guide/.test(entry))).not.toEqual([])
  })
})

test('nothing of a library is found in another, and none where there is none', async () => {
  const other = await acts.stored({ 'library.yaml': 'library: 1\nname: Empty\n' })
  const entries = (await findable(acts.workspace, other))!
  expect(entries.filter((entry) => JSON.stringify(entry).includes('hook'))).toEqual([])
  expect(await findable(acts.workspace, 'none')).toBeUndefined()
})

test('what is saved is found at once, and what it was called before no more', async () => {
  const text = FILES[SHEET]!.replace('root: .hook, tip: .hook__tip', 'root: .hook, end: .hook__tip')
    .replaceAll('tip: {', 'end: {')
    .replace('click: tip', 'click: end')
  const opened = (await acts.workspace.open(id))!
  const { base } = (await definitionOf(acts.workspace, opened, 'hook'))!
  const saved = await save(acts.workspace, id, 'hook', { base, texts: { [SHEET]: text } })
  expect(saved.kind === 'refused' ? saved.problems : []).toEqual([])
  const parts = await found('part')
  expect(parts.filter((entry) => /part=end/.test(entry))).toHaveLength(1)
  expect(parts.filter((entry) => /part=tip/.test(entry))).toEqual([])
})
