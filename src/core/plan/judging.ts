import { MATCH_SEPARATOR, parseReading } from '../readings'
import type { Tolerance } from '../sheet'
import {
  checksOf,
  whereOf,
  type Check,
  judge,
  printExpectation,
  valuesOf,
  type Claim,
  type Computed,
  type Judgement,
  type JudgeContext,
  type Value,
} from '../spec'
import type { TokenBook } from '../tokens'
import { comparedCase, requestKey, type Plan, type PlannedCase, type Profile } from './plan'
import { fillIn, isPlain, probeFor, type Probe } from './probes'
import type { CaseResult, CheckResult } from './results'

/** What was measured for a request: a text, or why there is none. */
export type Measured = { text: string } | { unread: string }

/** One probe of one case. Probes that need nothing of their place are asked once for a whole context. */
export interface AskedProbe {
  key: string
  probe: Probe
  /** The case in which it is computed; undefined where any will do. */
  caseKey?: string
}

/** The readings of a case, by the place of their request. */
export type Readings = (request: number) => Measured

/** Looks a reading of another case up; `later` when that case has not been read yet. */
export type Elsewhere = (caseKey: string, request: string) => Measured | 'later'

type Asked = { plain: string } | { invalid: string; cause: 'lookup' } | { asked: AskedProbe; literal?: string }

/** What a judge has found out of the browser, for whoever judges the same cases later. Plain data. */
export interface JudgeNotes {
  /** What the browser computed, by probe. */
  answers: [key: string, computed: Computed][]
  /** Claims whose outcomes cases share, by `claimId`. */
  shared: string[]
}

/** A claim by the rule that makes it, whatever that expects. */
export const claimId = ({ rule, part, reading }: Claim): string => `${rule.index}|${part}|${reading.text}`

/** Judges the cases of one context: asks for the expected values that it needs, then gives the verdicts. */
export class ContextJudge {
  /** What the browser answered, by probe. */
  #answers = new Map<string, Computed>()
  /** Outcomes of claims that depend on nothing but their own reading, by that reading. */
  #shared = new Map<Claim, Map<string, CheckResult>>()
  #isShared = new Map<Claim, boolean>()

  constructor(
    readonly plan: Pick<Plan, 'profiles' | 'space'>,
    readonly tokens: Pick<TokenBook, 'get'>,
    readonly tolerance: Tolerance,
  ) {}

  /** The probes that judging a case, or only one of its claims, needs and that have not been answered yet. */
  *probes(planned: PlannedCase, readings: Readings, only?: number): Generator<AskedProbe> {
    const profile = this.plan.profiles[planned.profile]!
    for (const { claim, request } of only === undefined ? profile.claims : [profile.claims[only]!]) {
      if (this.#isShared.get(claim) || 'unread' in readings(request)) continue
      let needsNothing = dependsOnItselfOnly(claim)
      for (const { value, role } of valuesAsked(claim)) {
        const ask = this.ask(planned, profile, claim, value, role, readings)
        if (!('asked' in ask)) continue
        if (ask.asked.caseKey !== undefined) needsNothing = false
        if (!this.#answers.has(ask.asked.key)) yield ask.asked
      }
      this.#isShared.set(claim, needsNothing)
    }
  }

  answer(key: string, computed: Computed): void {
    this.#answers.set(key, computed)
  }

  /** What the browser has answered, by probe. */
  get answers(): ReadonlyMap<string, Computed> {
    return this.#answers
  }

  /** All that the browser has answered so far, to be taken up elsewhere. */
  notes(): JudgeNotes {
    const shared = [...this.#isShared].flatMap(([claim, isShared]) => (isShared ? [claimId(claim)] : []))
    return { answers: [...this.#answers], shared: [...new Set(shared)] }
  }

  /** Takes answers that the browser has given to another judge of the same plan. */
  take({ answers }: JudgeNotes): void {
    for (const [key, computed] of answers) this.#answers.set(key, computed)
  }

  /** Whether cases share what a claim came to, by what was read. */
  isShared(claim: Claim): boolean {
    return this.#isShared.get(claim) ?? false
  }

  /** Judges one claim of a case; `later` when it is compared with a case that has not been read yet. */
  judge(planned: PlannedCase, at: number, readings: Readings, elsewhere: Elsewhere): CheckResult | 'later' {
    const profile = this.plan.profiles[planned.profile]!
    const { claim, request } = profile.claims[at]!
    const measured = readings(request)
    if ('unread' in measured) return unreadCheck(claim, measured.unread)
    if (!this.#isShared.get(claim)) return this.judgeAfresh(planned, profile, claim, measured.text, readings, elsewhere)
    let known = this.#shared.get(claim)
    if (!known) this.#shared.set(claim, (known = new Map()))
    let result = known.get(measured.text)
    if (!result) {
      result = this.judgeAfresh(planned, profile, claim, measured.text, readings, elsewhere) as CheckResult
      known.set(measured.text, result)
    }
    return result
  }

  private judgeAfresh(
    planned: PlannedCase,
    profile: Profile,
    claim: Claim,
    measured: string,
    readings: Readings,
    elsewhere: Elsewhere,
  ): CheckResult | 'later' {
    const roles = new Map([...valuesAsked(claim)].map(({ value, role }) => [value, role]))
    let isLater = false
    const context: JudgeContext = {
      kind: claim.reading.kind,
      tolerance: this.tolerance,
      computed: (value) =>
        this.computed(this.ask(planned, profile, claim, value, roles.get(value) ?? 'equal', readings)),
      elsewhere: (where) => {
        const other = comparedCase(planned, where, this.plan.space)
        if (!other) return { unread: 'the case to compare with does not exist' }
        const found = elsewhere(other.key, requestKey(claim))
        if (found === 'later') isLater = true
        return found === 'later' ? { unread: 'not measured yet' } : found
      },
    }
    let last: { judgement: Judgement; text: string } | undefined
    for (const text of measured.split(MATCH_SEPARATOR)) {
      last = { judgement: judge(claim.expectation, text, context), text }
      if (last.judgement.verdict !== 'holds') break
    }
    return isLater ? 'later' : toResult(claim, last!.judgement, last!.text)
  }

  private computed(ask: Asked): Computed {
    if ('invalid' in ask) return ask
    if ('plain' in ask) return { text: ask.plain }
    const computed = this.#answers.get(ask.asked.key) ?? {
      invalid: 'the browser was not asked for it',
      cause: 'unasked' as const,
    }
    // What stood in quotes and is no CSS string is meant word for word.
    return 'invalid' in computed && ask.literal !== undefined ? { text: ask.literal } : computed
  }

  private ask(
    planned: PlannedCase,
    profile: Profile,
    claim: Claim,
    value: Value,
    role: ValueRole,
    readings: Readings,
  ): Asked {
    const lookup = (part: string, name: string): string | undefined => {
      const parsed = parseReading(name)
      const at = 'problem' in parsed ? undefined : placesOf(profile).get(requestKey({ part, reading: parsed.reading }))
      const measured = at === undefined ? undefined : readings(at)
      return measured && 'text' in measured ? measured.text : undefined
    }
    const filled = fillIn(value, planned.values, this.tokens, lookup)
    if ('invalid' in filled) return filled
    const { kind, name } = claim.reading
    if (role !== 'equal' && PIXELS.test(filled.text)) return { plain: filled.text }
    if (role === 'slack' && OTHER_SLACK.test(filled.text)) return { plain: inComputedUnit(filled.text) }
    const asKind = role === 'slack' && kind === 'css' ? (/^[\d.]+$/.test(filled.text) ? 'number' : 'length') : kind
    if (isPlain(asKind, filled.text, name)) return { plain: filled.text }
    // A value that stood in quotes is CSS where the property takes strings: content: "✓".
    const text = value.literal ? JSON.stringify(filled.text) : filled.text
    const probe = probeFor(asKind, name, text, claim.part)
    const caseKey = probe.needs === 'nothing' ? undefined : planned.key
    const key = `${caseKey ?? ''}|${probe.part ?? ''}|${probe.needs}|${probe.property}|${probe.text}`
    return {
      asked: { key, probe, ...(caseKey !== undefined && { caseKey }) },
      ...(value.literal && { literal: filled.text }),
    }
  }
}

const places = new WeakMap<Profile, ReadonlyMap<string, number>>()

function placesOf(profile: Profile): ReadonlyMap<string, number> {
  let known = places.get(profile)
  if (!known) places.set(profile, (known = new Map(profile.requests.map((request, at) => [requestKey(request), at]))))
  return known
}

/** What a value is there for: to be equal to, to be more or less than, or to be off by. */
type ValueRole = 'equal' | 'limit' | 'slack'

// Nothing is a limit in pixels but itself, whatever the property.
const PIXELS = /^-?(\d+\.?\d*|\.\d+)px$/

// Slack of what is no length: angles, times, shares.
const OTHER_SLACK = /^(\d+\.?\d*|\.\d+)(deg|ms|s|%)$/

/** Times compute to seconds. */
const inComputedUnit = (text: string) => (text.endsWith('ms') ? `${parseFloat(text) / 1000}s` : text)

function* valuesAsked(claim: Claim): Generator<{ value: Value; role: ValueRole }> {
  for (const check of checksOf(claim.expectation)) {
    for (const value of valuesOf(check)) {
      yield {
        value,
        role: roleIn(check, value),
      }
    }
  }
}

function roleIn(check: Check, value: Value): ValueRole {
  if (check.kind === 'is') return 'equal'
  // What is added or taken away is no place to be at, as a slack is none.
  if (check.kind === 'offset') return 'slack'
  return check.kind === 'near' && value === check.slack ? 'slack' : 'limit'
}

/** Whether a claim names no other case and no other reading. */
export const dependsOnItselfOnly = ({ expectation }: Claim): boolean =>
  checksOf(expectation).every(
    (check) =>
      whereOf(check) === undefined &&
      valuesOf(check).every(({ parts }) => parts.every(({ kind }) => kind !== 'reading')),
  )

function toResult(claim: Claim, judgement: Judgement, measured: string): CheckResult {
  const shown = { ...describe(claim), measured, reason: '', difference: '' }
  switch (judgement.verdict) {
    case 'holds':
      return { ...shown, verdict: 'holds', expected: judgement.expected }
    case 'misses':
      return { ...shown, verdict: 'misses', expected: judgement.expected, difference: judgement.difference }
    case 'unread':
      return { ...shown, verdict: 'unread', expected: '', reason: judgement.reason, cause: judgement.cause }
  }
}

const printed = new WeakMap<Claim, string>()

function describe(claim: Claim) {
  let expectation = printed.get(claim)
  if (expectation === undefined) printed.set(claim, (expectation = printExpectation(claim.expectation)))
  const { index, line } = claim.rule
  return { part: claim.part, reading: claim.reading.text, expectation, rule: { index, line } }
}

export const unreadCheck = (claim: Claim, reason: string): CheckResult => ({
  ...describe(claim),
  verdict: 'unread',
  expected: '',
  measured: '',
  difference: '',
  reason,
  cause: 'reading',
})

/** A case of which nothing could be read: each of its claims is unread. */
export const unreadCase = ({ profiles }: Plan, { key, values, profile }: PlannedCase, reason: string): CaseResult => ({
  key,
  values,
  checks: profiles[profile]!.claims.map(({ claim }) => unreadCheck(claim, reason)),
  failure: reason,
})
