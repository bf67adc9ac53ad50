import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { REPORT_FORMATS } from '@/core/choices'
import type { Report } from '@/core/report'
import { cli } from '../support/cli'

/** What a library says reaches whoever prints it as text that only shows: from every command, in every form. */

const ESC = '\\u001b'
const ORDER = '::error file=a.css,line=1::forged'
// As YAML and scripts both write it.
const NAME = `Gate ${ESC}[2J\\u202e ##vso[task.complete]done\\n${ORDER}`
const SHEET = `name: "${NAME}"
parts: { root: .gate, gone: "[title='${ORDER}']" }
props: { way: { type: choice, values: [plain, says, throws, floods], default: plain } }
axes: { way: [plain, says, throws, floods] }
spec:
  - expect: { root: { text: open, width: 41px }, gone: { width: "1px" } }
`
const SCRIPT = `export default (root, { props }) => {
  if (props.way === 'says') root.textContent = "${NAME}"
  if (props.way === 'throws') throw new Error('no '.repeat(100_000) + "${NAME}")
  if (props.way === 'floods') {
    root.textContent = 'long '.repeat(2_000)
    for (let at = 0; at < 60; at++) setTimeout(() => { throw new Error(at + ' no'.repeat(500)) })
  }
}
`
const files = {
  'library.yaml': `library: 1\nname: "${NAME}"\n`,
  'components/gate/gate.sheet.yaml': `sheet: 1\nsource: { kind: markup, markup: gate.liquid, styles: [gate.css], script: gate.js }\n${SHEET}`,
  'components/gate/gate.liquid': '<p class="gate">open</p>',
  'components/gate/gate.css': '.gate { width: 40px }',
  'components/gate/gate.js': SCRIPT,
}
// eslint-disable-next-line no-control-regex -- these are what must not be there
const ACTING = /[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u200e\u200f\u2028-\u202e\u2066-\u2069\ufeff]/
const ORDERS = /^\s*::[\w-]+.*::|##\w*\[/m

let folder: string
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'brelt-foreign-text-'))
  for (const [path, text] of Object.entries(files)) {
    mkdirSync(dirname(join(folder, path)), { recursive: true })
    writeFileSync(join(folder, path), text)
  }
})
afterAll(() => rmSync(folder, { recursive: true }))

function expectInert(text: string) {
  expect(text).not.toBe('')
  expect(text.replaceAll('\n', '')).not.toMatch(ACTING)
  expect(text).not.toMatch(ORDERS)
}

test('every report, and what is said beside them', async () => {
  const named = REPORT_FORMATS.flatMap((format) => ['--format', format, '--out', join(folder, `report.${format}`)])
  const { status, stderr } = await cli(['verify', folder, ...named])
  expect([status, stderr]).toEqual([1, ''])
  for (const format of REPORT_FORMATS) {
    const text = readFileSync(join(folder, `report.${format}`), 'utf8')
    expectInert(text)
    // 10,000 signs of one case and 60 errors of another are not told in full.
    expect([format, text.length]).toEqual([format, expect.any(Number)])
    expect(text.length).toBeLessThan(100_000)
  }
  const report = JSON.parse(readFileSync(join(folder, 'report.json'), 'utf8')) as Report
  expect(report.library).toBe(JSON.parse(`"${NAME}"`))
  const { failed, findings, notes } = report.components[0]!
  expect(failed).toEqual([{ reason: expect.stringMatching(/more characters\)$/), cases: ['way=throws'] }])
  const texts = findings.filter(({ reading, verdict }) => reading === 'text' && verdict === 'misses')
  expect(texts.map(({ measured, cases }) => [cases, measured.length < 2_100])).toEqual([
    [['way=says'], true],
    [['way=floods'], true],
  ])
  expect(notes).toContainEqual(expect.stringMatching(/^… and [\d]+ more errors that nobody caught$/))
})

test.each([
  ['check', (at: string) => ['check', at]],
  ['read', (at: string) => ['read', at, 'gate', '--case', 'way=says']],
  ['draft', (at: string) => ['draft', at, 'gate']],
])('%s', async (_, given) => {
  const { stdout, stderr } = await cli(given(folder))
  expectInert(stdout + stderr)
})

test('what is wrong in a file is told in one line', async () => {
  const broken = join(folder, 'components/gate/gate.sheet.yaml')
  writeFileSync(broken, `${files['components/gate/gate.sheet.yaml']}"${NAME}": 1\n`)
  const { status, stderr } = await cli(['check', folder])
  writeFileSync(broken, files['components/gate/gate.sheet.yaml'])
  expect(status).toBe(2)
  expectInert(stderr)
  expect(stderr.split('\n')).toHaveLength(3)
})
