import { encodedMap } from '@jridgewell/trace-mapping'
import { claimId, requestKey } from '@/core/plan'
import type { ScenarioPlan } from '@/core/scenario'
import type { Library, Sheet } from '@/core/sheet'
import { tokenContexts, type TokenBook } from '@/core/tokens'
import type { ClockKind } from '@/stage'
import type { CompiledComponent } from '@/source'
import type { PreparedComponent, PreparedLibrary } from '../prepare'
import type { RunEnvironment } from './environment'
import { hashOf } from './hashOf'
import { namesOf, usedTokens, type Names } from './usedTokens'
import { withoutBlocks } from './withoutBlocks'

/** Blocks of a sheet that change nothing of what its cases or its scenarios come to. */
const DESCRIBING = ['about', 'guide', 'examples', 'status']
const OF_OTHER_RUNS = {
  cases: ['scenarios'],
  readings: ['scenarios', 'spec'],
  scenarios: ['spec', 'cover', 'without', 'scenarios', 'pictures'],
}
const SHOWS_NOTHING = new Set(['about', 'guide', 'examples', 'status', 'spec', 'scenarios', 'cover', 'pictures'])

type Staged = Pick<CompiledComponent, 'component' | 'places'>

const printOf = (parts: unknown): string => hashOf(JSON.stringify(parts))

/** The ways from its sheets to its author's lines: evidence names them. */
const placesOf = (places: CompiledComponent['places']) =>
  [...places].map(([url, { file, map, lines }]) => [url, file, map && encodedMap(map), lines])

/** What of other components' sheets counts in one: all that says how they are shown. */
const nestedOf = (sheets: readonly Sheet[], { component }: Staged, slug: string) =>
  sheets
    .filter((each) => each.slug !== slug && each.slug in component.pieces)
    .map(({ slug: nested, data }) => [nested, Object.entries(data).filter(([name]) => !SHOWS_NOTHING.has(name))])

/** All contexts that tokens differ by; undefined where they are too many to go through. */
function contextsOf(tokens: TokenBook): Record<string, string>[] | undefined {
  const contexts = tokenContexts(tokens)
  return contexts.length === tokens.modifiers.reduce((count, { values }) => count * values.length, 1)
    ? contexts
    : undefined
}

/** What asks for the time of day may come to something else an hour later. */
const TELLS_TIME = /\b(Date|Temporal)\b|["'](now|today)["']/

/** React is not asked: it tells the time to nobody. */
export const tellsTime = ({ component: { react: _, ...own } }: Staged): boolean => TELLS_TIME.test(JSON.stringify(own))

const hour = () => new Date().toISOString().slice(0, 13)

/** What is known of a component as it is staged, which its cases and all its scenarios share. */
interface StagedPrint {
  print: string
  isTimed: boolean
  names: Names
}

const prints = new WeakMap<Staged['component'], StagedPrint>()

function stagedPrint(staged: Staged): StagedPrint {
  const { component, places } = staged
  let known = prints.get(component)
  if (!known) {
    const text = JSON.stringify(component)
    known = { print: printOf([text, placesOf(places)]), isTimed: tellsTime(staged), names: namesOf(text) }
    prints.set(component, known)
  }
  return known
}

const libraryOf = ({ data: { viewport, tolerance, contexts, page } }: Library) => [viewport, tolerance, contexts, page]

interface About {
  environment: RunEnvironment
  clock: ClockKind
  sheet: Sheet
  library: Library
  tokens: TokenBook
  compiled: Staged
}

function common({ environment, clock, sheet, library, tokens, compiled }: About, runs: keyof typeof OF_OTHER_RUNS) {
  const contexts = contextsOf(tokens)
  if (!contexts) return undefined
  const text = withoutBlocks(sheet.source.text, [...DESCRIBING, ...OF_OTHER_RUNS[runs]])
  const { print, isTimed, names } = stagedPrint(compiled)
  return [
    environment,
    clock,
    runs,
    sheet.file,
    text,
    print,
    isTimed && hour(),
    nestedOf(library.sheets, compiled, sheet.slug),
    libraryOf(library),
    usedTokens(tokens, contexts, names, text),
  ]
}

/** Names everything that the results of a component's cases depend on; undefined where that cannot be known. */
export const casesFingerprint = (
  environment: RunEnvironment,
  library: PreparedLibrary,
  component: PreparedComponent,
  how: CasesRun,
): string | undefined => ofCases(environment, library, component, how, 'cases', undefined)

/**
 * Names everything that what is read in a component's cases depends on, whatever is expected: rules count by their shape only, that is
 * by when they hold and of what they speak. Undefined where that cannot be known.
 */
export function readingsFingerprint(
  environment: RunEnvironment,
  library: PreparedLibrary,
  component: PreparedComponent,
  how: CasesRun,
): string | undefined {
  const { cases, profiles, rules, compared } = component.plan
  return ofCases(environment, library, component, how, 'readings', [
    cases.map(({ profile }) => profile),
    profiles.map(({ requests, claims }) => [requests.map(requestKey), claims.map(({ claim }) => claimId(claim))]),
    rules.map(({ box, weight, claims }) => [box, weight, claims.map(claimId)]),
    [...compared],
  ])
}

interface CasesRun {
  clock: ClockKind
  isPictured?: boolean
}

function ofCases(
  environment: RunEnvironment,
  { library, tokens }: PreparedLibrary,
  { sheet, compiled, plan, isWhole }: PreparedComponent,
  { clock, isPictured = false }: CasesRun,
  runs: 'cases' | 'readings',
  shape: unknown,
): string | undefined {
  if (!compiled) return undefined
  // What is chosen, and how it is reached. That it is so follows from the sheet; which ones are taken does not.
  const cases = plan.cases.map(({ key, settings, judged }) => [key, settings, judged])
  const about = common({ environment, clock, sheet, library, tokens, compiled }, runs)
  const pictures = isPictured && sheet.data.pictures !== 'none' && [sheet.data.pictures, library.data.pictures]
  return about && printOf([about, cases, isWhole, pictures, shape])
}

/** Names everything that a scenario's result depends on; undefined where that cannot be known. */
export function scenarioFingerprint(
  environment: RunEnvironment,
  { library, tokens }: Pick<PreparedLibrary, 'library' | 'tokens'>,
  { sheet, compiled }: { sheet: Sheet; compiled: Staged },
  { scenario }: ScenarioPlan,
  { clock, repeat = 1 }: { clock: ClockKind; repeat?: number | undefined },
): string | undefined {
  const lines = [scenario.line, ...scenario.steps.map(({ line }) => line)]
  const about = common({ environment, clock, sheet, library, tokens, compiled }, 'scenarios')
  return about && printOf([about, sheet.data.scenarios[scenario.index], lines, repeat])
}
