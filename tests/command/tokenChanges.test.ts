import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { definitionOf, restructureTokens, stepTokens, tokensModel } from '@/server'
import { testActs, type Acts } from '../support/workspace'

/** What the view of tokens asks for, without the view: see interface/tokenActs for that. */

const FILES: Record<string, string> = {
  'library.yaml': 'library: 1\nname: Boards\ntokens: [tokens/day.resolver.json]\ncontexts: { theme: [day, night] }\n',
  'tokens/day.resolver.json': JSON.stringify({
    version: '2025.10',
    sets: { base: { sources: [{ $ref: 'base.tokens.json' }] } },
    modifiers: { theme: { default: 'day', contexts: { day: [], night: [{ $ref: 'night.tokens.json' }] } } },
    resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/theme' }],
  }),
  'tokens/base.tokens.json': `{
  "color": {
    "$type": "color",
    "plate": { "$value": "#7a2412" },
    "edge": { "$value": "{color.plate}" },
    "spare": { "$value": "#123456" }
  }
}
`,
  'tokens/night.tokens.json': '{ "color": { "$type": "color", "plate": { "$value": "#e0a090" } } }\n',
  'components/board/board.sheet.yaml': `sheet: 1
name: Board
source: { kind: markup, markup: board.liquid, styles: [board.css] }
contexts: { theme: all }
spec:
  - expect: { root: { background-color: "{color.plate}", border-top-color: "{ color.plate / 50% }" } }
`,
  'components/board/board.liquid': '<p class="board">North</p>\n',
  'components/board/board.css': '.board { background: var(--color-plate); color: var(--color-edge) }\n',
}
const SHEET = 'components/board/board.sheet.yaml'
const CSS = 'components/board/board.css'

const begun = testActs({ beforeAll, afterAll })
let acts: Acts
let boards: Awaited<ReturnType<Acts['linked']>>
beforeAll(async () => {
  acts = begun()
  boards = await acts.linked(FILES)
})

const change = (...given: [Parameters<typeof restructureTokens>[2]]) =>
  restructureTokens(acts.workspace, boards.id, ...given)
const step = (kind: 'undo' | 'redo') => stepTokens(acts.workspace, boards.id, kind)
const paths = async () => (await tokensModel(acts.workspace, boards.id))!.tokens.map(({ path }) => path)
/** Nothing on disk is otherwise than it was. */
const isUntouched = () => {
  for (const path of Object.keys(FILES)) expect([path, boards.onDisk(path)]).toEqual([path, FILES[path]])
}

test('a token gets another name in every context and wherever it is used, and back', async () => {
  await change({ do: 'rename', from: 'color.plate', to: 'color.board.ground' })
  expect(await paths()).toEqual(expect.arrayContaining(['color.board.ground', 'color.edge']))
  expect(boards.onDisk('tokens/base.tokens.json')).toContain('"{color.board.ground}"')
  expect(JSON.parse(boards.onDisk('tokens/night.tokens.json'))).toMatchObject({
    color: { board: { ground: { $value: '#e0a090' } } },
  })
  expect(boards.onDisk(SHEET)).toContain('"{color.board.ground}", border-top-color: "{ color.board.ground / 50% }"')
  expect(boards.onDisk(CSS)).toContain('var(--color-board-ground)')
  // Its component has a revision of it.
  const opened = (await acts.workspace.open(boards.id))!
  const { revisions } = (await definitionOf(acts.workspace, opened, 'board'))!
  expect(revisions.at(-1)!.note).toMatch(/color.plate renamed/)
  await step('undo')
  isUntouched()
  await step('redo')
  expect(await paths()).toContain('color.board.ground')
  await step('undo')
  isUntouched()
})

test('a group gets another name with all that stands in it', async () => {
  await change({ do: 'rename', from: 'color', to: 'paint' })
  expect(await paths()).toEqual(['paint.plate', 'paint.edge', 'paint.spare'])
  expect(boards.onDisk(CSS)).toBe('.board { background: var(--paint-plate); color: var(--paint-edge) }\n')
  await step('undo')
  isUntouched()
})

test.each<[what: string, change: Parameters<typeof restructureTokens>[2], told: RegExp]>([
  ['a name that is taken', { do: 'rename', from: 'color.edge', to: 'color.plate' }, /called color.plate already/],
  ['a name that is none', { do: 'rename', from: 'color.edge', to: 'color.{edge}' }, /\{/],
  ['to delete what another token stands for', { do: 'remove', path: 'color.plate' }, /color\.plate/],
  ['to delete what is not there', { do: 'remove', path: 'color.none' }, /color\.none/],
  ['to add what is there', { do: 'add', path: 'color.edge', type: 'color', text: '#fff' }, /color\.edge/],
  [
    'to add a value that its type does not take',
    { do: 'add', path: 'size.s', type: 'dimension', text: 'wide' },
    /wide/,
  ],
])('%s is refused with its reason, and nothing is written', async (_, given, told) => {
  await expect(change(given)).rejects.toThrow(told)
  isUntouched()
})

test('a token that nothing needs is deleted, and comes back', async () => {
  await change({ do: 'remove', path: 'color.spare' })
  expect(await paths()).toEqual(['color.plate', 'color.edge'])
  await step('undo')
  isUntouched()
})

test('what was changed by hand since is not undone over', async () => {
  await change({ do: 'rename', from: 'color.edge', to: 'color.rim' })
  const mine = `${boards.onDisk(CSS)}/* mine */\n`
  writeFileSync(join(boards.folder, CSS), mine)
  await expect(step('undo')).rejects.toThrow(/board.css.*it has changed since/)
  expect(boards.onDisk(CSS)).toBe(mine)
  expect(boards.onDisk('tokens/base.tokens.json')).toContain('"rim"')
})

test('a file that cannot be read as it stands on disk is not written over, by an edit or by an undo', async () => {
  await change({ do: 'rename', from: 'color.spare', to: 'color.rest' })
  const night = 'tokens/night.tokens.json'
  const broken = '{ "color": { "plate": '
  writeFileSync(join(boards.folder, night), broken)
  await expect(change({ do: 'rename', from: 'color', to: 'paint' })).rejects.toThrow(/night\.tokens\.json/)
  await expect(step('undo')).rejects.toThrow(/night\.tokens\.json/)
  expect(boards.onDisk(night)).toBe(broken)
  expect(boards.onDisk('tokens/base.tokens.json')).toContain('"rest"')
})
