import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import { testStore } from '../../tests/support/store'
import { readLibrary, textOf, treeOf } from '@/core/sheet'
import {
  findLibrary,
  importTree,
  keepDraft,
  listDrafts,
  listRevisions,
  revisionTexts,
  saveComponent,
  treeOfLibrary,
  undoTargets,
  type Connection,
  type Save,
} from './index'

const store = testStore({ beforeAll, afterAll })
let link: Connection
beforeAll(() => {
  link = store()
})

const FILE = 'c/peg/peg.sheet.yaml'
const CSS = 'c/peg/peg.css'
const sheet = (fields = '') => `sheet: 1
name: Peg # of wood
source: { kind: markup, markup: peg.liquid, styles: [peg.css] }
axes:
  size: [small, large]
${fields}spec:
  - expect: { root: { width: 3px, height: 4px } }
`
const TREE = {
  'library.yaml': 'library: 1\nname: Hut',
  [FILE]: sheet(),
  'c/peg/peg.liquid': '<p>',
  [CSS]: '.a { }\n\n\n.b { }\n\n\n.c { }\n',
}
const { library } = readLibrary(treeOf(TREE))

let base = 0
beforeEach(async () => {
  await importTree(link, treeOf({ ...TREE, 'library.yaml': 'library: 1\nname: Away' }), { author: 'me', as: 'state' })
  // Each test starts from the same files; history goes on.
  const record = await importTree(link, treeOf(TREE), { author: 'me', as: 'state' })
  base = record.components[0]!.head
})

const save = (texts: Save['texts'], more: Partial<Save> = {}) =>
  saveComponent(link, { libraryId: 'hut', slug: 'peg', file: FILE, base, texts, author: 'me', ...more }, library)
const stored = async (path: string) => textOf(await treeOfLibrary(link.db, 'hut'), path)

describe('a save', () => {
  test('is a revision, named by what changed', async () => {
    const before = (await findLibrary(link.db, 'hut'))!
    const saved = await save({ [FILE]: sheet().replace('large', 'huge') })
    expect(saved).toMatchObject({ kind: 'saved', note: 'Axis size · 1: large → huge', merged: false })
    const after = (await findLibrary(link.db, 'hut'))!
    expect(after.fingerprint).not.toBe(before.fingerprint)
    expect(after.components[0]!.revision).toBe(before.components[0]!.revision + 1)
    expect(await save({ [CSS]: '.a { color: red }' }, { base: after.components[0]!.head })).toMatchObject({
      note: 'Peg.css edited',
    })
    expect(await save({ [FILE]: sheet() + '# done\n' })).toMatchObject({ kind: 'saved', merged: true })
  })

  test.each([
    ['a sheet that cannot be read', { [FILE]: 'sheet: 1\nname: [' }, /not readable as YAML/],
    ['a file that is missing', { [FILE]: sheet().replace('peg.css', 'leg.css') }, /no file "leg.css".*/],
    ['its own style sheet taken away', { [CSS]: null }, /no file "peg.css"/],
  ])('of %s is refused, and nothing changes', async (_, texts, message) => {
    const before = await findLibrary(link.db, 'hut')
    const saved = await save(texts as Save['texts'])
    expect(saved).toMatchObject({ kind: 'refused', problems: [{ message: expect.stringMatching(message) }] })
    expect(await findLibrary(link.db, 'hut')).toEqual(before)
  })

  test('of a new component makes one; a second of its name is refused', async () => {
    const texts = {
      'c/hook/hook.sheet.yaml': 'sheet: 1\nname: Hook\nsource: { kind: markup, markup: h.liquid }',
      'c/hook/h.liquid': '',
    }
    const given = { slug: 'hook', file: 'c/hook/hook.sheet.yaml', base: undefined }
    expect(await save(texts, given)).toMatchObject({ kind: 'saved', note: 'Made' })
    expect(await save(texts, given)).toMatchObject({ kind: 'refused' })
  })
})

describe('saves at the same time', () => {
  test('of different fields are merged, both comments kept', async () => {
    const saved = await Promise.all([
      save({ [FILE]: sheet().replace('width: 3px', 'width: 5px') + '# mine\n' }),
      save({ [FILE]: sheet('  # theirs\n  busy: flag\n') }),
      save({ [CSS]: '.a { color: red }\n\n\n.b { }\n\n\n.c { }\n' }),
      save({ [CSS]: '.a { }\n\n\n.b { }\n\n\n.c { color: red }\n' }),
    ])
    expect(saved.map(({ kind }) => kind)).toEqual(['saved', 'saved', 'saved', 'saved'])
    const text = await stored(FILE)
    expect(text).toBe(sheet('  # theirs\n  busy: flag\n').replace('width: 3px', 'width: 5px') + '# mine\n')
    expect(await stored(CSS)).toBe('.a { color: red }\n\n\n.b { }\n\n\n.c { color: red }\n')
  })

  test('of one field are a conflict that names it, and is settled by a choice', async () => {
    await save({ [FILE]: sheet().replace('3px', '5px') })
    const mine = { [FILE]: sheet().replace('3px', '7px').replace('4px', '8px') }
    const refused = await save(mine)
    expect(refused).toMatchObject({
      kind: 'conflict',
      conflicts: [{ file: FILE, label: 'rule 1 · root · width', base: '"3px"', ours: '"7px"', theirs: '"5px"' }],
    })
    expect(await stored(FILE)).toContain('width: 5px, height: 4px')
    await save(mine, { prefer: 'theirs' })
    expect(await stored(FILE)).toContain('width: 5px, height: 8px')
    await save(mine, { prefer: 'ours' })
    expect(await stored(FILE)).toContain('width: 7px, height: 8px')
  })

  test('twenty tabs, each with an axis of its own, lose nothing', async () => {
    const saved = await Promise.all(
      Array.from({ length: 20 }, (_, at) => save({ [FILE]: sheet(`  tab-${at}: flag\n`) })),
    )
    expect(saved.filter(({ kind }) => kind === 'saved')).toHaveLength(20)
    const text = await stored(FILE)
    for (let at = 0; at < 20; at++) expect(text).toContain(`  tab-${at}: flag\n`)
  })
})

describe('history', () => {
  test('undo and redo follow from the kinds of revisions', () => {
    const history = (...kinds: string[]) =>
      kinds.map((text, at) => {
        const [kind, of] = text.split(':')
        return { id: at + 1, kind: kind as 'edit', ...(of && { ofId: Number(of) }) }
      })
    expect(undoTargets(history('import'))).toEqual({})
    expect(undoTargets(history('import', 'edit', 'edit'))).toEqual({ undo: 2 })
    expect(undoTargets(history('import', 'edit', 'edit', 'undo:2'))).toEqual({ undo: 1, redo: 3 })
    expect(undoTargets(history('import', 'edit', 'edit', 'undo:2', 'undo:1'))).toEqual({ redo: 2 })
    expect(undoTargets(history('import', 'edit', 'edit', 'undo:2', 'redo:3'))).toEqual({ undo: 2 })
    expect(undoTargets(history('import', 'edit', 'undo:1', 'edit'))).toEqual({ undo: 1 })
    expect(undoTargets(history('import', 'edit', 'edit', 'restore:1'))).toEqual({ undo: 3 })
  })

  test('revisions keep every file as it was', async () => {
    await save({ [CSS]: 'changed' })
    const revisions = await listRevisions(link.db, 'hut', 'peg')
    expect(revisions.map(({ number }) => number)).toEqual(revisions.map((_, at) => at + 1))
    expect(await revisionTexts(link.db, 'hut', 'peg', base)).toMatchObject({ [CSS]: TREE[CSS], [FILE]: TREE[FILE] })
    expect(await revisionTexts(link.db, 'hut', 'peg', revisions.at(-1)!.id)).toMatchObject({ [CSS]: 'changed' })
  })

  test('drafts stay until their tab saves', async () => {
    const draft = { libraryId: 'hut', slug: 'peg', path: CSS, base }
    await keepDraft(link, { ...draft, tab: 'a', text: 'typed' })
    await keepDraft(link, { ...draft, tab: 'a', text: 'typed more' })
    await keepDraft(link, { ...draft, tab: 'b', text: 'elsewhere' })
    expect((await listDrafts(link.db, 'hut', 'peg')).map(({ tab, text }) => `${tab}: ${text}`).toSorted()).toEqual([
      'a: typed more',
      'b: elsewhere',
    ])
    await save({ [CSS]: 'typed more' }, { tab: 'a' })
    expect((await listDrafts(link.db, 'hut', 'peg')).map(({ tab }) => tab)).toEqual(['b'])
  })
})
