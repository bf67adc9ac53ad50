import { readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { afterAll, afterEach, expect, test } from '@jest/globals'
import { cli } from '../support/cli'
import Ajv from 'ajv'
import type { Report } from '@/core/report'
import { launchChromium } from '@/runner'
import { beginRepository } from '../support/git'
import { repositories } from '../support/repository'

const repository = repositories({ afterEach })
const browser = launchChromium({ whole: true })
afterAll(async () => (await browser).close())

// Signs that each form of report writes in its own way.
const NAME = 'Lamp <b>&amp; "co"</b> | `x`'
const FILES = {
  'design/library.yaml': 'library: 1\nname: Huts & lamps\n',
  'design/components/lamp/lamp.sheet.yaml': `sheet: 1
name: '${NAME}'
source: { kind: markup, markup: lamp.liquid, styles: [lamp.css] }
pictures: all
parts: { root: .lamp, gone: .nowhere }
axes: { size: [s, l] }
spec:
  - expect: { root: { width: 22px, text: 'not "a<b" and not "c>d"' } }
  - expect: { gone: { color: red } }
  - { when: { shape: round }, expect: { root: { height: 3px } } }
scenarios:
  - name: It goes <out>
    steps: [{ wait: 10ms }, { expect: { root: { opacity: 0 } } }]
`,
  'design/components/lamp/lamp.liquid': '<p class="lamp">a&lt;b</p>',
  'design/components/lamp/lamp.css': '.lamp {\n  width: var(--w);\n  --w: 20px;\n}\n',
}

function brelt(folder: string, ...given: string[]) {
  return cli(['verify', 'design', ...given], { cwd: folder })
}
test('one run is reported in every form at once, each well formed, whatever it holds', async () => {
  const folder = repository(FILES)
  beginRepository(folder)
  const files = Object.fromEntries(
    ['json', 'junit', 'sarif', 'html', 'markdown'].map((format) => [format, join(folder, `report.${format}`)]),
  ) as Record<'json' | 'junit' | 'sarif' | 'html' | 'markdown', string>
  const told = Object.entries(files).flatMap(([format, file]) => ['--format', format, '--out', file])
  const { status, stdout, stderr } = await brelt(folder, '--pictures', '--format', 'text', ...told)
  expect([status, stderr]).toEqual([1, ''])
  expect(stdout).toContain('Huts & lamps: 2 cases')
  const read = (format: keyof typeof files) => readFileSync(files[format], 'utf8')

  const report = JSON.parse(read('json')) as Report
  expect(report.git).toMatchObject({
    branch: 'main',
    folder: 'design/',
    commit: expect.stringMatching(/^[0-9a-f]{40}$/),
  })
  const { totals, components } = report
  const [lamp] = components

  const page = await (await browser).newPage()
  const junit = await page.evaluate((text) => {
    const document = new DOMParser().parseFromString(text, 'text/xml')
    const all = (name: string) => [...document.querySelectorAll(name)]
    return {
      fault: document.querySelector('parsererror')?.textContent,
      suites: all('testsuite').map((each) => ['tests', 'failures', 'errors'].map((name) => each.getAttribute(name))),
      bad: all('testcase:has(failure, error)').map((each) => [
        each.getAttribute('name'),
        each.getAttribute('line'),
        each.firstElementChild!.localName,
        each.firstElementChild!.textContent,
      ]),
    }
  }, read('junit'))
  expect(junit.fault).toBeUndefined()
  expect(junit.suites).toEqual([['6', '4', '1']])
  expect(junit.bad).toEqual([
    ['rule 1: root width, root text', '8', 'failure', expect.stringContaining('width of root is 20px, expected 22px')],
    ['rule 2: gone color', '9', 'error', expect.stringContaining('color of gone could not be read')],
    ['It goes <out>', '12', 'failure', expect.stringContaining('expect')],
    ['lints', null, 'failure', expect.stringContaining('unknown-axis')],
    ['pictures of 2 cases', null, 'failure', '2 not approved'],
  ])

  const sarif = JSON.parse(read('sarif')) as {
    runs: {
      results: { ruleId: string; ruleIndex: number; locations: unknown[]; partialFingerprints: object }[]
      tool: { driver: { rules: { id: string }[] } }
    }[]
  }
  const require = createRequire(import.meta.url)
  const schemaFile = join(
    dirname(require.resolve('@microsoft/sarif-matcher-utils/package.json')),
    'lib/schemas/sarif-2.1.0-rtm.5.json',
  )
  const ajv = new Ajv({ schemaId: 'auto', unknownFormats: 'ignore', meta: false })
  ajv.addMetaSchema(require('ajv/lib/refs/json-schema-draft-04.json') as object)
  const isValid = ajv.validate(JSON.parse(readFileSync(schemaFile, 'utf8')) as object, sarif)
  expect([isValid, ajv.errors]).toEqual([true, null])
  const [run] = sarif.runs
  for (const result of run!.results) expect(run!.tool.driver.rules[result.ruleIndex]!.id).toBe(result.ruleId)
  const width = run!.results.find((each) => JSON.stringify(each).includes('22px'))
  expect(width).toMatchObject({
    ruleId: 'misses',
    locations: [
      { physicalLocation: { artifactLocation: { uri: 'design/components/lamp/lamp.css' }, region: { startLine: 3 } } },
    ],
    relatedLocations: [
      {
        physicalLocation: {
          artifactLocation: { uri: 'design/components/lamp/lamp.sheet.yaml' },
          region: { startLine: 8 },
        },
      },
      { physicalLocation: { artifactLocation: { uri: 'design/components/lamp/lamp.css' }, region: { startLine: 2 } } },
    ],
  })

  await page.goto(pathToFileURL(files.html).href)
  expect(await page.title()).toBe('Huts & lamps: does not hold')
  const shown = await page.evaluate(() => document.body.textContent!)
  expect(shown).toContain(NAME)
  expect(shown).toContain(`${totals.holds} hold, ${totals.misses} miss, ${totals.unread} unread`)
  expect(await page.$$eval('details', (all) => all.length)).toBe(lamp!.findings.length + 1 + 1)
  expect(await page.$$eval('section b', (all) => all.length)).toBe(0)
  // New pictures, one for each finding of a pictured case, and the film up to the step that fails: each stands in the file itself.
  const pictures = await page.$$eval('img', (all) =>
    all.map(({ src, naturalWidth, alt }) => [src.startsWith('data:image/png'), naturalWidth > 0, alt]),
  )
  expect(pictures.map(([isWithin, isShown]) => isWithin && isShown)).toEqual(pictures.map(() => true))
  expect(pictures.map(([, , alt]) => alt).toSorted()).toEqual(
    [
      'After expect root opacity 0',
      'After wait 10ms',
      ...lamp!.findings.map(() => 'One of these cases'),
      'size=l',
      'size=s',
    ].toSorted(),
  )

  const markdown = read('markdown')
  expect(markdown).toMatch(/^## Does not hold: Huts & lamps\n/)
  expect(markdown).toContain('**Lamp \\<b\\>&amp; "co"\\</b\\> \\| \\`x\\`**')
  expect(markdown).toContain('expected `22px`, read `20px` (-2px) in 2 cases (`lamp.css:3`)')
})

test('a result is named the same wherever it stands', async () => {
  const folder = repository(FILES)
  const prints = async () => {
    const { stdout } = await brelt(folder, '--format', 'sarif')
    const { runs } = JSON.parse(stdout) as { runs: { results: { partialFingerprints: object }[] }[] }
    return runs[0]!.results.map(({ partialFingerprints }) => partialFingerprints)
  }
  const before = await prints()
  const css = join(folder, 'design/components/lamp/lamp.css')
  writeFileSync(css, `/* more */\n\n${readFileSync(css, 'utf8')}`)
  expect(await prints()).toEqual(before)
})

test('parts of a run are joined to the report of the whole', async () => {
  const lamp = 'design/components/lamp/lamp'
  const more = Object.fromEntries(
    ['stove', 'bell'].flatMap((slug) =>
      ['sheet.yaml', 'liquid', 'css'].map((ending) => [
        `design/components/${slug}/${slug}.${ending}`,
        FILES[`${lamp}.${ending}` as keyof typeof FILES].replaceAll('lamp', slug),
      ]),
    ),
  )
  const folder = repository({ ...FILES, ...more })
  const parts: string[] = []
  for (const part of ['1/2', '2/2']) {
    const file = `part-${part[0]}.json`
    expect((await brelt(folder, '--shard', part, '--format', 'json', '--out', file)).status).toBe(1)
    parts.push(file)
  }
  const merge = (...given: string[]) => cli(['merge', ...given], { cwd: folder })
  const { status, stdout } = await merge(...parts, '--format', 'text', '--format', 'json', '--out', 'whole.json')
  expect([status, stdout]).toEqual([1, expect.stringContaining('Huts & lamps: 6 cases')])
  expect((await brelt(folder, '--format', 'json', '--out', 'one.json')).status).toBe(1)
  const read = (file: string) => JSON.parse(readFileSync(join(folder, file), 'utf8')) as Report
  const [whole, one] = [read('whole.json'), read('one.json')]
  expect(parts.map((file) => read(file).components.length).sort()).toEqual([1, 2])
  expect(whole.totals).toEqual(one.totals)
  expect(whole.components.map(({ slug, findings }) => [slug, findings.length]).sort()).toEqual(
    one.components.map(({ slug, findings }) => [slug, findings.length]).sort(),
  )
  expect(await merge(...parts, parts[0]!)).toMatchObject({
    status: 2,
    stderr: expect.stringContaining('stands in two reports') as unknown,
  })
  expect(await merge('library.none')).toMatchObject({
    status: 2,
    stderr: expect.stringContaining('it is no report') as unknown,
  })
})

test.each<[string, string[], string]>([
  ['a part that there is not', ['--shard', '3/2'], 'must be a part of some, such as 2/5'],
  ['a form that there is not', ['--format', 'pdf'], 'Allowed choices are text, json, junit, sarif, html, markdown'],
  ['two files for one form', ['--format', 'json', '--out', 'a', '--out', 'b'], 'the json report goes to a already'],
])('%s is refused', async (_, given, words) => {
  const folder = repository(FILES)
  const { status, stderr } = await brelt(folder, ...given)
  expect(status).not.toBe(0)
  expect(stderr).toContain(words)
})
