import { createHash } from 'node:crypto'
import type { Browser } from 'puppeteer-core'
import type { Survey } from '@/core/survey'
import { launchChromium, prepareLibrary, surveyComponent, verifyLibrary, type PreparedLibrary } from '@/runner'
import { overlay } from '@/core/sheet'
import type { CaseResult } from '@/core/plan'
import { openStored } from './opened'

export interface ExtraReading {
  part: string
  reading: string
}

// A survey of a large component is a few megabytes.
const MOST_KEPT = 24
// A browser that nobody has asked for this long is closed.
const IDLE_MS = 60_000

interface Instrument {
  browser?: Promise<Browser>
  users: number
  timer?: NodeJS.Timeout
  surveys: Map<string, Promise<Survey>>
}

// The bundler may load a module more than once; a process has one instrument.
const shared = globalThis as typeof globalThis & { breltInstrument?: Instrument }
const instrument: Instrument = (shared.breltInstrument ??= { users: 0, surveys: new Map() })

/** Works with a browser that stays open between calls that come close after one another. */
export async function withBrowser<T>(work: (browser: Browser) => Promise<T>): Promise<T> {
  clearTimeout(instrument.timer)
  instrument.users++
  try {
    let browser = await (instrument.browser ??= launchChromium())
    if (!browser.connected) browser = await (instrument.browser = launchChromium())
    return await work(browser)
  } catch (error) {
    // A browser that could not be started is tried again at the next call.
    if (
      await instrument.browser?.then(
        () => false,
        () => true,
      )
    )
      instrument.browser = undefined
    throw error
  } finally {
    if (--instrument.users === 0) {
      instrument.timer = setTimeout(() => {
        void instrument.browser?.then((browser) => browser.close()).catch(() => {})
        instrument.browser = undefined
      }, IDLE_MS)
      instrument.timer.unref()
    }
  }
}

/**
 * What is read of a stored component in every case. Rules do not change what is rendered: as long as nothing else
 * changes, the same survey serves. @throws BadInput, NoBrowser
 */
export async function surveyOf(libraryId: string, slug: string, extra: readonly ExtraReading[]): Promise<Survey> {
  const { library } = (await openStored(libraryId))!
  const prepared = await prepareLibrary(library.tree, { components: [slug] })
  const [component] = prepared.components
  const key = keyOf(prepared, extra)
  let survey = instrument.surveys.get(key)
  if (!survey) {
    survey = withBrowser((browser) => surveyComponent(browser, prepared, component!, { extra }))
    instrument.surveys.set(key, survey)
    survey.catch(() => instrument.surveys.delete(key))
    const [oldest] = instrument.surveys.keys()
    if (instrument.surveys.size > MOST_KEPT && oldest !== undefined) instrument.surveys.delete(oldest)
  }
  return survey
}

/** Names all that a survey depends on: what is rendered, in which cases and contexts, and what is read. */
function keyOf({ library, tokens, components: [component] }: PreparedLibrary, extra: readonly ExtraReading[]): string {
  const { compiled, plan, sheet } = component!
  const contexts = new Set(
    plan.cases.map(({ values }) =>
      JSON.stringify(Object.keys(library.data.contexts).map((name) => [name, values[name]])),
    ),
  )
  const text = JSON.stringify([
    library.data,
    compiled?.component,
    sheet.file,
    plan.cases.filter(({ judged }) => judged).map(({ key, settings }) => [key, settings]),
    [...contexts].map((context) =>
      tokens.list(Object.fromEntries(JSON.parse(context) as [string, string][])).map(({ path, css }) => [path, css]),
    ),
    [
      ...new Set(plan.rules.flatMap(({ claims }) => claims.map(({ part, reading }) => `${part}|${reading.text}`))),
    ].sort(),
    extra.map(({ part, reading }) => `${part}|${reading}`).sort(),
  ])
  return createHash('sha256').update(text).digest('hex')
}

/** Verifies some components of a stored library as it would be with other texts; nothing is recorded. */
export async function tryOut(
  libraryId: string,
  texts: Readonly<Record<string, string | null>>,
  slugs: readonly string[],
  signal?: AbortSignal,
): Promise<Map<string, CaseResult[]>> {
  const { library } = (await openStored(libraryId))!
  const prepared = await prepareLibrary(overlay(library.tree, texts), { components: slugs })
  const results = new Map<string, CaseResult[]>(slugs.map((slug) => [slug, []]))
  await withBrowser((browser) =>
    verifyLibrary(browser, prepared, {
      onCase: (slug, result) => results.get(slug)?.push(result),
      ...(signal && { signal }),
    }),
  )
  return results
}
