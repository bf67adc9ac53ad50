import { afterAll, expect, test } from '@jest/globals'
import { draftSpec, writtenRules } from '@/core/draft'
import type { Plan } from '@/core/plan'
import { makeCascade } from '@/core/spec'
import { editYaml } from '@/core/yaml'
import { overlay, textOf } from '@/core/sheet'
import { prepareLibrary, surveyComponent } from '@/runner'
import { openFolder } from '@/source'
import { testBrowser, verifyTree } from './support/library'

const browser = testBrowser({ afterAll })
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

test('all of Firnline: a draft resolves to every reading that it covers, and is as short as what people wrote', async () => {
  const prepared = await prepareLibrary(tree)
  const texts: Record<string, string> = {}
  const counts = { drafted: 0, written: 0 }
  for (const component of prepared.components) {
    const { sheet, plan } = component
    const survey = await surveyComponent(await browser(), prepared, component)
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
  expect(counts.drafted).toBeLessThanOrEqual(1.2 * counts.written)
  const { report } = await verifyTree(await browser(), overlay(tree, texts))
  const { misses, unread, holds } = report.totals
  expect({
    misses,
    unread,
    findings: report.components.flatMap(({ findings }) => findings.map(({ message }) => message)),
  }).toEqual({ misses: 0, unread: 0, findings: [] })
  expect(holds).toBeGreaterThan(10_000)
  // A draft leaves nothing to the order of rules that name equally many axes, and says nothing in vain.
  // (Where not all combinations are read, rules may meet in one that nobody has seen.)
  const whole = prepared.components.filter(({ sheet }) => sheet.data.cover === 'all').map(({ sheet }) => sheet.slug)
  const lints = report.components
    .filter(({ slug }) => whole.includes(slug))
    .flatMap((each) => each.lints)
    .filter(({ code }) => ['conflict', 'never-wins', 'matches-nothing'].includes(code))
  expect(lints).toEqual([])
}, 300_000)
