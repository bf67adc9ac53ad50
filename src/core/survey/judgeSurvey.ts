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
  const judge = new SurveyJudge(survey, space, tolerance, probe, tokens)
  const standings = new Map<Claim, Counted>()
  for (const claim of rules.flatMap(({ claims }) => claims)) standings.set(claim, judge.begin(claim))
  const resolve = makeCascade(rules)
  const known = new Map<Resolution, Resolved>()
  for (const surveyed of survey.cases) {
    if (only && !only.has(surveyed.key)) continue
    const resolution = resolve(surveyed.values)
    let resolved = known.get(resolution)
    if (!resolved) {
      resolved = {
        resolution,
        judged: judgedClaims(resolution).map((claim) => standings.get(claim)!),
        all: [...resolution.values()].map((claim) => standings.get(claim)!),
      }
      known.set(resolution, resolved)
    }
    judge.take(surveyed, resolved)
  }
  return [...standings.values()].map(({ counts, known: _, place: __, ...standing }) => ({
    ...standing,
    texts: Object.entries(counts)
      .map(([number, count]) => [survey.texts[Number(number)]!, count] as const)
      .sort(([, a], [, b]) => b - a),
  }))
}

/** Judges the cases of a survey one after the other, and keeps what is sure to come out alike. */
class SurveyJudge {
  /** The place of each reading in a case's list. */
  readonly #places: ReadonlyMap<string, number>
  readonly #byKey: ReadonlyMap<string, SurveyCase>
  readonly #plan: { space: Space; profiles: Profile[] }
  /** One a context: a judge keeps what the browser answered, and tokens mean other values in other contexts. */
  readonly #judges: readonly ContextJudge[]

  constructor(
    readonly survey: Survey,
    space: Space,
    tolerance: Tolerance,
    readonly probe: Prober,
    tokens: Pick<TokenBook, 'get'>,
  ) {
    this.#places = new Map(survey.readings.map(({ part, reading }, at) => [`${part}|${reading}`, at]))
    this.#byKey = new Map(survey.cases.map((surveyed) => [surveyed.key, surveyed]))
    const plan = { space, profiles: [] }
    this.#plan = plan
    this.#judges = survey.contexts.map(() => new ContextJudge(plan, tokens, tolerance))
  }

  begin(claim: Claim): Counted {
    const place = this.#places.get(requestKey(claim)) ?? -1
    const known = dependsOnItselfOnly(claim) ? this.survey.contexts.map((): (Outcome | undefined)[] => []) : undefined
    return { claim, place, known, decides: [], misses: [], unread: [], later: [], counts: [] }
  }

  take(surveyed: SurveyCase, resolved: Resolved): void {
    for (const standing of resolved.all) standing.decides.push(surveyed)
    for (const [at, standing] of resolved.judged.entries()) {
      const number = surveyed.read[standing.place]
      if (number !== undefined && number >= 0) standing.counts[number] = (standing.counts[number] ?? 0) + 1
      count(standing, surveyed, number === undefined ? LATER : this.outcome(surveyed, resolved, at, number))
    }
  }

  /** Of what names neither another case nor another reading, equal readings in a context come out alike. */
  private outcome(surveyed: SurveyCase, resolved: Resolved, at: number, number: number): Outcome {
    const known = resolved.judged[at]!.known?.[surveyed.context]
    // Readings that could not be taken have numbers below 0.
    const place = number + this.survey.reasons.length
    const outcome = known?.[place] ?? this.judge(surveyed, resolved, at)
    if (known) known[place] = outcome
    return outcome
  }

  private judge(surveyed: SurveyCase, resolved: Resolved, at: number): Outcome {
    const profile = this.profileOf(resolved)
    const judge = this.#judges[surveyed.context]!
    const readings = (request: number) => this.textAt(surveyed, requestKey(profile.requests[request]!))
    const planned = { key: surveyed.key, values: surveyed.values, profile: profile.index } as PlannedCase
    let isAnswered = true
    for (const { probe: wanted, key } of judge.probes(planned, readings, at)) {
      const answer = wanted.needs === 'nothing' ? this.probe(wanted.property, wanted.text) : undefined
      if (answer) judge.answer(key, answer)
      else isAnswered = false
    }
    const result = judge.judge(planned, at, readings, (key, wanted) => {
      const other = this.#byKey.get(key)
      return other ? this.textAt(other, wanted) : { unread: 'the case to compare with was not read' }
    })
    return outcomeOf(result, isAnswered)
  }

  private textAt(surveyed: SurveyCase, reading: string): Measured {
    const place = this.#places.get(reading)
    const number = place === undefined ? undefined : surveyed.read[place]
    if (number === undefined) return { unread: NOT_SURVEYED }
    return number < 0 ? { unread: this.survey.reasons[-1 - number]! } : { text: this.survey.texts[number]! }
  }

  /** Most outcomes are known from another case: what a judge needs is put together where they are not. */
  private profileOf(resolved: Resolved): Profile {
    if (!resolved.profile) {
      resolved.profile = makeProfile(this.#plan.profiles.length, resolved.resolution, [])
      this.#plan.profiles.push(resolved.profile)
    }
    return resolved.profile
  }
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

function count(standing: Counted, surveyed: SurveyCase, outcome: Outcome) {
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
