import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { openFolder } from '@/source'
import type { Report } from '@/core/report'
import { prepareLibrary } from '../prepare'
import type { RunEnvironment } from './environment'
import type { Keeper } from './Keeper'
import { KeptResults } from './KeptResults'
import { WholeRun } from './WholeRun'

const ENVIRONMENT: RunEnvironment = { program: 'p1', browser: '156.0.1.1', machine: 'm', rig: 'r' }
const REPORT: Report = {
  brelt: 1,
  library: 'Huts',
  browser: 'Chromium 156.0.1.1',
  startedAt: '2026-11-28T10:00:00.000Z',
  milliseconds: 5000,
  totals: {
    components: 1,
    cases: 3,
    readings: 3,
    holds: 3,
    misses: 0,
    unread: 0,
    scenarios: { holds: 0, misses: 0, unsteady: 0, unread: 0 },
    lints: { error: 0, warning: 0 },
  },
  components: [
    {
      slug: 'lamp',
      name: 'Lamp',
      cases: 3,
      lints: [],
      findings: [],
      scenarios: [],
      pictures: { compared: 0, same: 0, changed: 0, new: 0 },
      notes: [],
    },
  ],
}
const SHEET = `sheet: 1
name: Lamp
source: { kind: markup, markup: lamp.liquid, script: lamp.js, styles: [lamp.scss] }
`

let root: string
let kept: Map<string, Uint8Array>
let keeper: Keeper
const write = (files: Record<string, string>) => {
  for (const [path, text] of Object.entries(files)) {
    mkdirSync(dirname(join(root, path)), { recursive: true })
    writeFileSync(join(root, path), text)
  }
}
beforeEach(() => {
  root = mkdtempSync(join(tmpdir(), 'brelt-whole-'))
  kept = new Map()
  keeper = {
    get: (key) => Promise.resolve(kept.get(key)),
    put: (key, bytes) => Promise.resolve(void kept.set(key, bytes)),
  }
  write({
    'package.json': '{}',
    'library/library.yaml': 'library: 1\nname: Huts\n',
    'library/lamp/lamp.sheet.yaml': SHEET,
    'library/lamp/lamp.liquid': '<b>x</b>',
    'library/lamp/lamp.js': "import { half } from './half'\nexport default () => half(2)",
    'library/lamp/half.js': 'export const half = (n) => n / 2',
    'library/lamp/lamp.scss': 'b { color: red }',
  })
})
afterEach(() => rmSync(root, { recursive: true }))

interface Run {
  environment?: RunEnvironment
  options?: object
  isSure?: boolean
}

const runOf = ({ environment = ENVIRONMENT, options = {} }: Run = {}) =>
  WholeRun.of(openFolder(join(root, 'library')), environment, keeper, options)

async function keep({ isSure = true, ...run }: Run = {}) {
  const whole = runOf(run)
  const prepared = await prepareLibrary(whole.tree)
  const results = new KeptResults(ENVIRONMENT, keeper)
  if (!isSure) await results.keepCases(prepared, prepared.components[0]!, { clock: 'engine' }, undefined)
  await whole.keep(REPORT, prepared, results)
}

test('the report of the same files is known, and says since when', async () => {
  expect(await runOf().report()).toBeUndefined()
  await keep()
  const known = await runOf().report()
  expect(known).toEqual({
    ...REPORT,
    components: [{ ...REPORT.components[0], reused: { cases: 3, scenarios: 0, since: REPORT.startedAt } }],
  })
})

test.each<[change: string, files: Record<string, string>]>([
  ['a file', { 'library/lamp/lamp.scss': 'b { color: blue }' }],
  ['a file more', { 'library/lamp/more.txt': '' }],
  ['what is imported', { 'library/lamp/half.js': 'export const half = (n) => n / 3' }],
  ['settings of the repository', { 'tsconfig.json': '{ "compilerOptions": {} }' }],
  ['its manifest', { 'package.json': '{ "type": "module" }' }],
  ['the React that is installed', { 'node_modules/react-dom/package.json': '{ "version": "19.0.0" }' }],
])('it is not known where %s has changed', async (_, files) => {
  await keep()
  write(files)
  expect(await runOf().report()).toBeUndefined()
})

test.each<[what: string, run: Run]>([
  ['another browser', { environment: { ...ENVIRONMENT, browser: '157.0.0.0' } }],
  ['other options', { options: { component: ['lamp'] } }],
])('nor by %s', async (_, run) => {
  await keep()
  expect(await runOf(run).report()).toBeUndefined()
})

test.each<[what: string, files: Record<string, string>, run: Run]>([
  [
    'a package is bundled',
    {
      'node_modules/half/index.js': 'export const half = (n) => n',
      'library/lamp/lamp.js': "export { half as default } from 'half'",
    },
    {},
  ],
  [
    'styles take in a package',
    {
      'node_modules/tone/index.css': 'b { color: red }',
      'node_modules/tone/package.json': '{ "style": "index.css" }',
      'library/lamp/lamp.scss': "@use 'pkg:tone';",
    },
    {},
  ],
  [
    'code asks for the time',
    { 'library/lamp/lamp.js': 'export default (root) => { root.title = new Date().getHours() }' },
    {},
  ],
  ['settings lead further', { 'tsconfig.json': '{ "extends": "./other.json" }', 'other.json': '{}' }, {}],
  ['something could not be read', {}, { isSure: false }],
])('it is not kept where %s', async (_, files, run) => {
  write(files)
  await keep(run)
  expect([...kept]).toEqual([])
})

test('what is cut off is not known', async () => {
  await keep()
  for (const key of kept.keys()) kept.set(key, new Uint8Array([1, 2, 3]))
  expect(await runOf().report()).toBeUndefined()
})
