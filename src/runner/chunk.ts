import {
  type ContextJudge,
  requestKey,
  unreadCheck,
  type CaseResult,
  type CheckResult,
  type Elsewhere,
  type Measured,
  type PlannedCase,
  type Readings,
} from '@/core/plan'
import { stageCaseOf, TAKEN_OUT } from '@/stage'
import { ChunkSpoiled } from './Recovery'
import { answerProbes, findOrigins, readCases, referredParts } from './reading'
import type { RunSetup } from './RunSetup'
import type { StateTrial } from './StateTrial'
import type { StagePage } from './StagePage'

/** A case that is compared with one that had not been read yet, with what judging it later needs. */
export interface Waiting {
  planned: PlannedCase
  judge: ContextJudge
  readings: Readings
  checks: (CheckResult | 'later')[]
  /** Real input has brought it about. */
  isActed?: boolean
}

/** Readings of cases that others are compared with. */
export type ReadingStore = Map<string, Map<string, Measured>>

export interface ChunkResult {
  results: CaseResult[]
  waiting: Waiting[]
  /** Why a case could not be brought about, by its place. */
  failures: Readonly<Record<number, string>>
  /** What is to be known about how cases were brought about. */
  notes: string[]
  isSettled: boolean
}

const isForced = ({ settings }: PlannedCase) => settings.forced.length > 0

/** The order in which a chunk is mounted: those whose states are forced come first, since only their nodes must be known. */
export const mountOrder = (cases: readonly PlannedCase[]): PlannedCase[] => [
  ...cases.filter(isForced),
  ...cases.filter((planned) => !isForced(planned)),
]

/** Mounts, reads and judges some cases of one context, in `mountOrder`, and looks up where their misses come from. */
export async function runChunk(
  setup: RunSetup,
  page: StagePage,
  judge: ContextJudge,
  cases: readonly PlannedCase[],
  store: ReadingStore,
  trial: StateTrial,
): Promise<ChunkResult> {
  const { plan } = setup
  const used = [...new Set(cases.map(({ profile }) => profile))]
  const requests = used.flatMap((profile) => plan.profiles[profile]!.requests)
  const referred = referredParts(setup.component.parts, requests)
  const { failures, notes, isSettled } = await page.mount(
    cases.map(stageCaseOf),
    referred.length > 0 ? cases.length : cases.filter(isForced).length,
    referred,
  )
  // Who has taken cases away has taken others' too: each is to be read by itself.
  if (cases.length > 1 && Object.values(failures).includes(TAKEN_OUT)) throw new ChunkSpoiled(TAKEN_OUT)
  const more = (await setup.surveyor?.more(page, cases)) ?? []
  const readings = await readCases(
    page,
    setup.component.parts,
    used.map((profile) => [...plan.profiles[profile]!.requests, ...more]),
    cases.map(({ profile }) => used.indexOf(profile)),
  )
  cases.forEach((planned, at) =>
    setup.surveyor?.take(planned, [...plan.profiles[planned.profile]!.requests, ...more], readings[at]!),
  )
  cases.forEach((planned, at) => {
    remember(plan, planned, readings[at]!, store)
    setup.readings?.take(plan, planned, readings[at]!, judge)
  })
  for (const [at, { key }] of cases.entries()) {
    if (!trial.isSample(key)) continue
    const failure = failures[at]
    trial.takeForced(key, {
      ...(failure !== undefined && { failure }),
      isOutOfReach: notes[at] !== undefined,
      readings: readings[at]!,
      trace: await page.traceOf(at),
    })
  }
  await answerProbes(page, judge, cases, readings)
  const judged = judgeCases(setup, judge, cases, readings, failures, store)
  const placeOf = new Map(cases.map(({ key }, at) => [key, at]))
  const found = await findOrigins(
    page.nodes,
    setup,
    judged.results.map(({ key, checks }) => ({ caseIndex: placeOf.get(key)!, checks })),
  )
  for (const result of judged.results) result.checks = result.checks.map((check) => found.get(check) ?? check)
  return { ...judged, failures, notes: Object.values(notes), isSettled }
}

/** Judges cases that were read; those compared with what was not read yet wait. */
function judgeCases(
  { plan }: RunSetup,
  judge: ContextJudge,
  cases: readonly PlannedCase[],
  readings: readonly Readings[],
  failures: Readonly<Record<number, string>>,
  store: ReadingStore,
): Pick<ChunkResult, 'results' | 'waiting'> {
  const elsewhere: Elsewhere = (key, request) => store.get(key)?.get(request) ?? 'later'
  const results: CaseResult[] = []
  const waiting: Waiting[] = []
  for (const [at, planned] of cases.entries()) {
    if (!planned.judged) continue
    const failure = failures[at]
    const checks = plan.profiles[planned.profile]!.claims.map(({ claim }, index) =>
      failure === undefined ? judge.judge(planned, index, readings[at]!, elsewhere) : unreadCheck(claim, failure),
    )
    if (checks.includes('later')) waiting.push({ planned, judge, readings: readings[at]!, checks })
    else
      results.push({
        key: planned.key,
        values: planned.values,
        checks: checks as CheckResult[],
        ...(failure !== undefined && { failure }),
      })
  }
  return { results, waiting }
}

export function remember(
  { compared, profiles }: RunSetup['plan'],
  planned: PlannedCase,
  readings: Readings,
  store: ReadingStore,
) {
  if (compared.size === 0) return
  const kept = new Map<string, Measured>()
  profiles[planned.profile]!.requests.forEach((request, at) => {
    if (compared.has(requestKey(request))) kept.set(requestKey(request), readings(at))
  })
  store.set(planned.key, kept)
}
