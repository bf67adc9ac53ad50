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
  type Request,
} from '@/core/plan'
import { decidingProperties, MATCH_SEPARATOR } from '@/core/readings'
import { stageCaseOf, type StageReadings } from '@/stage'
import { readAccessibility } from './accessibility'
import { blame, placesOf } from './blame'
import { pseudoParts } from './pseudo'
import type { RunSetup } from './RunSetup'
import type { StateTrial } from './StateTrial'
import type { StagePage } from './StagePage'
import { toStageRequest } from './stageRequest'

/** A case that is compared with one that had not been read yet, with what judging it later needs. */
export interface Waiting {
  one: PlannedCase
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
  /** What is to be known about how cases were brought about. */
  notes: string[]
  isSettled: boolean
}

// Matched styles cost 5 ms a node: beyond this the rest of a chunk's misses go without their line.
const MOST_LOOKUPS = 200

const isForced = ({ settings }: PlannedCase) => settings.forced.length > 0

/** The order in which a chunk is mounted: those whose states are forced come first, since only their nodes must be known. */
export const mountOrder = (cases: readonly PlannedCase[]): PlannedCase[] => [
  ...cases.filter(isForced),
  ...cases.filter((one) => !isForced(one)),
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
  const pseudos = pseudoParts(setup.component.parts, requests)
  const accessible = requests
    .filter(({ reading }) => reading.origin === 'accessibility')
    .map(({ target }) => target.part)
  const referred = [...new Set([...accessible, ...pseudos.map(({ part }) => part)])]
  const { failures, notes, isSettled } = await page.mount(
    cases.map(stageCaseOf),
    referred.length > 0 ? cases.length : cases.filter(isForced).length,
    referred,
  )
  const boxes = await page.pseudoBoxes([...new Set(pseudos.map(({ pseudo }) => pseudo))])
  const more = (await setup.surveyor?.more(page, cases)) ?? []
  const profiles = used.map((profile) => [...plan.profiles[profile]!.requests, ...more].map(toStageRequest))
  const read = await page.read(
    profiles,
    cases.map(({ profile }) => used.indexOf(profile)),
    boxes,
  )
  const nodeOf = accessible.length > 0 ? await page.accessibility() : () => undefined
  const readings = cases.map((one, at) =>
    readingsOf(read, at, [...plan.profiles[one.profile]!.requests, ...more], nodeOf),
  )
  cases.forEach((one, at) =>
    setup.surveyor?.take(one, [...plan.profiles[one.profile]!.requests, ...more], readings[at]!),
  )
  cases.forEach((one, at) => remember(plan, one, readings[at]!, store))
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
  const elsewhere: Elsewhere = (key, request) => store.get(key)?.get(request) ?? 'later'
  const results: CaseResult[] = []
  const waiting: Waiting[] = []
  cases.forEach((one, at) => {
    if (!one.judged) return
    const failure = failures[at]
    const { claims } = plan.profiles[one.profile]!
    const checks = claims.map(({ claim }, index) =>
      failure === undefined ? judge.judge(one, index, readings[at]!, elsewhere) : unreadCheck(claim, failure),
    )
    if (checks.includes('later')) waiting.push({ one, judge, readings: readings[at]!, checks })
    else
      results.push({
        key: one.key,
        values: one.values,
        checks: checks as CheckResult[],
        ...(failure !== undefined && { failure }),
      })
  })
  await findOrigins(setup, page, cases, results)
  return { results, waiting, notes: Object.values(notes), isSettled }
}

function readingsOf(
  read: StageReadings,
  at: number,
  requests: readonly Request[],
  nodeOf: Awaited<ReturnType<StagePage['accessibility']>>,
): Readings {
  const numbers = read.cases[at]!
  return (request) => {
    const number = numbers[request]!
    if (number < 0) return { unread: read.reasons[-1 - number]! }
    const text = read.texts[number]!
    const { origin, name } = requests[request]!.reading
    if (origin !== 'accessibility') return { text }
    return {
      text: text
        .split(MATCH_SEPARATOR)
        .map((reference) => readAccessibility(nodeOf(Number(reference)), name))
        .join(MATCH_SEPARATOR),
    }
  }
}

export function remember(
  { compared, profiles }: RunSetup['plan'],
  one: PlannedCase,
  readings: Readings,
  store: ReadingStore,
) {
  if (compared.size === 0) return
  const kept = new Map<string, Measured>()
  profiles[one.profile]!.requests.forEach((request, at) => {
    if (compared.has(requestKey(request))) kept.set(requestKey(request), readings(at))
  })
  store.set(one.key, kept)
}

async function answerProbes(
  page: StagePage,
  judge: ContextJudge,
  cases: readonly PlannedCase[],
  readings: readonly Readings[],
) {
  const asked = new Map(
    cases.flatMap((one, at) => [...judge.probes(one, readings[at]!)].map((probe) => [probe.key, probe])),
  )
  if (asked.size === 0) return
  const indexOf = new Map(cases.map(({ key }, at) => [key, at]))
  const list = [...asked.values()]
  const answers = await page.probe(
    list.map(({ probe, caseKey }) => ({
      ...probe,
      part: probe.part?.replace(/\[.*$/, ''),
      caseIndex: caseKey === undefined ? undefined : indexOf.get(caseKey),
    })),
  )
  list.forEach(({ key }, at) => judge.answer(key, answers[at]!))
}

/** Finds the declaration behind each miss. Cases that share an outcome share its line. */
async function findOrigins(setup: RunSetup, page: StagePage, cases: readonly PlannedCase[], results: CaseResult[]) {
  const indexOf = new Map(cases.map(({ key }, at) => [key, at]))
  const found = new Map<CheckResult, CheckResult>()
  const styles = new Map<string, Awaited<ReturnType<StagePage['matchedStyles']>>>()
  for (const result of results) {
    for (const check of result.checks) {
      if (check.verdict !== 'misses' || found.has(check) || styles.size >= MOST_LOOKUPS) continue
      const properties = decidingProperties(check.reading)
      if (properties.length === 0) continue
      const [, part, match] = /^([^[]+)(?:\[(\d+)\])?/.exec(check.part)!
      const key = `${result.key}|${check.part}`
      if (!styles.has(key))
        styles.set(key, await page.matchedStyles(indexOf.get(result.key)!, part!, Number(match ?? 1)))
      const matched = styles.get(key)
      const origin =
        matched &&
        blame(
          matched,
          properties,
          setup.component.parts[part!]?.pseudo,
          placesOf(setup, (id) => page.sheetUrl(id)),
        )
      if (origin) found.set(check, { ...check, origin })
    }
  }
  if (found.size === 0) return
  for (const result of results)
    Object.assign(result, { checks: result.checks.map((check) => found.get(check) ?? check) })
}
