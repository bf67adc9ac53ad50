import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import { changeSettings, librarySettings, stepSettings } from '@/server'
import { listLibraries } from '@/store'
import { testActs, type Acts } from '../support/workspace'

/** What the view of settings asks for, without the view: see interface/settings for that. */

const LIBRARY = `# Ours.
library: 1
name: Pegs # of wood
contexts:
  theme: [day, night] # the sun
styles: [styles/one.css]
viewport: { width: 700, height: 500 }
`
const FILES: Record<string, string> = {
  'styles/one.css': 'p { margin: 0 }\n',
  'styles/two.css': 'p { padding: 0 }\n',
  'node_modules/kit/kit.css': 'p { color: red }\n',
  'components/peg/peg.sheet.yaml': `sheet: 1
name: Peg
source: { kind: markup, markup: peg.liquid }
contexts: { theme: all }
spec: [{ when: { theme: night }, expect: { root: { color: red } } }]
`,
  'components/peg/peg.liquid': '<p>Peg</p>\n',
}

const begun = testActs({ beforeAll, afterAll })
let acts: Acts
let pegs: Awaited<ReturnType<Acts['linked']>>
let count = 0
beforeAll(() => {
  acts = begun()
})
beforeEach(async () => {
  pegs = await acts.linked({ ...FILES, 'library.yaml': LIBRARY.replace('Pegs', `Pegs ${++count}`) })
})

type To = Parameters<typeof changeSettings>[2]
/** Changes some fields: of a window or a tolerance, those that are given. */
const change = async (to: Partial<Record<keyof To, unknown>>) => {
  const now = await settings()
  const whole = Object.entries(to).map(([key, value]) => {
    const before = now[key as keyof To]
    return [key, key === 'viewport' || key === 'tolerance' ? { ...(before as object), ...(value as object) } : value]
  })
  await changeSettings(acts.workspace, pegs.id, Object.fromEntries(whole) as To)
}
const settings = async () => (await librarySettings(acts.workspace, pegs.id))!
const written = () => pegs.onDisk('library.yaml')
const given = () => LIBRARY.replace('Pegs', `Pegs ${count}`)

test('what a library’s own file says is told, with what its contexts are used for', async () => {
  expect(await settings()).toMatchObject({
    name: `Pegs ${count}`,
    about: '',
    contexts: { theme: ['day', 'night'] },
    styles: ['styles/one.css'],
    viewport: { width: 700, height: 500 },
    // What a package brings is nothing to choose from.
    styleFiles: ['styles/one.css', 'styles/two.css'],
    contextUses: { theme: 1 },
  })
  expect(await librarySettings(acts.workspace, 'none')).toBeUndefined()
})

describe('a change is written where it belongs, and all else stays as it was written', () => {
  test.each<[what: string, to: Partial<Record<keyof To, unknown>>, line: RegExp, note: string]>([
    ['a sentence', { about: 'Holds coats' }, /^about: Holds coats$/m, 'about'],
    ['another name', { name: 'Hooks' }, /^name: Hooks # of wood$/m, 'name'],
    [
      'a value more',
      { contexts: { theme: ['day', 'dusk', 'night'] } },
      /^ {2}theme: \[ ?day, dusk, night ?\]/m,
      'contexts',
    ],
    ['no context any more', { contexts: {} }, /^name: Pegs \d+ # of wood\nstyles/m, 'contexts'],
    [
      'another context',
      { contexts: { theme: ['day', 'night'], motion: ['full'] } },
      /# the sun\n[\s\S]*motion: \[ ?full ?\]/,
      'contexts',
    ],
    ['another window', { viewport: { width: 800 } }, /viewport: \{ width: 800, height: 500 \}/, 'viewport'],
    ['a tolerance', { tolerance: { length: 0.5 } }, /tolerance:\s*\{?\s*length: 0\.5/, 'tolerance'],
    ['the order of styles', { styles: ['styles/two.css', 'styles/one.css'] }, /two\.css[\s\S]*one\.css/, 'styles'],
  ])('%s', async (_, to, line, note) => {
    await change(to)
    expect(written()).toMatch(line)
    expect(written()).toMatch(/^# Ours\.\n/)
    expect(await settings()).toMatchObject({ ...to, undo: `Settings: ${note}` })
    await stepSettings(acts.workspace, pegs.id, 'undo')
    expect(written()).toBe(given())
    expect(await settings()).toMatchObject({ redo: `Settings: ${note}` })
    await stepSettings(acts.workspace, pegs.id, 'redo')
    expect(written()).toMatch(line)
  })

  test('nothing where nothing is otherwise', async () => {
    const before = (await acts.workspace.open(pegs.id))!.record.fingerprint
    await change({ name: `Pegs ${count}`, viewport: { width: 700 }, contexts: { theme: ['day', 'night'] } })
    expect((await settings()).undo).toBeUndefined()
    expect((await acts.workspace.open(pegs.id))!.record.fingerprint).toBe(before)
  })

  test('line ends of another system', async () => {
    writeFileSync(join(pegs.folder, 'library.yaml'), given().replaceAll('\n', '\r\n'))
    await change({ viewport: { width: 800 } })
    expect(written()).toBe(given().replace('700', '800').replaceAll('\n', '\r\n'))
  })
})

test.each<[what: string, to: Partial<Record<keyof To, unknown>>, told: RegExp]>([
  ['a scale that no screen has', { viewport: { scale: 9 } }, /viewport\.scale/],
  ['a style sheet that is not there', { styles: ['styles/three.css'] }, /no file "styles\/three\.css"/],
  ['one that lies elsewhere', { styles: ['../other.css'] }, /leaves the library/],
])('%s is refused with its reason, and nothing is written', async (_, to, told) => {
  await expect(change(to)).rejects.toThrow(told)
  expect(written()).toBe(given())
})

test('a library is listed by the name in its own file, also after an undo', async () => {
  const names = async () => (await listLibraries(acts.workspace.link.db)).find(({ id }) => id === pegs.id)!.name
  await change({ name: 'Hooks' })
  expect(await names()).toBe('Hooks')
  await stepSettings(acts.workspace, pegs.id, 'undo')
  expect(await names()).toBe(`Pegs ${count}`)
})

test('what was changed in the folder a moment before is taken in first, and kept', async () => {
  writeFileSync(join(pegs.folder, 'library.yaml'), given().replace('# Ours.', '# Theirs.'))
  await change({ about: 'Holds coats' })
  expect(written()).toMatch(/^# Theirs\.\n[\s\S]*about: Holds coats/)
  writeFileSync(join(pegs.folder, 'library.yaml'), `${written()}# And more.\n`)
  await expect(stepSettings(acts.workspace, pegs.id, 'undo')).rejects.toThrow(/library\.yaml.*it has changed since/)
  expect(written()).toContain('# And more.')
})

test('a file that cannot be read is not written over', async () => {
  writeFileSync(join(pegs.folder, 'library.yaml'), 'library: 1\nname: [')
  await expect(change({ about: 'Holds coats' })).rejects.toThrow(/library\.yaml/)
  expect(written()).toBe('library: 1\nname: [')
})
