import { symlinkSync } from 'node:fs'
import { join } from 'node:path'
import { strToU8, zipSync } from 'fflate'
import { afterEach, describe, expect, test } from '@jest/globals'
import { cli } from '../support/cli'
import { engineBrowser } from '../support/browsers'
import { openFolder } from '@/source'
import { problemsOf, told, verifyTree } from '../support/library'
import { repositories, themed, type Entry } from '../support/repository'

const repository = repositories({ afterEach })

const brelt = (cwd: string, ...given: string[]) => cli(given, { cwd })

const SHEET = `sheet: 1
name: Peg
source: { kind: react, module: peg.tsx, export: Peg }
axes: { state: { of: state, values: { rest: {} } } }
spec: [{ expect: { root: { text: Coat, padding-left: 7px, color: "rgb(1, 2, 3)" } } }]
`
const PEG = `import { word } from '@hut/words'
import '@hut/styles/peg.css'
import { paint } from 'paint'
export const Peg = () => <p className="peg" style={{ color: paint }}>{word}</p>
`
const LIBRARY = { 'library.yaml': 'library: 1\nname: Pegs\n', 'src/peg.sheet.yaml': SHEET, 'src/peg.tsx': PEG }
const WORDS = {
  'package.json': '{ "name": "@hut/words", "exports": { ".": { "import": "./lib/index.js" } } }',
  'lib/index.js': `export { word } from './deep/word.js'`,
  'lib/deep/word.js': `export const word = 'Coat'`,
}
const STYLES = {
  'package.json': '{ "name": "@hut/styles" }',
  'peg.css': '@import "./inner.css";',
  'inner.css': '.peg { padding-left: 7px }',
}
const PAINT = {
  'package.json': '{ "name": "paint", "main": "main.js" }',
  'main.js': `exports.paint = 'rgb(1, 2, 3)'`,
}
const under = (folder: string, files: Readonly<Record<string, Entry>>) =>
  Object.fromEntries(Object.entries(files).map(([path, entry]) => [`${folder}/${path}`, entry]))
const installed = (folder: string) => ({
  ...under(`${folder}/@hut/words`, WORDS),
  ...under(`${folder}/@hut/styles`, STYLES),
  ...under(`${folder}/paint`, PAINT),
})

/** Packages in archives, with the table that leads to them. */
function archived(packages: Readonly<Record<string, Record<string, string>>>): Record<string, Entry> {
  const names = Object.keys(packages)
  const at = (name: string) => `.yarn/cache/${name.replaceAll('/', '-')}.zip`
  const depends = names.map((name) => [name, 'npm:1.0.0'])
  const registry = [
    [null, [[null, { packageLocation: './', packageDependencies: depends, linkType: 'SOFT' }]]],
    ...names.map((name) => [
      name,
      [
        [
          'npm:1.0.0',
          { packageLocation: `./${at(name)}/node_modules/${name}/`, packageDependencies: [], linkType: 'HARD' },
        ],
      ],
    ]),
  ]
  return {
    '.pnp.data.json': JSON.stringify({
      dependencyTreeRoots: [{ name: 'ui', reference: 'workspace:.' }],
      enableTopLevelFallback: true,
      fallbackPool: [],
      packageRegistryData: registry,
    }),
    ...Object.fromEntries(
      names.map((name) => [at(name), zipSync(zipped(under(`node_modules/${name}`, packages[name]!)))]),
    ),
  }
}
const zipped = (files: Readonly<Record<string, Entry>>) =>
  Object.fromEntries(Object.entries(files).map(([path, text]) => [path, strToU8(text as string)]))

/** Where packages stand, by the habits of those who install them. */
const LAYOUTS: [name: string, library: string, entries: Record<string, Entry>][] = [
  ['beside the library', '.', { ...LIBRARY, ...installed('node_modules') }],
  [
    'hoisted above a workspace, as npm does',
    'packages/ui',
    {
      'package.json': '{ "workspaces": ["packages/*"] }',
      ...under('packages/ui', LIBRARY),
      ...installed('node_modules'),
    },
  ],
  [
    'linked from a store, as pnpm does, and from a sibling of the workspace',
    'packages/ui',
    {
      'pnpm-workspace.yaml': 'packages: ["packages/*"]',
      ...under('packages/ui', LIBRARY),
      ...under('node_modules/.pnpm/paint@1.0.0/node_modules/paint', PAINT),
      ...under('packages/words', WORDS),
      ...under('packages/styles', STYLES),
      'packages/ui/node_modules/paint': { link: 'node_modules/.pnpm/paint@1.0.0/node_modules/paint' },
      'packages/ui/node_modules/@hut/words': { link: 'packages/words' },
      'packages/ui/node_modules/@hut/styles': { link: 'packages/styles' },
    },
  ],
  [
    'in archives, as yarn keeps them',
    '.',
    {
      'package.json': '{ "name": "ui" }',
      ...LIBRARY,
      ...archived({ '@hut/words': WORDS, '@hut/styles': STYLES, paint: PAINT }),
    },
  ],
  [
    'linked into a folder that is no repository',
    'deep/ui',
    {
      ...under('deep/ui', LIBRARY),
      ...under('elsewhere/words', WORDS),
      'deep/node_modules/@hut/words': { link: 'elsewhere/words' },
      ...under('deep/node_modules/@hut/styles', STYLES),
      ...under('deep/node_modules/paint', PAINT),
    },
  ],
  [
    'named by aliases of tsconfig.json and by imports of package.json',
    'apps/ui',
    {
      'package.json': '{ "workspaces": ["apps/*"] }',
      'tsconfig.json': '{ "compilerOptions": { "paths": { "@hut/*": ["./libs/*"] } } }',
      'libs/words.ts': `export const word: string = 'Coat'`,
      'libs/styles/peg.css': '.peg { padding-left: 7px }',
      'apps/ui/tsconfig.json': '{ "extends": "../../tsconfig.json" }',
      'apps/ui/package.json': '{ "name": "ui", "imports": { "#paint": "./src/paint.ts" } }',
      ...under('apps/ui', LIBRARY),
      'apps/ui/src/peg.tsx': PEG.replace("'paint'", "'#paint'"),
      'apps/ui/src/paint.ts': `export const paint = 'rgb(1, 2, 3)'`,
    },
  ],
]

const holds = {
  'root · text': 'holds: Coat',
  'root · padding-left': 'holds: 7px',
  'root · color': 'holds: rgb(1, 2, 3)',
}

describe('packages and aliases are found', () => {
  test.each(LAYOUTS)(
    '%s',
    async (_, library, entries) => {
      const root = repository(entries)
      const { cases } = await verifyTree(await engineBrowser(), openFolder(join(root, library)))
      expect(told(cases.get('state=rest'))).toEqual(holds)
    },
    60_000,
  )

  test('what bundlers put in: the mode, and files as text, address or styles in a text', async () => {
    const root = repository({
      ...LIBRARY,
      'src/dot.svg': '<svg/>',
      'src/note.css': '.a{}',
      'src/peg.sheet.yaml': SHEET.replace(
        /expect: .*$/m,
        'expect: { root: { text: "production true <svg/> data:image/svg .a{} undefined" } } }]',
      ),
      'src/peg.tsx': `import raw from './dot.svg?raw'
import address from './dot.svg?url'
import inline from './note.css?inline'
const told = [import.meta.env.MODE, import.meta.env.PROD, raw, address.slice(0, 14), inline, process.env.HUT]
export const Peg = () => <p>{told.map(String).join(' ')}</p>`,
    })
    const { cases } = await verifyTree(await engineBrowser(), openFolder(root))
    expect(Object.values(told(cases.get('state=rest')))).toEqual([expect.stringMatching(/^holds/)])
  })

  test('the settings around code count: decorators and fields as tsconfig.json says', async () => {
    const root = repository({
      'library.yaml': 'library: 1\nname: Pegs\n',
      'tsconfig.json': '{ "compilerOptions": { "experimentalDecorators": true, "useDefineForClassFields": false } }',
      'peg.sheet.yaml': `sheet: 1\nname: Peg\nsource: { kind: element, module: peg.ts, tag: hut-peg }\nspec: [{ expect: { host: { text: "word 7" } } }]\n`,
      'peg.ts': `const noted: string[] = []
const note = (_: object, key: string) => { noted.push(key) }
class Peg extends HTMLElement { @note word = 7; connectedCallback() { this.textContent = noted + ' ' + this.word } }
customElements.define('hut-peg', Peg)`,
    })
    const { cases } = await verifyTree(await engineBrowser(), openFolder(root))
    expect(told(cases.get(''))).toEqual({ 'host · text': 'holds: word 7' })
  })
})

const DOT = '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="5"/>'
const THEME = {
  'package.json':
    '{ "name": "@hut/theme", "exports": { ".": { "style": "./dist/all.css" }, "./dist/*": "./dist/*", "./scss/*": "./scss/*" } }',
  'dist/all.css': '@import "./inner.css";\n.peg { padding-left: 7px }',
  'dist/inner.css': '@import "other-theme/more.css";\n.peg::before { content: url("../img/dot.svg") }',
  'img/dot.svg': DOT,
  'scss/tools.scss': '@use "deep/sizes";\n@mixin wide { width: sizes.$wide }',
  'scss/deep/_sizes.scss': '$wide: 70px;',
  'dist/tokens.json': '{ "space": { "small": { "$type": "dimension", "$value": "7px" } } }',
}
/** Where styles and tokens can come from in packages: the files, and what is then read. */
const FROM_PACKAGES: [name: string, files: Record<string, string>][] = [
  [
    'a style sheet of all components, by its file, with a picture',
    themed('styles: ["@hut/theme/dist/all.css"]', {}, '{ root: { padding-left: 7px }, dot: { box.width: 9px } }'),
  ],
  [
    'a style sheet by the name of its package',
    themed('styles: ["@hut/theme"]', {}, '{ root: { padding-left: 7px, margin-left: 3px } }'),
  ],
  [
    '@import in a component’s styles',
    themed(
      '',
      { 'peg.css': '@import "@hut/theme/dist/all.css";\n.peg { color: red }' },
      '{ root: { padding-left: 7px, margin-left: 3px, color: red } }',
    ),
  ],
  ...['@hut/theme/scss/tools', 'pkg:@hut/theme/scss/tools', '~@hut/theme/scss/tools'].map(
    (name): [string, Record<string, string>] => [
      `@use "${name}" in SCSS`,
      themed(
        '',
        { 'peg.scss': `@use "${name}" as tools;\n.peg { display: block; @include tools.wide; }` },
        '{ root: { width: 70px } }',
      ),
    ],
  ),
  [
    'an alias of tsconfig.json that leads back into the library',
    {
      ...themed('', { 'peg.css': '@import "@look/tones.css";\n.peg { color: red }' }, '{ root: { margin-left: 4px } }'),
      'src/look/tones.css': '.peg { margin-left: 4px }',
      'tsconfig.json': '{ "compilerOptions": { "paths": { "@look/*": ["./src/look/*"] } } }',
    },
  ],
  [
    'tokens',
    themed(
      'tokens: ["@hut/theme/dist/tokens.json"]',
      { 'peg.css': '.peg { padding-left: var(--space-small) }' },
      '{ root: { padding-left: "{space.small}" } }',
    ),
  ],
]

describe('styles and tokens of packages', () => {
  test.each(FROM_PACKAGES)(
    '%s',
    async (_, files) => {
      const root = repository({
        'package.json': '{ "workspaces": ["packages/*"] }',
        ...under('packages/ui', files),
        ...under('node_modules/@hut/theme', THEME),
        'node_modules/@hut/theme/node_modules/other-theme/more.css': '.peg { margin-left: 3px }',
      })
      const { cases } = await verifyTree(await engineBrowser(), openFolder(join(root, 'packages/ui')))
      expect(Object.values(told(cases.get('')))).toEqual(expect.arrayContaining([expect.stringMatching(/^holds/)]))
      expect(Object.values(told(cases.get(''))).filter((one) => !one.startsWith('holds'))).toEqual([])
    },
    60_000,
  )

  test.each(FROM_PACKAGES.filter(([name]) => !/alias/.test(name)))(
    '%s, where yarn keeps them in archives',
    async (_, files) => {
      const root = repository({
        'package.json': '{ "name": "ui" }',
        ...files,
        ...archived({ '@hut/theme': THEME, 'other-theme': { 'more.css': '.peg { margin-left: 3px }' } }),
      })
      const { cases } = await verifyTree(await engineBrowser(), openFolder(root))
      expect(Object.values(told(cases.get(''))).filter((one) => !one.startsWith('holds'))).toEqual([])
    },
    60_000,
  )

  test('a draft says what styles of packages say', async () => {
    const root = repository({
      ...themed('styles: ["@hut/theme/dist/all.css"]', {}, '{}'),
      ...under('node_modules/@hut/theme', THEME),
      'node_modules/other-theme/more.css': '.peg { margin-left: 3px }',
    })
    const { stdout } = await brelt(root, 'draft', '.', 'peg')
    expect(stdout).toMatch(/root:.*padding-left: 7px/)
    expect(stdout).toMatch(/root:.*margin-left: 3px/)
  })

  test('what a server would give is told, and the rest is read', async () => {
    const css = `@import url("https://fonts.invalid/hut.css");\n.peg { background: url("/img/dot.svg"); padding-left: 7px }`
    const root = repository(themed('', { 'peg.css': css }, '{ root: { padding-left: 7px } }'))
    const { report } = await verifyTree(await engineBrowser(), openFolder(root))
    expect(report.totals).toMatchObject({ holds: 1, misses: 0, unread: 0 })
    expect(
      report.components[0]!.lints.map(({ code, line, message }) => `${code} ${line} ${message.slice(0, 44)}`),
    ).toEqual(['asset-not-loaded 1 "https://fonts.invalid/hut.css" and 1 more w'])
  })

  test.each([
    [
      'a package that is not there',
      'styles: [nowhere/a.css]',
      'library.yaml:3: no file "nowhere/a.css", and no installed package gives one',
    ],
    [
      'a file that its package keeps to itself',
      'styles: ["@hut/theme/img/dot.svg"]',
      'library.yaml:3: no file "@hut/theme/img/dot.svg", and no installed package gives one',
    ],
    ['steps upwards', 'styles: [../outside.css]', `library.yaml:3: "../outside.css" leaves the library's folder`],
    [
      'a package that steps out of itself',
      'styles: [sly/sly.css]',
      `node_modules/sly/sly.css:1: no file "../../../outside.css"`,
    ],
  ])(
    '%s is told',
    async (_, library, message) => {
      const root = repository({
        'outside.css': '.peg { color: red }',
        ...under('ui', themed(library, {}, '{ root: { present: yes } }')),
        ...under('ui/node_modules/@hut/theme', THEME),
        'ui/node_modules/sly/package.json': '{}',
        'ui/node_modules/sly/sly.css': '@import "../../../outside.css";',
      })
      expect(await problemsOf(await engineBrowser(), join(root, 'ui'))).toEqual([message])
    },
    60_000,
  )
})

describe('nothing else is reached', () => {
  const SECRET = { 'secret.ts': `export const word = 'secret'`, 'secret.css': '.peg { color: red }' }
  const CASES: [name: string, code: string, message: RegExp][] = [
    [
      'steps upwards',
      `import { word } from '../../secret'`,
      /src\/peg\.tsx:1: "\.\.\/\.\.\/secret" leaves the library's folder/,
    ],
    ['steps upwards to styles', `import '../../secret.css'; const word = ''`, /leaves the library's folder/],
    ['an absolute path', `import { word } from '/etc/hostname'`, /leaves the library's folder/],
    ['a package that steps out of itself', `import { word } from 'sly'`, /leaves the folder of its package/],
    ['an alias out of the repository', `import { word } from 'far'`, /lies outside of the library’s folder/],
    ['a package that is not there', `import { word } from 'nowhere'`, /no package "nowhere" is installed/],
    ['a file that is not there', `import { word } from './nowhere'`, /no file "\.\/nowhere"/],
  ]
  test.each(CASES)(
    '%s',
    async (_, code, message) => {
      const root = repository({
        ...SECRET,
        ...under('ui', LIBRARY),
        'ui/src/peg.tsx': `${code}\nexport const Peg = () => <p>{word}</p>`,
        'ui/package.json': '{ "name": "ui" }',
        'ui/tsconfig.json': '{ "compilerOptions": { "paths": { "far": ["../secret.ts"] } } }',
        'ui/node_modules/sly/package.json': '{ "name": "sly", "main": "sly.js" }',
        'ui/node_modules/sly/sly.js': `export { word } from '../../../secret'`,
      })
      expect(await problemsOf(await engineBrowser(), join(root, 'ui'))).toEqual([expect.stringMatching(message)])
    },
    60_000,
  )
})

test('the folder is taken from anywhere: from inside, through a link, with spaces and other letters in its path', async () => {
  const root = repository({ ...LIBRARY, ...installed('node_modules') }, 'gîte no 3')
  const linked = join(root, '..', 'linked')
  symlinkSync(root, linked)
  const verify = async (cwd: string, folder: string) => {
    const { status, stdout, stderr } = await brelt(cwd, 'verify', folder)
    return { status, stderr, told: /(\d+ hold), 0 miss/.exec(stdout)?.[1] }
  }
  for (const [cwd, folder] of [
    [root, '.'],
    [join(root, 'src'), '..'],
    [linked, '.'],
    [join(root, '..'), 'gîte no 3'],
  ] as const)
    expect(await verify(cwd, folder)).toEqual({ status: 0, stderr: expect.anything(), told: '3 hold' })
})
