import type { Browser } from 'puppeteer-core'
import { makePlan, requestKey, type Plan, type Request } from '@/core/plan'
import { parseReading, READINGS, parsePartReference } from '@/core/readings'
import { isVendored, type Sheet } from '@/core/sheet'
import { absentParts } from '@/core/lint'
import { readRules } from '@/core/spec'
import type { Survey } from '@/core/survey'
import type { Inventory } from '@/stage'
import type { PreparedComponent, PreparedLibrary } from './prepare'
import { BrowserSource } from './BrowserSource'
import { openPools } from './pools'
import { PageReaders, runComponent, type RunSetup } from './cases'
import { SurveyCollector } from './SurveyCollector'

/** What is read of every part, whether or not anything declares it. */
const ALWAYS = [...READINGS.values()].filter(({ survey }) => survey !== undefined)

export interface SurveyOptions {
  /** More readings that are to be taken, such as one that somebody has just typed. */
  extra?: readonly { part: string; reading: string }[]
}

/**
 * Reads in every case of a component what its own styles declare for each part, what its rules speak of, and what
 * assistive technology is told; with the values of all tokens as the browser computes them.
 * @throws Error when nothing of the component can be rendered.
 */
export async function surveyComponent(
  browser: Browser,
  prepared: PreparedLibrary,
  component: PreparedComponent,
  options: SurveyOptions = {},
): Promise<Survey> {
  const { library, tokens } = prepared
  const { compiled, sheet } = component
  if (!compiled) throw new Error('it cannot be rendered by this version')
  const bare = makePlan(
    { ...sheet, data: { ...sheet.data, spec: [] } },
    library,
    component.plan.cases.filter(({ judged }) => judged),
  )
  // Utility classes, and what a library says of all buttons, stand in styles that are shared, or in a package that it takes them from.
  const own = compiled.component.sheets
    .filter(({ of, url }) => of !== 'others' || isVendored(url))
    .map(({ url }) => url)
  const base = baseRequests(sheet, component, options)
  let taken = new SurveyCollector({ library, tokens, own, base, isForDrafting: true })
  const left = new Map<string, string>()
  let inventory: Inventory | undefined
  const browsers = BrowserSource.from(browser)
  const pools = openPools(browsers, library.data.viewport)
  // What was not known of when a case was read is read of it in a second go.
  try {
    for (let go = 0; go < 2; go++) {
      left.clear()
      const { tolerance, viewport, contexts } = library.data
      const setup: RunSetup = {
        plan: { ...bare, profiles: [{ index: 0, requests: taken.aim.base, claims: [] }] },
        ...{ ...compiled, tokens, library, tolerance, viewport, contexts: Object.keys(contexts), surveyor: taken },
      }
      inventory = await runComponent(new PageReaders(pools, setup), setup, {
        onCase: ({ key, failure }) => failure !== undefined && left.set(key, failure),
      })
      if (taken.rows.size === 0) throw new Error([...left.values()][0] ?? 'no case could be read')
      if (!taken.isUneven) break
      taken = taken.again()
    }
  } finally {
    await pools.close()
    await browsers.close()
  }
  const survey = taken.survey(
    sheet,
    compiled.component.sheets.filter(({ url }) => own.includes(url)),
    bare.cases,
  )
  const absent = inventory?.parts ? absentParts(sheet, inventory.parts) : []
  const { needed = [], defined = [] } = inventory?.variables ?? {}
  const undefinedVariables = needed.filter((name) => !defined.includes(name))
  return { ...survey, left: leftOf(bare, survey, left), absent, undefinedVariables }
}

/** The cases of a plan of which a survey knows nothing: they failed, or could not be placed. */
function leftOf({ cases }: Plan, survey: Survey, reasons: ReadonlyMap<string, string>): NonNullable<Survey['left']> {
  const read = new Set(survey.cases.map(({ key }) => key))
  return cases
    .filter(({ key, judged }) => judged && (reasons.has(key) || !read.has(key)))
    .map(({ key }) => ({ key, why: reasons.get(key) ?? 'no case without steps shows its context' }))
}

export function baseRequests(sheet: Sheet, { plan }: PreparedComponent, { extra = [] }: SurveyOptions): Request[] {
  const requests = new Map<string, Request>()
  const add = (part: string, name: string) => {
    const parsed = parseReading(name)
    if ('problem' in parsed) return
    const request = { part: part.replace(/\[1\]$/, ''), target: parsePartReference(part), reading: parsed.reading }
    requests.set(requestKey(request), request)
  }
  for (const [name, { pseudo }] of Object.entries(sheet.parts)) {
    if (name === 'host') continue
    // A pseudo-element has no words, role or states of its own.
    for (const { name: reading, survey } of ALWAYS) if (!pseudo || survey === 'all') add(name, reading)
  }
  for (const { claims } of readRules(sheet, plan.space.dimensions).rules)
    for (const { part, reading } of claims) add(part, reading.text)
  for (const { part, reading } of extra) add(part, reading)
  return [...requests.values()]
}
