import { ContextJudge, unreadCheck, type Elsewhere, type Readings } from '@/core/plan'
import { hasCode, stageCaseOf, TAKEN_OUT } from '@/stage'
import { answerProbes, compareWithEngine, findOrigins, readCases, referredParts } from '../reading'
import type { StagePage } from '../StagePage'
import type { SurveyCollector } from '../SurveyCollector'
import type { CaseReading, ChunkReading, ChunkTask } from './ChunkTask'
import { forcedAmong } from './divide'
import { ChunkSpoiled } from './Fault'
import { ReadingStore } from './ReadingStore'
import type { RunSetup } from './RunSetup'

/** Mounts, reads and judges some cases of one context, and looks up where their misses come from. The page has their component open. */
export async function readChunk(setup: RunSetup, page: StagePage, task: ChunkTask): Promise<ChunkReading> {
  const { plan, component } = setup
  const { cases } = task
  const surveyor = task.isSecondLook ? undefined : setup.surveyor?.fork(task.declared)
  const used = [...new Set(cases.map(({ profile }) => profile))]
  const requests = used.flatMap((profile) => plan.profiles[profile]!.requests)
  const referred = referredParts(component.parts, requests)
  const { failures, notes, isSettled } = await page.mount(
    cases.map(stageCaseOf),
    referred.length > 0 ? cases.length : forcedAmong(cases),
    referred,
  )
  // Who has taken cases away has taken others' too: each is to be read by itself.
  if (cases.length > 1 && Object.values(failures).includes(TAKEN_OUT)) throw new ChunkSpoiled(TAKEN_OUT)
  const more = (await surveyor?.more(page, cases)) ?? []
  const readings = await readCases(
    page,
    component.parts,
    used.map((profile) => [...plan.profiles[profile]!.requests, ...more]),
    cases.map(({ profile }) => used.indexOf(profile)),
  )
  cases.forEach((planned, at) =>
    surveyor?.take(planned, [...plan.profiles[planned.profile]!.requests, ...more], readings[at]!),
  )
  const traces = await tracesOf(page, task)
  const judge = new ContextJudge(plan, setup.tokens, setup.tolerance)
  await answerProbes(page, judge, cases, readings)
  const read = judgeCases(setup, judge, task, readings, failures)
  await addOrigins(setup, page, read)
  // Once is enough: what falsifies readings does so from the start.
  if (task.isCompared && hasCode(component)) await compareWithEngine(page, [0, cases.length - 1], 'root')
  const sideEffect = task.watchesSideEffects ? await page.sideEffect() : undefined
  if (sideEffect !== undefined) return { ...NOTHING, sideEffect }
  const differs = task.isHeldToPlain ? await page.differsInPlain() : undefined
  if (differs !== undefined) return { ...NOTHING, differs }
  read.forEach((each, at) => {
    if (notes[at] !== undefined) each.isOutOfReach = true
    if (traces.has(at)) each.trace = traces.get(at)!
  })
  const incidents = [
    ...(isSettled ? [] : ['its animations did not settle: they go on changing it']),
    ...(await page.incidents()),
  ]
  const pictures = await takePictures(setup, page, task, surveyor, read, incidents)
  const needsJudge = task.keepsReadings || read.some(({ checks }) => checks.includes('later'))
  return {
    cases: read,
    judge: needsJudge ? judge.notes() : { answers: [], shared: [] },
    notes: Object.values(notes),
    incidents,
    ...(surveyor && { survey: surveyor.part(cases) }),
    ...(pictures && { pictures }),
  }
}

/** Cases that share a document do not count. */
const NOTHING: ChunkReading = { cases: [], judge: { answers: [], shared: [] }, notes: [], incidents: [] }

/** What samples show in their nodes, by their places. */
async function tracesOf(page: StagePage, { cases, samples }: ChunkTask): Promise<Map<number, string>> {
  const traces = new Map<number, string>()
  for (const [at, { key }] of cases.entries()) if (samples.includes(key)) traces.set(at, await page.traceOf(at))
  return traces
}

/** Judges cases that were read; those compared with what is not known here wait. */
function judgeCases(
  { plan }: RunSetup,
  judge: ContextJudge,
  { cases, samples, compared, keepsReadings }: ChunkTask,
  readings: readonly Readings[],
  failures: Readonly<Record<number, string>>,
): CaseReading[] {
  const store = ReadingStore.with(plan, compared)
  cases.forEach((planned, at) => store.remember(planned, readings[at]!))
  const elsewhere: Elsewhere = store.elsewhere
  return cases.map((planned, at) => {
    const failure = failures[at]
    const { claims, requests } = plan.profiles[planned.profile]!
    const checks = planned.judged
      ? claims.map(({ claim }, index) =>
          failure === undefined ? judge.judge(planned, index, readings[at]!, elsewhere) : unreadCheck(claim, failure),
        )
      : []
    const isNeeded = keepsReadings || plan.compared.size > 0 || samples.includes(planned.key)
    return {
      checks,
      ...(failure !== undefined && { failure }),
      ...(isNeeded && { readings: requests.map((_, request) => readings[at]!(request)) }),
    }
  })
}

/** Looks up where misses come from, while the cases stand. */
async function addOrigins({ component, places }: RunSetup, page: StagePage, read: readonly CaseReading[]) {
  const judged = read.map(({ checks }, caseIndex) => ({
    caseIndex,
    checks: checks.filter((check) => check !== 'later'),
  }))
  const found = await findOrigins(page.nodes, { component, places }, judged)
  if (found.size === 0) return
  for (const each of read)
    each.checks = each.checks.map((check) => (check === 'later' ? check : (found.get(check) ?? check)))
}

async function takePictures(
  { pictures }: RunSetup,
  page: StagePage,
  { cases, isSecondLook }: ChunkTask,
  surveyor: SurveyCollector | undefined,
  read: readonly CaseReading[],
  incidents: string[],
) {
  if (!pictures || isSecondLook) return undefined
  const taker = pictures.fork((key) => surveyor?.readOf(key) ?? [])
  const isLost = (at: number) => read[at]!.failure !== undefined
  await taker.take(page, cases, isLost, (message) => incidents.push(message))
  return taker.part()
}
