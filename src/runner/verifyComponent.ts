import { isSpecifiedIn } from '@/core/edit'
import { lintSurvey, type Lint } from '@/core/lint'
import { unreadCase, type CaseResult, type Request } from '@/core/plan'
import { parsePartReference, parseReading } from '@/core/readings'
import type { ComponentTally } from '@/core/report'
import { coverageOf } from '@/core/survey'
import { placeInSources, unsupportedKind, type CompiledComponent } from '@/source'
import { lintInventory } from '@/stage'
import type { PreparedComponent, PreparedLibrary } from './prepare'
import type { PictureRun, PictureTaker } from './pictures'
import { plainSetup, runComponent, type CaseWorkplace, type ReadingRecorder, type RunSetup } from './cases'
import { SurveyCollector } from './SurveyCollector'

// A survey keeps every reading of every case.
const MAX_SURVEYED = 2000

// Whether a line is drawn must be known, to say anything of its colour.
const TELLS_DRAWN = /^(border|outline).*-(style|width)$/

export interface VerifyingOptions {
  signal?: AbortSignal | undefined
  pictures?: PictureRun | undefined
  /** Notes what is read. */
  readings?: ReadingRecorder | undefined
}

/** What a run of a component's cases needs, with what its lints and its pictures ask for. */
export function setupOf(
  prepared: PreparedLibrary,
  component: PreparedComponent & { compiled: CompiledComponent },
  pictures: PictureRun | undefined,
): RunSetup {
  const { compiled, plan, sheet } = component
  const { library, tokens } = prepared
  // What some cases lack others may have: lints over the whole matrix need all of them.
  const isSpecified = isSpecifiedIn(sheet)
  let surveyor: SurveyCollector | undefined = undefined
  const taker = pictures?.takerFor(component, (key) => surveyor?.readOf(key) ?? [])
  if (isSurveyed(component) || taker)
    surveyor = new SurveyCollector({
      library,
      tokens,
      own: compiled.component.sheets.filter((each) => each.of === 'own').map(({ url }) => url),
      base: [],
      ...(taker
        ? { extra: explaining(Object.keys(compiled.component.parts)) }
        : { skip: (part, property) => isSpecified(part, property) && !TELLS_DRAWN.test(property) }),
    })
  return {
    ...plainSetup(prepared, compiled, plan),
    ...(surveyor && { surveyor }),
    ...(taker && { pictures: taker }),
  }
}

const isSurveyed = ({ isWhole, size }: PreparedComponent) => isWhole && size.cases <= MAX_SURVEYED

/** Reads and judges one component's cases. @returns lints that only a run can find; undefined where the component could not be read to its end */
export async function verifyComponent(
  workplace: CaseWorkplace,
  prepared: PreparedLibrary,
  component: PreparedComponent,
  tally: ComponentTally,
  onCase: (result: CaseResult) => void,
  { signal, pictures, readings }: VerifyingOptions = {},
): Promise<{ lints: Lint[]; pictures?: PictureTaker } | undefined> {
  const { compiled, plan, sheet } = component
  const unsupported = unsupportedKind(sheet)
  if (!compiled || unsupported) {
    const reason = unsupported ?? 'it could not be compiled'
    for (const planned of plan.cases.filter(({ judged }) => judged)) onCase(unreadCase(plan, planned, reason))
    return undefined
  }
  const setup = setupOf(prepared, { ...component, compiled }, pictures)
  const inventory = await runComponent(workplace.readersOf(setup), setup, {
    ...{ onCase, onIncident: (message) => void tally.notes.push(message), readings },
    ...(signal && { signal }),
  })
  if (!inventory || signal?.aborted) return undefined
  const taken = setup.pictures && { pictures: setup.pictures }
  if (!component.isWhole) return { lints: [], ...taken }
  const survey = isSurveyed(component) && setup.surveyor?.survey(sheet, [], plan.cases)
  const isSpecified = isSpecifiedIn(sheet)
  return {
    ...taken,
    lints: [
      ...(survey ? lintSurvey(sheet, coverageOf(survey, plan.space.dimensions, isSpecified)) : []),
      ...lintInventory(sheet, compiled.component, inventory, (url, line) => placeInSources(compiled, url, line, 1)),
    ],
  }
}

/** What may explain a picture, besides what styles declare. */
const EXPLAINING = ['visible', 'text', 'box.left', 'box.top', 'box.width', 'box.height']

// Of the case's own box it is the stage that decides.
const explaining = (parts: readonly string[]): Request[] =>
  parts
    .filter((part) => part !== 'host')
    .flatMap((part) =>
      EXPLAINING.flatMap((text) => {
        const parsed = parseReading(text)
        return 'problem' in parsed ? [] : [{ part, target: parsePartReference(part), reading: parsed.reading }]
      }),
    )
