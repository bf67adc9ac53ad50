import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, test } from '@jest/globals'
import { cli } from '../support/cli'
import { isWhole } from '../support/extent'
import { parse } from 'yaml'
import { draftSpec, writtenRules } from '@/core/draft'
import type { Plan } from '@/core/plan'
import { makeCascade } from '@/core/spec'
import { editYaml } from '@/core/yaml'
import { overlay, textOf } from '@/core/sheet'
import { prepareLibrary, surveyComponent, type PreparedComponent } from '@/runner'
import { openFolder } from '@/source'
import { thing, verifyTree } from '../support/library'
import { engineBrowser } from '../support/browsers'

const tree = openFolder('demo/firnline')

/** What a sheet's author said outright: the readings that are to be equal to something in every case that is spoken of. */
function sameReadings({ rules }: Plan) {
  const key = (part: string, reading: string) => `${part}|${reading}`
  const counts = new Map<string, number>()
  for (const { part, reading, expectation } of rules.flatMap(({ claims }) => claims)) {
    const isEqual = expectation.kind === 'any' || expectation.checks.every((check) => check.kind === 'is' && !check.not)
    counts.set(key(part, reading.text), (counts.get(key(part, reading.text)) ?? 0) + (isEqual ? 1 : NaN))
  }
  const resolve = makeCascade(rules)
  return {
    count: [...counts.values()].filter((count) => count > 0).reduce((sum, count) => sum + count, 0),
    isSaid: (part: string, reading: string) => counts.get(key(part, reading))! > 0,
    isSaidIn: (part: string, reading: string, values: Readonly<Record<string, string>>) => {
      const claim = resolve(values).get(key(part, reading))
      return claim !== undefined && claim.expectation.kind !== 'any'
    },
  }
}

/** One of each way to be reached: props, forced states, nested ones, steps. */
const SOME = ['trail-tile', 'log-field', 'lamp-group', 'hut-icon']

test('Firnline: a draft resolves to every reading that it covers, and is as short as what people wrote', async () => {
  const selection = isWhole ? {} : { components: SOME }
  const prepared = await prepareLibrary(tree, selection)
  const texts: Record<string, string> = {}
  const counts = { drafted: 0, written: 0 }
  const check = async (component: PreparedComponent) => {
    const { sheet, plan } = component
    const survey = await surveyComponent(await engineBrowser(), prepared, component)
    const { rules, left } = draftSpec(survey, plan.space.dimensions)
    expect(left.filter(({ why }) => why !== 'its matches differ from one another')).toEqual([])
    expect(rules.length).toBeGreaterThan(0)
    texts[sheet.file] = editYaml(textOf(tree, sheet.file)!, [
      { do: 'set', path: ['spec'], value: writtenRules({ rules }) },
    ])
    const same = sameReadings(plan)
    const again = draftSpec(survey, plan.space.dimensions, { only: same.isSaid, cases: same.isSaidIn })
    counts.written += same.count
    counts.drafted += again.rules.reduce((sum, { claims }) => sum + claims.length, 0)
  }
  const queue = [...prepared.components]
  const work = async () => {
    for (let next = queue.shift(); next; next = queue.shift()) await check(next)
  }
  await Promise.all([work(), work()])
  expect(counts.drafted).toBeLessThanOrEqual(1.2 * counts.written)
  const { report } = await verifyTree(await engineBrowser(), overlay(tree, texts), selection)
  const { misses, unread, holds } = report.totals
  expect({
    misses,
    unread,
    findings: report.components.flatMap(({ findings }) => findings.map(({ message }) => message)),
  }).toEqual({ misses: 0, unread: 0, findings: [] })
  expect(holds).toBeGreaterThan(isWhole ? 10_000 : 500)
  // A draft leaves nothing to the order of rules that name equally many axes, and says nothing in vain.
  // (Where not all combinations are read, rules may meet in one that nobody has seen.)
  const whole = prepared.components.filter(({ sheet }) => sheet.data.cover === 'all').map(({ sheet }) => sheet.slug)
  const lints = report.components
    .filter(({ slug }) => whole.includes(slug))
    .flatMap((each) => each.lints)
    .filter(({ code }) => ['conflict', 'never-wins', 'matches-nothing'].includes(code))
  expect(lints).toEqual([])
})

test('a survey tells which cases it could not read, and why', async () => {
  const prepared = await prepareLibrary(
    thing({
      sheet: `source: { kind: markup, markup: thing.liquid, styles: [thing.css], script: thing.js }
props: { tone: { type: choice, values: [calm, torn], default: calm } }
axes: { tone: [calm, torn] }`,
      markup: '<p class="thing">Rope</p>',
      css: '.thing { color: red }',
      'components/thing/thing.js': `export default (root, { props }) => { if (props.tone === 'torn') throw new Error('the rope is torn') }`,
    }),
  )
  const { left } = await surveyComponent(await engineBrowser(), prepared, prepared.components[0]!)
  expect(left).toEqual([{ key: 'tone=torn', why: expect.stringContaining('the rope is torn') }])
})

describe('the command line', () => {
  const scratch = mkdtempSync(join(tmpdir(), 'brelt-draft-'))
  afterAll(() => rmSync(scratch, { recursive: true, force: true }))
  const brelt = (...given: string[]) => cli(given)

  test('drafts what is open and writes it into the sheet, comments kept; a second time there is nothing left', async () => {
    const files = {
      'library.yaml': 'library: 1\nname: Test\n',
      'peg/peg.sheet.yaml':
        'sheet: 1\nname: Peg # of larch\nsource: { kind: markup, markup: peg.liquid, styles: [peg.css] }\nparts: { root: .peg }\nprops: { big: { type: flag } }\naxes: { big: flag }\n',
      'peg/peg.liquid': '<p class="peg{% if props.big %} is-big{% endif %}"></p>',
      'peg/peg.css': '.peg { width: 80px; height: 20px; margin: 0 }\n.is-big { width: 120px }\n',
    }
    mkdirSync(join(scratch, 'peg'))
    for (const [path, text] of Object.entries(files)) writeFileSync(join(scratch, path), text)
    expect((await brelt('draft', scratch, 'pg')).stderr).toMatch(/Did you mean "peg"/i)
    const shown = await brelt('draft', scratch, 'peg', '--gaps')
    expect(shown).toMatchObject({ status: 0, stdout: expect.stringContaining('width: 80px') })
    expect(shown.stdout).not.toContain('height')
    expect((await brelt('draft', scratch, 'peg', '--write')).status).toBe(0)
    const written = readFileSync(join(scratch, 'peg/peg.sheet.yaml'), 'utf8')
    expect(written.startsWith(files['peg/peg.sheet.yaml'])).toBe(true)
    expect(parse(written)).toMatchObject({
      spec: [
        { expect: { root: { width: '80px', height: '20px' } } },
        { when: { big: 'on' }, expect: { root: { width: '120px' } } },
      ],
    })
    expect((await brelt('draft', scratch, 'peg')).stdout).toBe('')
    expect((await brelt('verify', scratch)).status).toBe(0)
  })

  test('writes tokens for others, and refuses contexts that do not exist', async () => {
    expect((await brelt('tokens', 'demo/firnline')).stdout).toMatch(
      /:root \{[^}]*--color-ink: [^}]*\}[^]*\[data-theme="night"\] \{[^}]*--color-ink:/,
    )
    const night = JSON.parse(
      (await brelt('tokens', 'demo/firnline', '--format', 'json', '--context', 'theme=night')).stdout,
    ) as Record<string, unknown>
    expect(night).toHaveProperty(['color', 'ink', '$value'])
    expect(await brelt('tokens', 'demo/firnline', '--format', 'json', '--context', 'theme=nite')).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('night'),
    })
  })
})
