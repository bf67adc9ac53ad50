import { apart, onePass, touchOf } from '@/core/breaks'
import { declares } from '@/core/css'
import { parsePartReference } from '@/core/readings'
import type { Ground } from './Ground'
import { imprintsOf, seeChanges, trySome, tryWhole } from './pass'
import type { CasesOf, Trial } from './Trial'

/** What is to be known while breaks are tried. */
export interface Trying {
  signal?: AbortSignal | undefined
  /** Each break has the page to itself, and its cases are mounted once more after it. */
  isCareful?: boolean
  /** Called as breaks are through. */
  onThrough?(): void
  /** Comes when it may be looked what unnoticed breaks change: what has been seen of one is not looked at again. */
  mayGoOn?(): Promise<unknown>
}

/**
 * Tries breaks in the cases of a ground. Many are tried at a time first, each in a few cases where rules speak of what it changes;
 * those that nothing noticed are tried in all of their cases, beside others that change other cases.
 * @returns by break that nothing noticed, the places of the cases that it may have changed; none where it changes nothing at all here
 */
export async function tryBreaks(ground: Ground, casesOf: CasesOf, how: Trying = {}): Promise<CasesOf> {
  const open = () => [...casesOf.keys()].filter((trial) => !trial.isDone)
  if (!how.isCareful) await tryLikely(ground, casesOf, open, how)
  const changed = await tryEverywhere(ground, casesOf, open(), how)
  await how.mayGoOn?.()
  // Some may have been noticed elsewhere meanwhile.
  for (const trial of changed.keys()) if (trial.isDone) changed.delete(trial)
  await seeAll(ground, changed, how)
  return changed
}

async function tryEverywhere(ground: Ground, casesOf: CasesOf, left: readonly Trial[], how: Trying) {
  const { signal, isCareful, onThrough } = how
  await ground.note(imprintsOf(ground, new Map(left.map((trial) => [trial, casesOf.get(trial)!]))))
  const changed = new Map<Trial, readonly number[]>()
  const groups = isCareful ? left.map((_, at) => [at]) : apart(left.map((trial) => casesOf.get(trial)!))
  for (const group of groups) {
    if (signal?.aborted) break
    // Another page may have found out meanwhile.
    const trials = group.map((at) => left[at]!).filter((trial) => !trial.isDone)
    if (trials.length === 0) continue
    const found = await tryWhole(ground, new Map(trials.map((trial) => [trial, casesOf.get(trial)!])))
    for (const [trial, places] of found) changed.set(trial, places)
    for (const trial of trials)
      if (trial.isDisturbed && !trial.isDone) await tryWhole(ground, new Map([[trial, casesOf.get(trial)!]]))
    if (isCareful) await ground.again()
    onThrough?.()
  }
  return changed
}

/** Looks what breaks change that nothing noticed: many at a time, each in another case. */
async function seeAll(ground: Ground, changed: CasesOf, { signal, isCareful }: Trying) {
  // In which case a break is seen must not hang on what else is looked at.
  const turns = [...changed].map(([trial, places]) => ({ trial, turn: trial.inTurn(places, ground.cases.length) }))
  const unseen = (look: number) => turns.filter(({ trial, turn }) => !trial.isEffective && look < turn.length)
  if (isCareful) {
    for (const { trial, turn } of unseen(0)) {
      if (signal?.aborted) return
      await seeChanges(ground, new Map([[trial, turn]]))
      await ground.again()
    }
    return
  }
  for (let look = 0, left = unseen(0); left.length > 0; left = unseen(++look)) {
    while (left.length > 0 && !signal?.aborted) {
      const pass = onePass(left.map(({ turn }) => [turn[look]!]))
      const made = new Map([...pass].map(([at, wish]) => [left[wish]!.trial, [at]] as const))
      await seeChanges(ground, made)
      left = left.filter(({ trial }) => !made.has(trial))
    }
  }
}

/** Tries breaks where they are most likely to be noticed, each in another case, as long as that is quicker than trying each in all. */
async function tryLikely(ground: Ground, casesOf: CasesOf, open: () => Trial[], { signal, onThrough }: Trying) {
  const untried = new Map(open().map((trial) => [trial, likelyCases(ground, trial, casesOf.get(trial)!)]))
  for (const isHeard of [false, true]) {
    const openHere = () => open().filter(({ broken }) => touchOf(broken).isHeard === isHeard)
    let isWorthIt = true
    while (isWorthIt && !signal?.aborted) {
      const go = new Set(openHere())
      const before = go.size
      let passes = 0
      while (go.size > 0 && !signal?.aborted) {
        const trials = [...go].filter((trial) => !trial.isDone)
        const pass = onePass(trials.map((trial) => untried.get(trial)!))
        if (pass.size === 0) break
        const made = new Map([...pass].map(([at, wish]) => [trials[wish]!, [at]] as const))
        await trySome(ground, made, true)
        for (const [trial, [at]] of made) {
          go.delete(trial)
          untried.set(
            trial,
            untried.get(trial)!.filter((each) => each !== at),
          )
        }
        passes++
        onThrough?.()
      }
      isWorthIt = passes > 0 && before - openHere().length >= passes
    }
  }
}

/** Cases by how likely a break is noticed there: with many expectations of what it changes, and each with other rules than the one before. */
function likelyCases(ground: Ground, { broken, parts }: Trial, cases: readonly number[]): number[] {
  const properties = 'properties' in broken ? broken.properties : []
  const { profiles } = ground.given.setup.plan
  const scoreOf = (profile: number) =>
    profiles[profile]!.claims.filter(
      ({ claim: { part, reading } }) =>
        parts.has(parsePartReference(part).part) &&
        (properties.length === 0 || properties.some((each) => declares(each, reading.name))),
    ).length
  const groups = new Map<number, number[]>()
  for (const at of cases) {
    const { judged, profile } = ground.cases[at]!
    if (judged && ground.failures[at] === undefined) groups.set(profile, [...(groups.get(profile) ?? []), at])
  }
  const scores = new Map([...groups.keys()].map((profile) => [profile, scoreOf(profile)]))
  const ordered = [...groups].sort(([a], [b]) => scores.get(b)! - scores.get(a)!).map(([, own]) => own)
  const longest = Math.max(0, ...ordered.map((own) => own.length))
  return Array.from({ length: longest }, (_, at) => ordered.flatMap((own) => own.slice(at, at + 1))).flat()
}
