import type { Space } from '../matrix'
import {
  ContextJudge,
  dependsOnItselfOnly,
  judgedClaims,
  makeProfile,
  requestKey,
  type CheckResult,
  type Measured,
  type PlannedCase,
  type Profile,
} from '../plan'
import { makeCascade, type Claim, type Computed, type Resolution, type Rule } from '../spec'
import type { Tolerance } from '../sheet'
import type { TokenBook } from '../tokens'
import type { Survey, SurveyCase } from './survey'

/** Computes an expected value that needs nothing of its place; undefined where it cannot. */
export type Prober = (property: string, text: string) => Computed | undefined

/** What one expectation comes to over the whole matrix. */
export interface ClaimStanding {
  claim: Claim
  /** Cases in which it decides. */
  decides: SurveyCase[]
  misses: SurveyCase[]
  /** Cases in which its reading, or what it is compared with, could not be taken. */
  unread: SurveyCase[]
  /** Cases in which it cannot be judged here: its reading was not surveyed, or its value needs the rendered place. */
  later: SurveyCase[]
  /** What was read where it decides, the most frequent first. */
  texts: (readonly [text: string, count: number])[]
  /** What it is expected to be, as computed in the first case that misses, else in the first that was judged. */
  expected?: string
  /** Why it makes no sense, where it makes none. */
  fault?: string
  /** Why the first of `unread` could not be judged. */
  why?: string
}

/** A survey's tokens, as judging looks them up. */
export function tokensOf(survey: Survey): Pick<TokenBook, 'get'> {
  const books = survey.contexts.map(({ values, tokens }) => ({
    values,
    tokens: new Map(tokens.map((token) => [token.path, token])),
  }))
  return {
    get: (path, context) => {
      const book = books.find(({ values }) =>
        Object.entries(values).every(([name, value]) => context[name] === undefined || context[name] === value),
      )
      return book?.tokens.get(path) ?? book?.tokens.get(`${path}.$root`)
    },
  }
}

/** How an expectation stands in one case. */
type Outcome =
  | { is: 'holds'; expected: string }
  | { is: 'misses'; expected: string }
  | { is: 'unread'; reason: string }
  | { is: 'later' }
  | { is: 'fault'; reason: string }

/** Judges rules by what was read before. Nothing is rendered: what needs the rendered place is left for a run. */
export function judgeSurvey(
  survey: Survey,
  space: Space,
  rules: readonly Rule[],
  tolerance: Tolerance,
  probe: Prober,
  tokens: Pick<TokenBook, 'get'> = tokensOf(survey),
  /** Keys of the cases to judge; all when left out. */
  only?: ReadonlySet<string>,
): ClaimStanding[] {
  const places = new Map(survey.readings.map(({ part, reading }, at) => [`${part}|${reading}`, at]))
  // Readings that could not be taken have numbers below 0.
  const unread = survey.reasons.length
  const byKey = new Map(survey.cases.map((surveyed) => [surveyed.key, surveyed]))
  const standings = new Map<Claim, Counted>()
  for (const claim of rules.flatMap(({ claims }) => claims)) {
    const place = places.get(requestKey(claim)) ?? -1
    const known = dependsOnItselfOnly(claim) ? survey.contexts.map((): (Outcome | undefined)[] => []) : undefined
    standings.set(claim, { claim, place, known, decides: [], misses: [], unread: [], later: [], counts: [] })
  }
  const resolve = makeCascade(rules)
  const profiles = new Map<Resolution, Resolved>()
  const plan: { space: Space; profiles: Profile[] } = { space, profiles: [] }
  // A judge keeps what the browser answered, and tokens mean other values in other contexts.
  const judges = survey.contexts.map(() => new ContextJudge(plan, tokens, tolerance))
  const textAt = (surveyed: SurveyCase, place: number | undefined): Measured => {
    const number = place === undefined ? undefined : surveyed.read[place]
    if (number === undefined) return { unread: NOT_SURVEYED }
    return number < 0 ? { unread: survey.reasons[-1 - number]! } : { text: survey.texts[number]! }
  }
  // Most outcomes are known from another case: what a judge needs is put together where they are not.
  const profileOf = (resolved: Resolved): Profile => {
    if (!resolved.profile) {
      resolved.profile = makeProfile(plan.profiles.length, resolved.resolution, [])
      plan.profiles.push(resolved.profile)
    }
    return resolved.profile
  }
  const judgeOne = (surveyed: SurveyCase, resolved: Resolved, at: number): Outcome => {
    const profile = profileOf(resolved)
    const judge = judges[surveyed.context]!
    const readings = (request: number) => textAt(surveyed, places.get(requestKey(profile.requests[request]!)))
    const planned = { key: surveyed.key, values: surveyed.values, profile: profile.index } as PlannedCase
    let isAnswered = true
    for (const { probe: wanted, key } of judge.probes(planned, readings, at)) {
      const answer = wanted.needs === 'nothing' ? probe(wanted.property, wanted.text) : undefined
      if (answer) judge.answer(key, answer)
      else isAnswered = false
    }
    const result = judge.judge(planned, at, readings, (key, wanted) => {
      const other = byKey.get(key)
      return other ? textAt(other, places.get(wanted)) : { unread: 'the case to compare with was not read' }
    })
    return outcomeOf(result, isAnswered)
  }
  for (const surveyed of survey.cases) {
    if (only && !only.has(surveyed.key)) continue
    const resolution = resolve(surveyed.values)
    let resolved = profiles.get(resolution)
    if (!resolved) {
      resolved = {
        resolution,
        judged: judgedClaims(resolution).map((claim) => standings.get(claim)!),
        all: [...resolution.values()].map((claim) => standings.get(claim)!),
      }
      profiles.set(resolution, resolved)
    }
    for (const standing of resolved.all) standing.decides.push(surveyed)
    for (const [at, standing] of resolved.judged.entries()) {
      const number = surveyed.read[standing.place]
      // Of what names neither another case nor another reading, equal readings in a context come out alike.
      let outcome = number === undefined ? LATER : standing.known?.[surveyed.context]![number + unread]
      if (!outcome) {
        outcome = judgeOne(surveyed, resolved, at)
        if (standing.known) standing.known[surveyed.context]![number! + unread] = outcome
      }
      if (number !== undefined && number >= 0) standing.counts[number] = (standing.counts[number] ?? 0) + 1
      take(standing, surveyed, outcome)
    }
  }
  return [...standings.values()].map(({ counts, known: _, place: __, ...standing }) => ({
    ...standing,
    texts: Object.entries(counts)
      .map(([number, count]) => [survey.texts[Number(number)]!, count] as const)
      .sort(([, a], [, b]) => b - a),
  }))
}

/** A standing while it is counted: outcomes by context and reading, and how often each reading was met. */
interface Counted extends Omit<ClaimStanding, 'texts'> {
  place: number
  known: readonly (Outcome | undefined)[][] | undefined
  counts: number[]
}

/** What the same rules decide: what is judged, and all that they say. */
interface Resolved {
  resolution: Resolution
  profile?: Profile
  judged: readonly Counted[]
  all: readonly Counted[]
}

const NOT_SURVEYED = 'it was not surveyed'
const LATER: Outcome = { is: 'later' }

/** @param isAnswered whether all expected values could be computed without a rendered place */
function outcomeOf(result: CheckResult | 'later', isAnswered: boolean): Outcome {
  if (result === 'later' || (result.cause === 'unasked' && !isAnswered)) return LATER
  switch (result.verdict) {
    case 'holds':
      return { is: 'holds', expected: result.expected }
    case 'misses':
      return { is: 'misses', expected: result.expected }
    case 'unread':
      return { is: result.cause === 'expectation' ? 'fault' : 'unread', reason: result.reason }
  }
}

function take(standing: Counted, surveyed: SurveyCase, outcome: Outcome) {
  switch (outcome.is) {
    case 'later':
      standing.later.push(surveyed)
      return
    case 'fault':
      standing.fault ??= outcome.reason
      return
    case 'holds':
      standing.expected ??= outcome.expected
      return
    case 'misses':
      if (standing.misses.length === 0) standing.expected = outcome.expected
      standing.misses.push(surveyed)
      return
    case 'unread':
      standing.unread.push(surveyed)
      standing.why ??= outcome.reason
  }
}
