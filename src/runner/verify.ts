import type { Browser } from 'puppeteer-core'
import { isSpecifiedIn } from '@/core/edit'
import { lintSurvey } from '@/core/lint'
import { unreadCase, type CaseResult } from '@/core/plan'
import { ComponentTally, makeReport, type Report } from '@/core/report'
import { coverageOf } from '@/core/survey'
import { placeInSources, unsupportedKind } from '@/source'
import type { ScenarioResult } from '@/core/scenario'
import { lintInventory, type ClockKind } from '@/stage'
import type { PreparedComponent, PreparedLibrary } from './prepare'
import { BrowserSource } from './BrowserSource'
import { inOrder } from './inOrder'
import { openPools, type RunPools } from './pools'
import { runComponent } from './runComponent'
import { runScenarios, scenarioJobs, type PlayPool } from './scenario'
import { SurveyCollector } from './SurveyCollector'

export interface VerifyOptions {
  /** How many components are run at once. @defaultValue 2 */
  workers?: number | undefined
  signal?: AbortSignal | undefined
  /** How often each scenario is performed. @defaultValue 1, and once more where it first misses */
  repeat?: number | undefined
  /** What keeps the time of scenarios. @defaultValue the engine where it can, else the page */
  clock?: ClockKind | undefined
  /** Called with each scenario as it is through. */
  onScenario?(slug: string, result: ScenarioResult): void
  /** Called with each case as it is judged. */
  onCase?(slug: string, result: CaseResult): void
  /** Called as work goes on, in cases. */
  onProgress?(done: number, total: number, slug: string): void
  /** Called when a component is through, also one that was stopped half way. */
  onComponent?(tally: ComponentTally): void
}

const WENT_DOWN = 'the browser went down: another was started, and what it was reading was read again'

/** Verifies prepared components. Stopped by its signal, it reports what it has found so far. */
export async function verifyLibrary(
  browser: Browser | BrowserSource,
  prepared: PreparedLibrary,
  options: VerifyOptions = {},
): Promise<Report> {
  const { library, components } = prepared
  const { clock, workers = 2 } = options
  const browsers = BrowserSource.from(browser)
  // Told at once where there is none.
  const version = await (await browsers.get()).version()
  const pools = openPools(browsers, library.data.viewport, { ...(clock && { clock }) })
  const ended = endOnAbort(pools, options.signal)
  pools.stages.warm(Math.min(workers, components.length))
  pools.plays.warm(played(prepared), library.data.viewport)
  const startedAt = new Date()
  const start = performance.now()
  const total = components.reduce((sum, { plan }) => sum + plan.cases.filter(({ judged }) => judged).length, 0)
  let done = 0
  const tallies = components.map(tallyOf)
  const queue = [...components.entries()]
  const working = new Set<ComponentTally>()
  browsers.onRestart = () => noteRestart(working)
  const work = async () => {
    for (let next = queue.shift(); next && !options.signal?.aborted; next = queue.shift()) {
      const [index, component] = next
      const tally = tallies[index]!
      const keys = component.plan.cases.map(({ key }) => key)
      const ordered = inOrder<CaseResult>(keys, (result) => tally.add(result))
      const onCase = (result: CaseResult) => {
        ordered.take(result)
        options.onCase?.(tally.slug, result)
        options.onProgress?.(++done, total, tally.slug)
      }
      working.add(tally)
      await verifyComponent(pools, prepared, component, tally, onCase, options.signal)
      working.delete(tally)
      ordered.flush()
      options.onComponent?.(tally)
    }
  }
  try {
    // Scenarios go on beside the cases: their pages wait for frames much of the time.
    const scenarios = prepared.withScenarios ? verifyScenarios(pools.plays, prepared, tallies, options) : undefined
    await Promise.all([...Array.from({ length: workers }, work), scenarios])
  } finally {
    ended()
    await pools.close()
    if (browsers !== browser) await browsers.close()
  }
  return makeReport(
    {
      library: library.data.name,
      browser: version.replace(/^\w+\//, 'Chromium '),
      startedAt,
      milliseconds: performance.now() - start,
    },
    tallies,
  )
}

const tallyOf = ({ sheet, lints }: PreparedComponent) =>
  new ComponentTally(sheet.slug, sheet.data.name, sheet.file, lints)

// What is being read when somebody stops may still come to its end.
const GRACE_MS = 1000

/** Takes all pages away soon after work is stopped: code that does not return would keep it. @returns to be called when it has ended */
function endOnAbort(pools: RunPools, signal: AbortSignal | undefined): () => void {
  let timer: NodeJS.Timeout | undefined
  const onAbort = () => {
    timer = setTimeout(() => void pools.stop(), GRACE_MS)
  }
  signal?.addEventListener('abort', onAbort, { once: true })
  return () => {
    clearTimeout(timer)
    signal?.removeEventListener('abort', onAbort)
  }
}

function noteRestart(working: Iterable<ComponentTally>) {
  for (const { notes } of working) if (!notes.includes(WENT_DOWN)) notes.push(WENT_DOWN)
}

/** How much there certainly is that needs real input. */
function played({ components, withScenarios }: PreparedLibrary): number {
  const counts = components.map(({ sheet, plan }) => {
    const steps = plan.cases.filter(({ settings }) => settings.steps.length > 0).length
    return steps + (withScenarios ? sheet.data.scenarios.length : 0)
  })
  return counts.reduce((sum, count) => sum + count, 0)
}

/** Performs the scenarios of all components. */
async function verifyScenarios(
  pool: PlayPool,
  { library, tokens, components }: PreparedLibrary,
  tallies: readonly ComponentTally[],
  { signal, onScenario, ...options }: VerifyOptions,
) {
  const jobs = components.flatMap(({ sheet, compiled }) =>
    compiled ? scenarioJobs({ sheet, library, tokens, ...compiled, viewport: library.data.viewport }) : [],
  )
  await runScenarios(
    pool,
    jobs,
    {
      ...(options.repeat !== undefined && { repeat: options.repeat }),
      ...(signal && { signal }),
    },
    ({ setup }, result) => {
      tallies.find(({ slug }) => slug === setup.sheet.slug)!.scenarios.push(result)
      onScenario?.(setup.sheet.slug, result)
    },
  )
}

// A survey keeps every reading of every case.
const MAX_SURVEYED = 2000

// Whether a line is drawn must be known, to say anything of its colour.
const TELLS_DRAWN = /^(border|outline).*-(style|width)$/

async function verifyComponent(
  pools: RunPools,
  { library, tokens }: PreparedLibrary,
  component: PreparedComponent,
  tally: ComponentTally,
  onCase: (result: CaseResult) => void,
  signal?: AbortSignal | undefined,
) {
  const { compiled, plan, sheet } = component
  const unsupported = unsupportedKind(sheet)
  if (!compiled || unsupported) {
    const reason = unsupported ?? 'it could not be compiled'
    for (const planned of plan.cases.filter(({ judged }) => judged)) onCase(unreadCase(plan, planned, reason))
    return
  }
  const { data } = library
  // What some cases lack others may have: lints over the whole matrix need all of them.
  const isSpecified = isSpecifiedIn(sheet)
  const surveying =
    component.isWhole && plan.cases.length <= MAX_SURVEYED
      ? new SurveyCollector({
          library,
          tokens,
          own: compiled.component.sheets.filter((each) => each.of === 'own').map(({ url }) => url),
          base: [],
          skip: (part, property) => isSpecified(part, property) && !TELLS_DRAWN.test(property),
        })
      : undefined
  const inventory = await runComponent(
    pools,
    {
      plan,
      ...compiled,
      tokens,
      tolerance: data.tolerance,
      viewport: data.viewport,
      contexts: Object.keys(data.contexts),
      library,
      ...(surveying && { surveyor: surveying }),
    },
    { onCase, onIncident: (message) => tally.notes.push(message), ...(signal && { signal }) },
  )
  if (!component.isWhole || !inventory || signal?.aborted) return
  if (surveying) {
    const survey = surveying.survey(sheet, [], plan.cases)
    tally.lints.push(...lintSurvey(sheet, coverageOf(survey, plan.space.dimensions, isSpecified)))
  }
  tally.lints.push(
    ...lintInventory(sheet, compiled.component, inventory, (url, line) => placeInSources(compiled, url, line, 1)),
  )
}
