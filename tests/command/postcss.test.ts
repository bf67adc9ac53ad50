import { existsSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterEach, describe, expect, test } from '@jest/globals'
import { openFolder } from '@/source'
import { problemsOf, told, verifyTree } from '../support/library'
import { repositories, themed } from '../support/repository'
import { engineBrowser } from '../support/browsers'

const repository = repositories({ afterEach })

const WIDTH_PLUGIN = `module.exports = ({ width }) => ({
  postcssPlugin: 'peg-width',
  Declaration: { width: (node) => { if (node.value === 'peg') node.value = width } },
})
module.exports.postcss = true`
const built = (config: Record<string, string>, width = '33px') => ({
  'package.json': '{ "name": "ui" }',
  'node_modules/peg-width/package.json': '{ "name": "peg-width", "main": "main.js" }',
  'node_modules/peg-width/main.js': WIDTH_PLUGIN,
  ...themed('', { 'peg.css': '.peg {\n  display: block;\n  width: peg;\n}' }, `{ root: { width: ${width} } }`),
  ...config,
})
const CONFIG = { 'postcss.config.mjs': `export default { plugins: { 'peg-width': { width: '33px' } } }` }

/** A configuration as teams write them. */
const CONFIGS: [name: string, config: Record<string, string>][] = [
  ['a module with plugins by name', CONFIG],
  [
    'a CommonJS module with plugins',
    { 'postcss.config.cjs': `module.exports = { plugins: [require('peg-width')({ width: '33px' })] }` },
  ],
  ['JSON', { '.postcssrc.json': `{ "plugins": { "peg-width": { "width": "33px" } } }` }],
  [
    'in package.json',
    { 'package.json': `{ "name": "ui", "postcss": { "plugins": { "peg-width": { "width": "33px" } } } }` },
  ],
  ['TypeScript', { 'postcss.config.ts': `export default { plugins: { 'peg-width': { width: '33px' as string } } }` }],
  [
    'a list of names, as some frameworks take it',
    { 'postcss.config.mjs': `export default { plugins: [['peg-width', { width: '33px' }]] }` },
  ],
]

describe('a repository that builds its styles with PostCSS', () => {
  const folderOf = (files: Record<string, string>) => repository(files)

  test.each(CONFIGS)(
    '%s: runs once the user trusts it',
    async (_, config) => {
      const tree = openFolder(folderOf(built(config)), { trustConfig: true })
      const { report } = await verifyTree(await engineBrowser(), tree)
      expect(report.components[0]!.findings.map(({ message }) => message)).toEqual([])
      expect(report.totals).toMatchObject({ holds: 1 })
      expect(report.components[0]!.lints).toEqual([])
    },
    60_000,
  )

  test('is not run unless the user has said so, and that is told', async () => {
    const sly = {
      'postcss.config.mjs': `import { writeFileSync } from 'node:fs'; writeFileSync('ran', '')\nexport default { plugins: [] }`,
    }
    const root = folderOf(built(sly))
    const { report } = await verifyTree(await engineBrowser(), openFolder(root))
    expect(existsSync(join(root, 'ran'))).toBe(false)
    expect(report.components[0]!.lints.map(({ code, file }) => `${code} ${file}`)).toEqual([
      'build-not-run postcss.config.mjs',
    ])
    await verifyTree(await engineBrowser(), openFolder(root, { trustConfig: true }))
    expect(existsSync(join(root, 'ran'))).toBe(true)
  })

  test.each([
    [
      'with rules that only a build understands, it counts',
      '.peg { @apply wide; width: 1px }',
      ['../postcss.config.mjs'],
    ],
    ['else it is of no concern', '@media print { .peg { width: 1px } }', []],
  ])('above the library: %s', (_, css, configs) => {
    const root = folderOf({
      'package.json': '{}',
      ...CONFIG,
      'ui/library.yaml': 'library: 1\nname: Ui\n',
      'ui/a.css': css,
    })
    const { styleBuild } = openFolder(join(root, 'ui'))
    expect(styleBuild ? [styleBuild.config] : []).toEqual(configs)
  })

  test('a miss is blamed on the line that its author wrote', async () => {
    const tree = openFolder(folderOf(built(CONFIG, '34px')), { trustConfig: true })
    const { report } = await verifyTree(await engineBrowser(), tree)
    const [finding] = report.components[0]!.findings
    expect(finding).toMatchObject({ measured: '33px', origin: { file: 'peg.css', line: 3 } })
  })

  test('what a plugin reads counts: a change of it is seen without a new start', async () => {
    const root = folderOf(
      built({
        'postcss.config.cjs': `const { readFileSync } = require('node:fs')
const file = __dirname + '/width.txt'
module.exports = { plugins: [{ postcssPlugin: 'from-file', Once: (css, { result }) => {
  css.walkDecls('width', (node) => { node.value = readFileSync(file, 'utf8') })
  result.messages.push({ type: 'dependency', plugin: 'from-file', file })
} }] }`,
        'width.txt': '33px',
      }),
    )
    const widthNow = async () => {
      const { cases } = await verifyTree(await engineBrowser(), openFolder(root, { trustConfig: true }))
      return told(cases.get(''))
    }
    expect(await widthNow()).toEqual({ 'root · width': 'holds: 33px' })
    writeFileSync(join(root, 'width.txt'), '44px')
    expect(await widthNow()).toEqual({ 'root · width': 'misses: 44px' })
  })

  const FAULTS: [name: string, config: string, css: string, message: RegExp][] = [
    [
      'a plugin that is not installed',
      `export default { plugins: { 'no-such': {} } }`,
      '.peg { width: peg }',
      /no-such/,
    ],
    [
      'a configuration that throws',
      `throw new Error('not today')`,
      '.peg { width: peg }',
      /^src\/peg\.css:1: postcss\.config\.mjs: not today/,
    ],
    ['a configuration that ends its process', `process.exit(3)`, '.peg { width: peg }', /its process ended/],
    [
      'styles that it cannot read',
      CONFIG['postcss.config.mjs'],
      '.peg { width: peg',
      /^src\/peg\.css:1: postcss\.config\.mjs: Unclosed block/,
    ],
  ]
  test.each(FAULTS)(
    '%s is told',
    async (_, config, css, message) => {
      const root = folderOf({ ...built({ 'postcss.config.mjs': config }), 'src/peg.css': css })
      expect(await problemsOf(await engineBrowser(), root, { trustConfig: true })).toEqual([
        expect.stringMatching(message),
      ])
    },
    60_000,
  )
})
