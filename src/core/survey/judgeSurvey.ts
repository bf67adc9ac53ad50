import type { Space } from '../matrix'
import {
  ContextJudge,
  makeProfile,
  requestKey,
  type CheckResult,
  type Measured,
  type Plan,
  type PlannedCase,
  type Profile,
} from '../plan'
import { makeCascade, type Claim, type Computed, type Resolution, type Rule } from '../spec'
import type { Sheet, Tolerance } from '../sheet'
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
  /** Cases in which it cannot be judged here: its reading was not surveyed, or its value needs the rendered place. */
  later: SurveyCase[]
  /** What was read where it decides, the most frequent first. */
  texts: (readonly [text: string, count: number])[]
  /** What it is expected to be, as computed in the first case that misses, else in the first that was judged. */
  expected?: string
  /** Why it makes no sense, where it makes none. */
  fault?: string
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

/** Judges rules by what was read before. Nothing is rendered: what needs the rendered place is left for a run. */
export function judgeSurvey(
  survey: Survey,
  sheet: Sheet,
  space: Space,
  rules: readonly Rule[],
  tolerance: Tolerance,
  probe: Prober,
  tokens: Pick<TokenBook, 'get'> = tokensOf(survey),
  /** Keys of the cases to judge; all when left out. */
  only?: ReadonlySet<string>,
): ClaimStanding[] {
  const places = new Map(survey.readings.map(({ part, reading }, at) => [`${part}|${reading}`, at]))
  const byKey = new Map(survey.cases.map((one) => [one.key, one]))
  const standings = new Map<Claim, ClaimStanding & { counts: Map<string, number> }>()
  for (const claim of rules.flatMap(({ claims }) => claims))
    standings.set(claim, { claim, decides: [], misses: [], later: [], texts: [], counts: new Map() })
  const resolve = makeCascade(rules)
  const profiles = new Map<Resolution, Profile>()
  const plan: Plan = { sheet, space, cases: [], profiles: [], rules, compared: new Set() }
  // A judge keeps what the browser answered, and tokens mean other values in other contexts.
  const judges = survey.contexts.map(() => new ContextJudge(plan, tokens as TokenBook, tolerance))
  for (const one of survey.cases) {
    if (only && !only.has(one.key)) continue
    const resolution = resolve(one.values)
    let profile = profiles.get(resolution)
    if (!profile) {
      profile = makeProfile(profiles.size, resolution, [])
      profiles.set(resolution, profile)
      ;(plan.profiles as Profile[]).push(profile)
    }
    const measured = (request: string): Measured => {
      const at = places.get(request)
      const place = at === undefined ? undefined : one.read[at]
      if (place === undefined) return { unread: NOT_SURVEYED }
      return place < 0 ? { unread: survey.reasons[-1 - place]! } : { text: survey.texts[place]! }
    }
    const readings = (at: number) => measured(requestKey(profile.requests[at]!))
    const judge = judges[one.context]!
    const planned = { key: one.key, values: one.values, profile: profile.index } as PlannedCase
    const unanswered = new Set<string>()
    for (const asked of judge.probes(planned, readings)) {
      const { probe: wanted, key } = asked
      const answer = wanted.needs === 'nothing' ? probe(wanted.property, wanted.text) : undefined
      if (answer) judge.answer(key, answer)
      else unanswered.add(wanted.text)
    }
    for (const claim of resolution.values()) standings.get(claim)!.decides.push(one)
    for (const [at, { claim, request }] of profile.claims.entries()) {
      const standing = standings.get(claim)!
      const read = readings(request)
      if ('text' in read) standing.counts.set(read.text, (standing.counts.get(read.text) ?? 0) + 1)
      else if (read.unread === NOT_SURVEYED) {
        standing.later.push(one)
        continue
      }
      const result = judge.judge(planned, at, readings, (key, wanted) => {
        const other = byKey.get(key)
        const place = places.get(wanted)
        const number = other && place !== undefined ? other.read[place]! : undefined
        if (number === undefined) return { unread: 'the case to compare with was not read' }
        return number < 0 ? { unread: survey.reasons[-1 - number]! } : { text: survey.texts[number]! }
      })
      take(standing, one, result, unanswered)
    }
  }
  return [...standings.values()].map(({ counts, ...standing }) => ({
    ...standing,
    texts: [...counts].sort(([, a], [, b]) => b - a),
  }))
}

const NOT_SURVEYED = 'it was not surveyed'
const NOT_ASKED = 'the browser was not asked for it'

function take(
  standing: ClaimStanding,
  one: SurveyCase,
  result: CheckResult | 'later',
  unanswered: ReadonlySet<string>,
) {
  if (result === 'later' || (result.fault && result.reason === NOT_ASKED && unanswered.size > 0))
    standing.later.push(one)
  else if (result.verdict === 'misses') {
    if (standing.misses.length === 0) standing.expected = result.expected
    standing.misses.push(one)
  } else if (result.verdict === 'holds') standing.expected ??= result.expected
  else if (result.fault) standing.fault ??= result.reason
  else standing.misses.push(one)
}
