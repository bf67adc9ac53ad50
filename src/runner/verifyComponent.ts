import { isSpecifiedIn } from '@/core/edit'
import { lintSurvey, type Lint } from '@/core/lint'
import { unreadCase, type CaseResult } from '@/core/plan'
import type { ComponentTally } from '@/core/report'
import { coverageOf } from '@/core/survey'
import { placeInSources, unsupportedKind } from '@/source'
import { lintInventory } from '@/stage'
import type { PreparedComponent, PreparedLibrary } from './prepare'
import type { RunPools } from './pools'
import { runComponent } from './runComponent'
import { SurveyCollector } from './SurveyCollector'

// A survey keeps every reading of every case.
const MAX_SURVEYED = 2000

// Whether a line is drawn must be known, to say anything of its colour.
const TELLS_DRAWN = /^(border|outline).*-(style|width)$/

/** Reads and judges one component's cases. @returns lints that only a run can find; undefined where the component could not be read to its end */
export async function verifyComponent(
  pools: RunPools,
  { library, tokens }: PreparedLibrary,
  component: PreparedComponent,
  tally: ComponentTally,
  onCase: (result: CaseResult) => void,
  signal?: AbortSignal | undefined,
): Promise<{ lints: Lint[] } | undefined> {
  const { compiled, plan, sheet } = component
  const unsupported = unsupportedKind(sheet)
  if (!compiled || unsupported) {
    const reason = unsupported ?? 'it could not be compiled'
    for (const planned of plan.cases.filter(({ judged }) => judged)) onCase(unreadCase(plan, planned, reason))
    return undefined
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
  if (!inventory || signal?.aborted) return undefined
  if (!component.isWhole) return { lints: [] }
  const survey = surveying?.survey(sheet, [], plan.cases)
  return {
    lints: [
      ...(survey ? lintSurvey(sheet, coverageOf(survey, plan.space.dimensions, isSpecified)) : []),
      ...lintInventory(sheet, compiled.component, inventory, (url, line) => placeInSources(compiled, url, line, 1)),
    ],
  }
}
