import { toldBy, touchOf, type Touch } from '@/core/breaks'
import { requestKey, type ContextJudge, type Elsewhere, type Readings } from '@/core/plan'
import { parseReading } from '@/core/readings'
import { comparesCases, partsOf, type Claim } from '@/core/spec'
import type { Imprinted } from '@/stage'
import { answerProbes } from '../reading'
import { textOf, type Ground } from './Ground'
import type { CasesOf as Made, Trial } from './Trial'

/**
 * Breaks each in one case at most, reads what rules speak of, and notes what noticed it.
 * @param isQuick what takes long to read is left out: it is read where nothing else notices a break
 */
export async function trySome(ground: Ground, made: Made, isQuick: boolean): Promise<void> {
  await ground.break(made)
  await judgeAll(ground, made, await ground.readAll({ only: touchedBy(made), isQuick }), 'one case')
}

/**
 * Breaks each in all cases that it can change, and notes what noticed it. Cases in which the browser computes nothing otherwise are
 * not read.
 * @returns by break, the places of the cases that it may have changed; none where it changes nothing at all here
 */
export async function tryWhole(ground: Ground, made: Made): Promise<Map<Trial, number[]>> {
  const touched = touchedBy(made)
  const changed = await breakAndLook(ground, made)
  for (const at of touched.keys()) if (!changed.has(at)) touched.delete(at)
  if (touched.size > 0) {
    const tried = made.size > 1 ? 'beside others' : 'alone'
    await judgeAll(ground, made, await ground.readAll({ only: touched }), tried)
  }
  return new Map([...made].map(([trial, places]) => [trial, places.filter((at) => changed.has(at))]))
}

/** Breaks cases and reads everything of them, to see what changes of which nothing is known yet. */
export async function seeChanges(ground: Ground, made: Made): Promise<void> {
  await ground.break(made)
  const whole = await ground.readAll({ isWhole: true, only: touchedBy(made) })
  for (const [trial, own] of made) for (const at of own) noteChanges(ground, trial, at, whole[at]!)
}

/** Breaks cases. @returns the places of those in which the browser computes something otherwise than before, as far as that can be told */
async function breakAndLook(ground: Ground, made: Made): Promise<Set<number>> {
  const changed = await ground.break(made, imprintsOf(ground, made))
  const untold = [...made].flatMap(([{ broken }, places]) => (toldBy(broken) ? [] : places))
  return new Set([...changed, ...untold.filter((at) => ground.failures[at] === undefined)])
}

/** What is compared, to see whether breaks change their cases. */
export const imprintsOf = ({ failures }: Ground, made: Made): Imprinted[] =>
  [...made].flatMap(([{ broken }, places]) => {
    const told = toldBy(broken)
    return told ? places.filter((at) => failures[at] === undefined).map((at) => ({ at, ...told })) : []
  })

/** What can be changed in each case that is broken, by its place. */
const touchedBy = (made: Made): Map<number, Touch> =>
  new Map([...made].flatMap(([{ broken }, places]) => places.map((at) => [at, touchOf(broken)] as const)))

/** How a break is tried: in a single case, in all that it can change while others break other cases, or so with the page to itself. */
type Tried = 'one case' | 'beside others' | 'alone'

/** Judges cases that are broken, and notes what noticed it. @param readings in the order of `requestsOf` */
export async function judgeAll(ground: Ground, made: Made, readings: readonly Readings[], tried: Tried) {
  const judge = ground.judge()
  const places = [...made.values()].flat().filter((at) => ground.failures[at] === undefined)
  await answerProbes(ground.page, judge, ground.cases, readings, places)
  for (const [trial, own] of made) {
    const elsewhere = tried === 'one case' ? ground.known : among(ground, own, readings)
    trial.isDisturbed = false
    for (const at of own) {
      if (ground.failures[at] !== undefined) continue
      for (const claim of missing(ground, judge, at, readings[at]!, elsewhere)) {
        // What is broken alike in another case is not so here.
        if (tried === 'one case' && comparesCases(claim.expectation)) continue
        // A case that is broken may come to lie over others.
        if (tried !== 'alone' && originsOf(claim).includes('pointer')) trial.isDisturbed = true
        // What it is compared with may not have been read with the break.
        else if (tried === 'one case' && originsOf(claim).slice(1).includes('paint')) continue
        else {
          trial.noticed = true
          ground.given.failed.add(claim.rule.index)
        }
      }
    }
  }
}

/** Where the reading of a claim comes from, and those that it is compared with. */
export const originsOf = ({ reading, expectation }: Claim): string[] => [
  reading.origin,
  ...partsOf(expectation).flatMap((part) => {
    const parsed = part.kind === 'reading' ? parseReading(part.reading) : undefined
    return parsed && !('problem' in parsed) ? [parsed.reading.origin] : []
  }),
]

/** Readings of other cases: of those that are broken alike as they are now, of all others as they were. */
function among({ cases, known, given }: Ground, own: readonly number[], readings: readonly Readings[]): Elsewhere {
  const places = new Map(own.map((at) => [cases[at]!.key, at]))
  const { profiles } = given.setup.plan
  return (key, request) => {
    const at = places.get(key)
    if (at === undefined) return known(key, request)
    const asked = profiles[cases[at]!.profile]!.requests.findIndex((each) => requestKey(each) === request)
    return asked < 0 ? 'later' : readings[at]!(asked)
  }
}

/** Claims of a case that held, and do not any more. */
function* missing(ground: Ground, judge: ContextJudge, at: number, readings: Readings, elsewhere: Elsewhere) {
  const planned = ground.cases[at]!
  if (!planned.judged) return
  const { claims } = ground.given.setup.plan.profiles[planned.profile]!
  for (const [index, { claim }] of claims.entries()) {
    const before = ground.checks[at]![index]
    if (before === undefined || before === 'later' || before.verdict !== 'holds') continue
    const after = judge.judge(planned, index, readings, elsewhere)
    if (after !== 'later' && after.verdict !== 'holds') yield claim
  }
}

/** Notes what reads otherwise in a case than before. */
export function noteChanges(ground: Ground, trial: Trial, at: number, readings: Readings) {
  const planned = ground.cases[at]!
  for (const [index, { part, reading }] of ground.requestsOf(planned, true).entries()) {
    const [before, after] = [textOf(ground.readings[at]!(index)), textOf(readings(index))]
    if (before !== after) trial.noteChange({ case: planned.key, part, reading: reading.text, before, after })
  }
}
