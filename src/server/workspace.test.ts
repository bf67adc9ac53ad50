import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { LibraryEvent } from '@/contract'
import { treeOf } from '@/core/sheet'
import { importTree, listLibraries, listRevisions, saveLibraryFiles, type Connection } from '@/store'
import { repositories } from '../../tests/support/repository'
import { testStore } from '../../tests/support/store'
import { definitionOf, libraryFacts, previewOf, save, tokensModel, Workspace } from './index'

const SHEET = 'components/peg/peg.sheet.yaml'
const FILES = {
  'library.yaml': 'library: 1\nname: Pegs\ntokens: [t.tokens.json]\n',
  't.tokens.json':
    '{ "b": { "$type": "dimensoin", "$value": "1px" }, "a": { "$value": "{none}" }, "c": { "$value": "{c}" } }\n',
  [SHEET]: 'sheet: 1\nname: Peg\nsource: { kind: markup, markup: peg.liquid }\n',
  'components/peg/peg.liquid': '<p>Peg</p>\n',
}

let link: Connection
let workspace: Workspace
// Before its store goes.
afterAll(() => workspace.close())
const store = testStore({ beforeAll, afterAll })
const repository = repositories({ afterEach: afterAll })
beforeAll(async () => {
  link = store()
  await importTree(link, treeOf(FILES), { author: 'me' })
  workspace = new Workspace(link, () => Promise.reject(new Error('there is no browser here')))
})

test('a library is opened, and told of what is saved in it', async () => {
  expect(await workspace.open('none')).toBeUndefined()
  const facts = await libraryFacts(workspace, 'pegs')
  expect(facts).toMatchObject({
    library: { name: 'Pegs', components: [{ slug: 'peg', revision: 1, status: 'ready' }] },
  })
  expect(await listLibraries(link.db)).toHaveLength(1)
  const before = await definitionOf(workspace, (await workspace.open('pegs'))!, 'peg')
  const told: LibraryEvent[] = []
  const stop = workspace.events.listen('pegs', (event) => told.push(event))
  const text = before!.texts[SHEET]!.replace('name: Peg', 'name: Peg of wood')
  const saved = await save(workspace, 'pegs', 'peg', { base: before!.base, texts: { [SHEET]: text } })
  expect(saved).toMatchObject({ kind: 'saved', texts: { [SHEET]: text } })
  expect(told).toMatchObject([{ components: [{ slug: 'peg' }] }])
  stop()
  const outside = await save(workspace, 'pegs', 'peg', { base: before!.base, texts: { '../x.css': 'a {}' } })
  expect(outside).toMatchObject({ kind: 'refused', problems: [{ message: expect.stringContaining('leaves') }] })
  expect(told).toHaveLength(1)
})

test('a text that cannot be read is told with its place, and the library stays as it was', async () => {
  const opened = (await workspace.open('pegs'))!
  const { problems, model } = await previewOf(opened, 'peg', { [SHEET]: 'sheet: 1\nnmae: Peg\n' })
  expect(model).toBeUndefined()
  expect(problems.at(-1)).toMatchObject({ file: SHEET, line: 2, nearest: 'name' })
  expect((await workspace.open('pegs'))!.sheets[0]!.data.name).toBe('Peg of wood')
})

test('each token issue is told of the token that has it', async () => {
  const model = await tokensModel(workspace, 'pegs')
  expect(model!.issues.map(({ code, path }) => [code, path]).sort()).toEqual([
    ['token-cycle', 'c'],
    ['unknown-token', 'a'],
    ['unknown-type', 'b'],
  ])
})

test('a browser that could not be started is asked for again', async () => {
  let asked = 0
  const own = new Workspace(link, () => Promise.reject(new Error(`no browser ${++asked}`)))
  const use = () => own.browsers.use(() => Promise.resolve(1))
  await expect(use()).rejects.toThrow('no browser 1')
  await expect(use()).rejects.toThrow('no browser 2')
  await own.close()
})

test('what changes in a linked folder is taken in, what is saved is written there, and closing watches no more', async () => {
  const linked = repository(FILES)
  await workspace.links.link('pegs', linked)
  const opened = (await workspace.open('pegs'))!
  expect(opened.record.folder).toBe(linked)
  const changed = FILES[SHEET].replace('name: Peg', 'name: Iron peg')
  writeFileSync(join(linked, SHEET), changed)
  await workspace.links.sync('pegs')
  const { base, texts } = (await definitionOf(workspace, (await workspace.open('pegs'))!, 'peg'))!
  expect(texts[SHEET]).toBe(changed)
  await save(workspace, 'pegs', 'peg', { base, texts: { [SHEET]: changed + 'status: draft\n' } })
  expect(readFileSync(join(linked, SHEET), 'utf8')).toBe(changed + 'status: draft\n')
  // What is saved is not yet in the folder: taken in now, what the folder held before would count as a change.
  const text = `${changed}status: draft\nabout: Of larch\n`
  let taking: Promise<void> | undefined
  await workspace.links.inTurn('pegs', async () => {
    const about = { libraryId: 'pegs', topic: 'library' as const, files: { [SHEET]: text }, note: 'Told', author: 'me' }
    await saveLibraryFiles(link, about)
    taking = workspace.links.sync('pegs')
    await link.write(() => Promise.resolve())
    await workspace.links.writeBack('pegs', about.files)
  })
  await taking
  expect((await listRevisions(link.db, 'pegs', 'peg')).at(-1)!.note).toBe('Told')
  expect(readFileSync(join(linked, SHEET), 'utf8')).toBe(text)
  writeFileSync(join(linked, 'library.yaml'), 'library: 1\n')
  await workspace.links.sync('pegs')
  expect(workspace.links.problems('pegs')).toMatchObject([{ file: 'library.yaml' }])
  await workspace.links.close()
  expect(workspace.links.problems('pegs')).toEqual([])
})
