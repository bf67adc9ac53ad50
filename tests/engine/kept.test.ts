import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { cli } from '../support/cli'
import { times } from '../support/extent'
import { PIXEL_PROPERTIES } from '@/core/plan'
import type { Report } from '@/core/report'
import { overlay, treeOf, type FileTree } from '@/core/sheet'
import {
  BrowserSource,
  FolderKeeper,
  KeptResults,
  prepareLibrary,
  runEnvironment,
  startBrowser,
  verifyLibrary,
} from '@/runner'
import { repositories } from '../support/repository'
import { engineBrowser } from '../support/browsers'

const cache = mkdtempSync(join(tmpdir(), 'brelt-kept-'))
afterAll(() => rmSync(cache, { recursive: true, force: true }))

const FILES: Record<string, string> = {
  'library.yaml': `library: 1
name: Huts
tokens: [base.tokens.json]
styles: [shared.css]
contexts: { theme: [day, night] }
`,
  'base.tokens.json': JSON.stringify({
    lamp: { $type: 'color', $value: '#ff0000' },
    deep: { $type: 'dimension', $value: { value: 12, unit: 'px' } },
    alone: { $type: 'color', $value: '#0000ff' },
  }),
  'shared.css': 'p { margin: 0 }',
  'components/lamp/lamp.sheet.yaml': `sheet: 1
name: Lamp
source: { kind: markup, markup: lamp.liquid, styles: [lamp.css] }
pictures: { size: l }
parts: { root: .lamp }
props: { size: { type: choice, values: [s, l], default: s } }
axes: { size: [s, l], interaction: { of: state, values: { rest: {}, hover: { pseudo: hover } } } }
spec:
  - expect: { root: { color: "{lamp}", width: 10px } }
  - { when: { size: l }, expect: { root: { width: 20px } } }
scenarios:
  - name: It shines
    steps: [{ hover: root }, { expect: { root: { opacity: 1 } } }]
`,
  'components/lamp/lamp.liquid': '<p class="lamp lamp--{{ props.size }}">x</p>',
  'components/lamp/lamp.css': `.lamp { color: var(--lamp); width: 10px }
.lamp--l { width: 20px }
`,
  'components/shelf/shelf.sheet.yaml': `sheet: 1
name: Shelf
source: { kind: markup, markup: shelf.liquid, script: shelf.js, styles: [shelf.css] }
parts: { root: .shelf, inner: .lamp }
slots: { inside: { accepts: [lamp], default: lamp } }
spec: [{ expect: { root: { padding-top: "{deep}" }, inner: { margin-top: 0px } } }]
`,
  'components/shelf/shelf.liquid': '<div class="shelf">{{ slots.inside }}</div>',
  'components/shelf/shelf.js': 'export default (root) => { root.dataset.ready = "yes" }',
  'components/shelf/shelf.css': '.shelf { padding-top: var(--deep) }',
}

/** Changes that may follow one another in any order: each of a file, by what is replaced. */
const CHANGES: readonly (readonly [path: string, from: RegExp, to: readonly string[]])[] = [
  ['components/lamp/lamp.css', /width: \d+px(?= \}\n\.)/, ['width: 10px', 'width: 11px']],
  ['components/lamp/lamp.css', /--l \{ width: \d+px/, ['--l { width: 20px', '--l { width: 25px']],
  ['components/lamp/lamp.css', /^(\/\* x \*\/\n)?/, ['', '/* x */\n']],
  ['components/lamp/lamp.liquid', />\s*[xy]</, ['>x<', '> y<']],
  [
    'components/lamp/lamp.sheet.yaml',
    /l \}, expect: \{ root: \{ width: \d+px/,
    ['l }, expect: { root: { width: 20px', 'l }, expect: { root: { width: 25px'],
  ],
  ['components/lamp/lamp.sheet.yaml', /opacity: \d/, ['opacity: 1', 'opacity: 0']],
  ['components/lamp/lamp.sheet.yaml', /default: [sl]/, ['default: s', 'default: l']],
  ['components/lamp/lamp.sheet.yaml', /(# why\n)?spec:/, ['spec:', '# why\nspec:']],
  ['components/shelf/shelf.css', /^.*$/, ['.shelf { padding-top: var(--deep) }', '.shelf { padding-top: 3px }']],
  ['components/shelf/shelf.js', /"\w+"/, ['"yes"', '"no"']],
  ['shared.css', /\d+(px)?/, ['0', '4px']],
  ['base.tokens.json', /#[0-9a-f]{6}(?="\},"deep)/, ['#ff0000', '#00ff00']],
  ['base.tokens.json', /"value":\d+/, ['"value":12', '"value":3']],
  ['base.tokens.json', /#[0-9a-f]{6}(?="\}\})/, ['#0000ff', '#00ffff']],
  ['library.yaml', /theme: \[.*\]/, ['theme: [day, night]', 'theme: [day, night, dusk]']],
]

/** Numbers that look like chance and are the same each time. */
function* chance(seed: number): Generator<number> {
  for (let state = seed; ;) {
    state = (state * 1664525 + 1013904223) % 4294967296
    yield state / 4294967296
  }
}

let kept: KeptResults
beforeAll(async () => {
  kept = new KeptResults((await runEnvironment())!, new FolderKeeper(cache))
})

const verify = async (tree: FileTree, results?: KeptResults) =>
  verifyLibrary(await engineBrowser(), await prepareLibrary(tree), { kept: results, pictures: { rig: 'here' } })

/** A report without what tells of the run itself. */
const plain = ({ startedAt: _, milliseconds: __, components, ...rest }: Report) => ({
  ...rest,
  // Fingerprints are told only where something is kept by them.
  components: components.map(({ reused: ___, fingerprint: ____, scenarios, ...component }) => ({
    ...component,
    scenarios: scenarios.map(({ milliseconds: _____, ...scenario }) => scenario),
  })),
})

test('what is kept is what is read anew, through changes by chance', async () => {
  const next = chance(7)
  const pick = (count: number) => Math.floor(next.next().value! * count)
  let texts = FILES
  let reused = 0
  for (let round = 0; round < times(5, 14); round++) {
    for (let edits = pick(3); edits >= 0; edits--) {
      const [path, from, to] = CHANGES[pick(CHANGES.length)]!
      if (!from.test(texts[path]!)) throw new Error(`${path} has no ${String(from)}`)
      texts = { ...texts, [path]: texts[path]!.replace(from, to[pick(to.length)]!) }
    }
    const tree = treeOf(texts)
    const [known, fresh] = [await verify(tree, kept), await verify(tree)]
    expect(plain(known)).toEqual(plain(fresh))
    reused += known.components.filter((each) => each.reused).length
  }
  // Else nothing was proved.
  expect(reused).toBeGreaterThan(times(1, 4))
})

const EXPECTING = `sheet: 1
name: Lamp
source: { kind: markup, markup: lamp.liquid, styles: [lamp.css] }
parts: { root: .lamp }
props: { size: { type: choice, values: [s, l], default: s } }
axes: { size: [s, l], interaction: { of: state, values: { rest: {}, hover: { pseudo: hover } } } }
spec:
  - expect: { root: { color: COLOUR, width: WIDTH, text: TEXT } }
  - { when: { size: l }, expect: { root: { width: WIDE, height: same(size=s) } } }
  - { when: { interaction: hover }, expect: { root: { box.width: WIDTH, opacity: OPACITY, present: PRESENT } } }
`
/** What the rules of that sheet may expect, holding and not. */
const EXPECTED: Record<string, readonly string[]> = {
  COLOUR: ['"{lamp}"', 'red', '"#00f"', 'not red', '"{lamp} or blue"'],
  WIDTH: ['10px', '11px', '">= 5px"', '"9px ± 1px"', '"50%"', 'any'],
  WIDE: ['20px', '25px', '"{deep}"', '"< 300px"'],
  TEXT: ['x', 'y', '"not y"'],
  OPACITY: ['1', '0.5', 'inherit', '"nonsense!"'],
  PRESENT: ['yes', 'no'],
}

test('rules that expect something else are judged by what was read, as a browser would judge them', async () => {
  const next = chance(11)
  const pick = (count: number) => Math.floor(next.next().value! * count)
  const chosen = Object.fromEntries(Object.keys(EXPECTED).map((name) => [name, 0]))
  const count = { reused: 0, withoutBrowser: 0, read: 0 }
  const css = '.lamp { color: var(--lamp); width: 10px }\n.lamp--l { width: 20px; height: 30px }\n'
  for (let round = 0; round < times(10, 30); round++) {
    const name = Object.keys(EXPECTED)[pick(Object.keys(EXPECTED).length)]!
    chosen[name] = pick(EXPECTED[name]!.length)
    const sheet = Object.entries(chosen).reduce(
      (text, [key, at]) => text.replaceAll(key, EXPECTED[key]![at]!),
      EXPECTING,
    )
    const tree = treeOf({
      ...Object.fromEntries(Object.entries(FILES).filter(([path]) => !path.includes('/shelf/'))),
      'components/lamp/lamp.sheet.yaml': sheet,
      'components/lamp/lamp.css': css,
    })
    let launched = 0
    const source = new BrowserSource(async () => {
      launched++
      return startBrowser()
    })
    const known = await verifyLibrary(source, await prepareLibrary(tree), { kept })
    await source.close()
    const fresh = await verifyLibrary(await engineBrowser(), await prepareLibrary(tree))
    expect([sheet, plain(known)]).toEqual([sheet, plain(fresh)])
    if (known.components[0]!.reused) count.reused++
    else count.read++
    if (launched === 0) count.withoutBrowser++
  }
  // Else nothing was proved: some needed a browser, for a value or a line that nobody knew, and most did not.
  expect(count.withoutBrowser).toBe(count.reused)
  expect(count.reused).toBeGreaterThan(times(2, 10))
  expect(count.read).toBeGreaterThan(times(0, 3))
})

test.each([...PIXEL_PROPERTIES])('%s of a whole number of pixels computes to itself', async (property) => {
  const page = await (await engineBrowser()).newPage()
  const computed = await page.evaluate((name) => {
    document.body.style.setProperty(name, '37px')
    return getComputedStyle(document.body).getPropertyValue(name)
  }, property)
  await page.close()
  expect(computed).toBe('37px')
})

test('where nothing has changed, no browser is started', async () => {
  const tree = treeOf(FILES)
  const first = await verify(tree, kept)
  const none = new BrowserSource(() => Promise.reject(new Error('a browser was asked for')))
  const again = await verifyLibrary(none, await prepareLibrary(tree), { kept, pictures: { rig: 'here' } })
  expect(plain(again)).toEqual(plain(first))
  expect(again.components.map(({ reused }) => reused?.cases)).toEqual([4, 1])
  const changed = overlay(tree, { 'components/shelf/shelf.css': '.shelf { padding-top: 1px }' })
  const half = await verify(changed, kept)
  expect(half.components.map(({ reused }) => reused?.cases)).toEqual([4, undefined])
})

const repository = repositories({ afterEach: afterAll })
const brelt = (...given: string[]) => cli(given)

test('the command line keeps results in the folder, tells so, and begins anew when it is told to', async () => {
  const folder = repository(FILES)
  expect((await brelt('verify', folder)).stdout).not.toContain('read by an earlier run')
  expect(readdirSync(join(folder, '.brelt', 'cache'))).toContain('.gitignore')
  expect((await brelt('verify', folder)).stdout).toContain('; read by an earlier run: 5 cases, 1 scenario')
  expect((await brelt('verify', folder, '--fresh')).stdout).not.toContain('read by an earlier run')
  const elsewhere = join(folder, '..', 'elsewhere')
  expect((await brelt('verify', folder, '--cache', elsewhere)).stdout).not.toContain('read by an earlier run')
  expect(existsSync(elsewhere)).toBe(true)
})

test('what is kept and broken is read again', async () => {
  const folder = repository(FILES)
  const first = (await brelt('verify', folder, '--format', 'json')).stdout
  const at = join(folder, '.brelt', 'cache')
  for (const two of readdirSync(at).filter((name) => name !== '.gitignore'))
    for (const name of readdirSync(join(at, two))) writeFileSync(join(at, two, name), 'cut')
  const again = (await brelt('verify', folder, '--format', 'json')).stdout
  expect(plain(JSON.parse(again) as Report)).toEqual(plain(JSON.parse(first) as Report))
  expect(again).not.toContain('reused')
})
