import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, beforeEach, expect, test } from '@jest/globals'
import {
  bringBack,
  definitionOf,
  duplicateComponent,
  duplicateLibrary,
  makeLibrary,
  renameComponent,
  renameLibrary,
  sendComponent,
  stepSettings,
  takeOut,
} from '@/server'
import { testActs, type Acts } from '../support/workspace'

/** What is done to components and libraries as a whole, without the views that ask for it: see interface/componentActs and removing. */

const FILES: Record<string, string> = {
  'library.yaml': '# Of wood\nlibrary: 1\nname: Named\n',
  'components/pin/pin.sheet.yaml': 'sheet: 1\nname: Pin\nsource: { kind: markup, markup: it.html }\n',
  'components/pin/it.html': '<i class="pin"></i>',
  'components/pin/more/dot.svg': '<svg xmlns="http://www.w3.org/2000/svg"/>',
  'components/bell/bell.sheet.yaml': 'sheet: 1\nname: Bell\nsource: { kind: markup, markup: it.html }\n',
  'components/bell/it.html': '<i class="bell"></i>',
  'components/card/card.sheet.yaml': `sheet: 1
name: Card
source: { kind: markup, markup: card.liquid }
guide: card.md
slots: { sign: { accepts: [pin, bell], default: pin }, more: { accepts: bell } }
`,
  'components/card/card.liquid': '<p class="card">{{ slots.sign }}{{ slots.more }}</p>',
  'components/card/card.md': '# Card\n\nHolds a [pin](pin). Its look: `bell/it.html`.\n',
}
const named = (name: string) => ({ ...FILES, 'library.yaml': FILES['library.yaml']!.replace('Named', name) })

const begun = testActs({ beforeAll, afterAll })
let acts: Acts
let id: string
let count = 0
beforeAll(() => {
  acts = begun()
})
beforeEach(async () => {
  id = await acts.stored(named(`Named ${++count}`))
})

const opened = async (library = id) => (await acts.workspace.open(library))!
const slugs = async (library = id) => (await opened(library)).sheets.map(({ slug }) => slug).toSorted()
const textsOf = async (slug: string, library = id) =>
  (await definitionOf(acts.workspace, await opened(library), slug))!.texts

test('a component gets another name, and what names it follows; its folder goes with it', async () => {
  expect(await renameComponent(acts.workspace, id, 'pin', 'tack')).toBe(true)
  expect(Object.keys(await textsOf('tack')).toSorted()).toEqual([
    'components/tack/it.html',
    'components/tack/more/dot.svg',
    'components/tack/tack.sheet.yaml',
  ])
  const card = await textsOf('card')
  expect(card['components/card/card.sheet.yaml']).toContain('accepts: [tack, bell], default: tack')
  expect(card['components/card/card.md']).toContain('Holds a [pin](tack).')
  await stepSettings(acts.workspace, id, 'undo')
  expect(await slugs()).toEqual(['bell', 'card', 'pin'])
  expect(await textsOf('card')).toMatchObject({
    'components/card/card.sheet.yaml': FILES['components/card/card.sheet.yaml'],
  })
})

test('its folder stays where another file speaks of it, and in a linked folder', async () => {
  await renameComponent(acts.workspace, id, 'bell', 'gong')
  expect(Object.keys(await textsOf('gong')).toSorted()).toEqual([
    'components/bell/gong.sheet.yaml',
    'components/bell/it.html',
  ])
  const linked = await acts.linked(named('Linked names'))
  await renameComponent(acts.workspace, linked.id, 'pin', 'tack')
  const stands = ['pin.sheet.yaml', 'tack.sheet.yaml', 'it.html'].map((file) =>
    existsSync(join(linked.folder, 'components/pin', file)),
  )
  expect(stands).toEqual([false, true, true])
})

test('a component is duplicated with files of its own, as a draft', async () => {
  await duplicateComponent(acts.workspace, id, 'pin', 'coat-hook')
  const copy = await textsOf('coat-hook')
  expect(copy['components/coat-hook/it.html']).toBe(FILES['components/pin/it.html'])
  expect(copy['components/coat-hook/coat-hook.sheet.yaml']).toMatch(/name: Coat hook\n[\s\S]*status: draft/)
  expect(await slugs()).toEqual(['bell', 'card', 'coat-hook', 'pin'])
})

test('one that stands in slots of another stays; else it goes with what only it uses, and comes back as it was', async () => {
  await expect(takeOut(acts.workspace, id, 'pin')).rejects.toThrow(
    'it stands in slots of Card: take it out there first',
  )
  expect(await takeOut(acts.workspace, id, 'card')).toBe(true)
  expect(await slugs()).toEqual(['bell', 'pin'])
  expect((await opened()).library.tree.paths.filter((path) => path.includes('card'))).toEqual([])
  expect(await bringBack(acts.workspace, id, 'card')).toBe(true)
  expect(await textsOf('card')).toMatchObject({ 'components/card/card.liquid': FILES['components/card/card.liquid'] })
  expect(await bringBack(acts.workspace, id, 'card')).toBe(false)
})

test('in a linked folder its sheet goes and its code stays', async () => {
  const linked = await acts.linked(named('Linked removal'))
  const stands = () =>
    ['card.sheet.yaml', 'card.liquid'].map((file) => existsSync(join(linked.folder, 'components/card', file)))
  await takeOut(acts.workspace, linked.id, 'card')
  expect(stands()).toEqual([false, true])
  await bringBack(acts.workspace, linked.id, 'card')
  expect(stands()).toEqual([true, true])
})

test('a component is copied into another library, or moved there with its files', async () => {
  const other = await acts.linked({ 'library.yaml': `library: 1\nname: Other ${count}\n` })
  expect(await sendComponent(acts.workspace, id, 'pin', { to: other.id, isMoved: false })).toBe(true)
  expect([await slugs(), await slugs(other.id)]).toEqual([['bell', 'card', 'pin'], ['pin']])
  expect(other.onDisk('components/pin/more/dot.svg')).toBe(FILES['components/pin/more/dot.svg'])
  await expect(sendComponent(acts.workspace, id, 'pin', { to: other.id, isMoved: true })).rejects.toThrow(
    `Other ${count} has a component "pin" already`,
  )
  await sendComponent(acts.workspace, id, 'card', { to: other.id, isMoved: true })
  expect([await slugs(), await slugs(other.id)]).toEqual([
    ['bell', 'pin'],
    ['card', 'pin'],
  ])
})

test.each<[what: string, act: (id: string) => Promise<unknown>, told: RegExp]>([
  ['a name of another', (at) => renameComponent(acts.workspace, at, 'pin', 'card'), /component "card" already/],
  ['a copy over another', (at) => duplicateComponent(acts.workspace, at, 'pin', 'bell'), /component "bell" already/],
  ['a library of the same name', () => makeLibrary(acts.workspace, `Named ${count}`, 'nothing'), /already/],
])('%s is refused, and nothing has changed', async (_, act, told) => {
  const before = (await opened()).record.fingerprint
  await expect(act(id)).rejects.toThrow(told)
  expect((await opened()).record.fingerprint).toBe(before)
})

test('what is not there is told apart from what is refused', async () => {
  expect(await renameComponent(acts.workspace, id, 'gone', 'here')).toBe(false)
  expect(await takeOut(acts.workspace, id, 'gone')).toBe(false)
  expect(await duplicateComponent(acts.workspace, id, 'gone', 'here')).toBe(false)
  expect(await sendComponent(acts.workspace, id, 'pin', { to: 'gone', isMoved: true })).toBe(false)
})

test('a library gets another name in its own file, comments kept; a copy has none of its later changes', async () => {
  const copy = await duplicateLibrary(acts.workspace, id, `Copy ${count}`)
  const linked = await acts.linked({ 'library.yaml': '# Of wood\nlibrary: 1\nname: Pegs\n' })
  await renameLibrary(acts.workspace, linked.id, 'Hooks')
  expect(linked.onDisk('library.yaml')).toBe('# Of wood\nlibrary: 1\nname: Hooks\n')
  await stepSettings(acts.workspace, linked.id, 'undo')
  expect(linked.onDisk('library.yaml')).toBe('# Of wood\nlibrary: 1\nname: Pegs\n')
  await takeOut(acts.workspace, id, 'card')
  expect([await slugs(), await slugs(copy)]).toEqual([
    ['bell', 'pin'],
    ['bell', 'card', 'pin'],
  ])
})

test('libraries are made from nothing or with the demo’s components', async () => {
  const [bare, full] = await Promise.all([
    makeLibrary(acts.workspace, 'Bare hut', 'nothing'),
    makeLibrary(acts.workspace, 'My huts', 'demo'),
  ])
  expect([await slugs(bare), (await slugs(full)).length]).toEqual([[], 18])
})
