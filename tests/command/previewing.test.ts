import { rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { gitFacts, previewOf, readiness } from '@/server'
import { beginRepository, commitAll, gitIn } from '../support/git'
import { testActs, type Acts } from '../support/workspace'

/** What views are told of a library: how it would look with other texts, what its repository says, whether the server can work. */

const SHEET = 'components/peg/peg.sheet.yaml'
const FILES: Record<string, string> = {
  'library.yaml': 'library: 1\nname: Larch pegs\ntokens: [base.tokens.json]\n',
  'base.tokens.json': '{ "tone": { "$type": "color", "$value": "#7a2412" } }\n',
  [SHEET]: `sheet: 1
name: Peg
source: { kind: markup, markup: peg.liquid, styles: [peg.css] }
props: { size: { type: choice, values: [s, l], default: s } }
axes: { size: [s, l] }
parts: { root: .peg }
spec: [{ expect: { root: { color: "{tone}" } } }]
`,
  'components/peg/peg.liquid': '<p class="peg peg--{{ props.size }}">Peg</p>\n',
  'components/peg/peg.css': '.peg { color: var(--tone) }\n',
  'components/hook/hook.sheet.yaml': 'sheet: 1\nname: Hook\nsource: { kind: markup, markup: hook.liquid }\n',
  'components/hook/hook.liquid': '<p>Hook</p>\n',
  'components/hook/old.css': '.hook {}\n',
}

const begun = testActs({ beforeAll, afterAll })
let acts: Acts
let pegs: Awaited<ReturnType<Acts['linked']>>
beforeAll(async () => {
  acts = begun()
  pegs = await acts.linked(FILES)
})

const open = async (id = pegs.id) => (await acts.workspace.open(id))!
const preview = async (texts: Record<string, string | null>, slug = 'peg') => previewOf(await open(), slug, texts)
const edited = (path: string, from: string, to: string) => ({ [path]: FILES[path]!.replace(from, to) })

describe('a component with other texts than the saved ones', () => {
  test('is shown as they say; what is saved stays', async () => {
    const { model, problems, lints } = await preview(edited(SHEET, 'axes: { size: [s, l] }', 'axes: { size: [s] }'))
    expect(problems).toEqual([])
    expect(lints.map(({ code }) => code)).toEqual([])
    expect(model!.cases).toBe(1)
    const { model: saved } = await preview({})
    expect(saved!.cases).toBe(2)
  })

  test.each<[what: string, texts: Record<string, string | null>, told: object]>([
    ['a key that there is not', edited(SHEET, 'name:', 'nmae:'), { file: SHEET, line: 2, nearest: 'name' }],
    ['YAML that is none', edited(SHEET, 'props: {', 'props: ['), { file: SHEET }],
    ['a token that there is not', edited(SHEET, '{tone}', '{tune}'), { code: 'unknown-token', file: SHEET, line: 7 }],
    ['a file that is gone', { 'components/peg/peg.liquid': null }, { file: SHEET, line: 3 }],
    [
      'a template that ends too soon',
      { 'components/peg/peg.liquid': '{% if props.size %}' },
      { file: 'components/peg/peg.liquid', line: 1 },
    ],
  ])('is told where it cannot be read: %s', async (_, texts, told) => {
    const { model, problems, lints } = await preview(texts)
    expect([...problems, ...lints]).toContainEqual(expect.objectContaining(told))
    // Either there is nothing to see, or a fault that leaves something to see is a lint.
    expect(problems.length > 0).toBe(model === undefined)
  })

  test('of another one has no part in it', async () => {
    const { model } = await preview({ 'components/hook/hook.liquid': '{% if %}' })
    expect(model).toBeDefined()
  })

  test('that cannot be read as it is saved is read again with what mends it', async () => {
    const id = await acts.stored({
      ...FILES,
      'library.yaml': 'library: 1\nname: Broken pegs\n',
      [SHEET]: FILES[SHEET]!.replace('peg.liquid', 'none.liquid').replace('{tone}', 'red'),
    })
    const opened = await open(id)
    const asItIs = await previewOf(opened, 'peg', {})
    expect(asItIs.model).toBeUndefined()
    const mended = await previewOf(opened, 'peg', { 'components/peg/none.liquid': '<p class="peg">Peg</p>' })
    expect(mended.problems).toEqual([])
    expect(mended.model).toBeDefined()
  })
})

describe('what the repository says of a linked folder', () => {
  test('nothing where there is none', async () => {
    expect(await gitFacts(acts.workspace, pegs.id)).toBeUndefined()
    expect(await gitFacts(acts.workspace, 'none')).toBeUndefined()
    const stored = await acts.stored({ ...FILES, 'library.yaml': 'library: 1\nname: Stored pegs\n' })
    expect(await gitFacts(acts.workspace, stored)).toBeUndefined()
  })

  test('the commit that last changed each component, and what has changed since', async () => {
    const own = await acts.linked({ ...FILES, 'library.yaml': FILES['library.yaml']!.replace('Larch', 'Git') })
    beginRepository(own.folder)
    writeFileSync(join(own.folder, 'components/peg/peg.css'), '.peg { color: var(--tone); margin: 0 }\n')
    commitAll(own.folder, 'Take the margin away')
    await acts.workspace.links.sync(own.id)
    const subjects = async () =>
      (await gitFacts(acts.workspace, own.id))!.components.map(({ slug, last }) => [slug, last?.subject])
    expect(await subjects()).toEqual([
      ['hook', 'Begin'],
      ['peg', 'Take the margin away'],
    ])
    const clean = (await gitFacts(acts.workspace, own.id))!
    expect(clean).toMatchObject({ isClean: true, branch: 'main', commit: gitIn(own.folder, 'rev-parse', 'HEAD') })
    expect(clean.components.flatMap(({ changed }) => changed)).toEqual([])

    writeFileSync(join(own.folder, 'components/hook/hook.liquid'), '<p>Bent hook</p>\n')
    rmSync(join(own.folder, 'components/hook/old.css'))
    await acts.workspace.links.sync(own.id)
    const dirty = (await gitFacts(acts.workspace, own.id))!
    expect(dirty.isClean).toBe(false)
    expect(dirty.components.map(({ slug, changed }) => [slug, changed])).toEqual([
      ['hook', ['components/hook/hook.liquid', 'components/hook/old.css']],
      ['peg', []],
    ])
  })

  test('a folder that belongs to no branch', async () => {
    const own = await acts.linked({ ...FILES, 'library.yaml': FILES['library.yaml']!.replace('Larch', 'Loose') })
    beginRepository(own.folder)
    gitIn(own.folder, 'checkout', '-q', '--detach')
    expect(await gitFacts(acts.workspace, own.id)).toMatchObject({ isClean: true })
    expect((await gitFacts(acts.workspace, own.id))!.branch).toBeUndefined()
  })
})

test('whether the server can work is told part by part', async () => {
  const { link, places } = acts.workspace
  const told = await readiness({ link, places })
  expect(told.store).toBe('ok')
  const broken = { ...link, db: { run: () => Promise.reject(new Error('disk I/O error')) } } as unknown as typeof link
  expect(await readiness({ link: broken, places })).toMatchObject({ status: 'not ready', store: 'disk I/O error' })
})
