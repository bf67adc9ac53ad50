import { parseReading, type Reading } from '../readings'
import type { Tolerance } from '../sheet'
import { checksOf, judge, printExpectation, valuesOf, type Claim, type Computed, type Judgement, type Value } from '../spec'
import type { TokenBook } from '../tokens'
import { comparedCase, requestKey, type Plan, type PlannedCase, type Profile } from './plan'
import { fillIn, isPlain, probeFor, type Probe } from './probes'
import type { CheckResult } from './results'

/** What was measured for a request: a text, or why there is none. */
export type Measured = { text: string } | { unread: string }

/** Several matches of one part are read into one text. */
export const MATCH_SEPARATOR = '\u001f'

/** One probe of one case. Probes that need nothing of their place are asked once for a whole context. */
export interface AskedProbe {
  probe: Probe
  /** The case in which it is computed; undefined where any will do. */
  caseKey?: string
}

export interface Judging {
  plan: Plan
  tokens: TokenBook
  tolerance: Tolerance
}

/** Keys of probes, as `answers` of `judgeCase` is asked for them. */
export const probeKey = ({ probe, caseKey }: AskedProbe) => `${caseKey ?? ''}|${probe.part ?? ''}|${probe.needs}|${probe.property}|${probe.text}`

type Readings = (request: number) => Measured

interface Spot {
  judging: Judging
  one: PlannedCase
  profile: Profile
  readings: Readings
}

function lookupIn({ profile, readings }: Spot) {
  const places = new Map(profile.requests.map((request, at) => [requestKey(request), at]))
  return (part: string, name: string): string | undefined => {
    const parsed = parseReading(name)
    const at = 'problem' in parsed ? undefined : places.get(requestKey({ part, reading: parsed.reading }))
    const measured = at === undefined ? undefined : readings(at)
    return measured && 'text' in measured ? measured.text : undefined
  }
}

/** How the values of a check are computed: a slack is a length or a number whatever the property. */
function* askedValues(claim: Claim): Generator<{ value: Value; isSlack: boolean }> {
  for (const check of checksOf(claim.expectation)) {
    for (const value of valuesOf(check)) yield { value, isSlack: check.kind === 'near' && value === check.slack }
  }
}

function askFor(spot: Spot, claim: Claim, value: Value, isSlack: boolean, lookup: ReturnType<typeof lookupIn>) {
  const filled = fillIn(value, spot.one.values, spot.judging.tokens, lookup)
  if ('invalid' in filled) return filled
  const { kind, name } = claim.reading
  const asKind = isSlack && kind === 'css' ? (/^[\d.]+$/.test(filled.text) ? 'number' : 'length') : kind
  if (isPlain(asKind, filled.text)) return { plain: filled.text }
  // A value that stood in quotes is CSS where the property takes strings: content: "✓".
  const text = value.literal ? JSON.stringify(filled.text) : filled.text
  const probe = probeFor(asKind, name, text, claim.part)
  const asked: AskedProbe = probe.needs === 'nothing' ? { probe } : { probe, caseKey: spot.one.key }
  return { asked, literal: value.literal ? filled.text : undefined }
}

/** The probes that judging a case will need. */
export function* probesOf(judging: Judging, one: PlannedCase, readings: Readings): Generator<AskedProbe> {
  const profile = judging.plan.profiles[one.profile]!
  const spot = { judging, one, profile, readings }
  const lookup = lookupIn(spot)
  for (const { claim, request } of profile.claims) {
    if ('unread' in readings(request)) continue
    for (const { value, isSlack } of askedValues(claim)) {
      const ask = askFor(spot, claim, value, isSlack, lookup)
      if ('asked' in ask && ask.asked) yield ask.asked
    }
  }
}

/** What judging a case looks up. */
export interface Answers {
  readings: Readings
  /** What a probe came to. */
  probe(key: string): Computed
  /** A reading of another case. `later` when that case has not been read yet. */
  elsewhere(caseKey: string, request: string): Measured | 'later'
}

/** Judges one claim of a case; `later` when it is compared with a case that has not been read yet. */
export function judgeClaim(judging: Judging, one: PlannedCase, at: number, answers: Answers): CheckResult | 'later' {
  const profile = judging.plan.profiles[one.profile]!
  const { claim, request } = profile.claims[at]!
  const measured = answers.readings(request)
  if ('unread' in measured) return unreadCheck(claim, measured.unread)
  const spot = { judging, one, profile, readings: answers.readings }
  const lookup = lookupIn(spot)
  const slacks = new Set([...askedValues(claim)].filter(({ isSlack }) => isSlack).map(({ value }) => value))
  let isLater = false
  const look = {
    kind: claim.reading.kind,
    tolerance: judging.tolerance,
    computed: (value: Value): Computed => {
      const ask = askFor(spot, claim, value, slacks.has(value), lookup)
      if ('invalid' in ask) return { invalid: ask.invalid! }
      if ('plain' in ask) return { text: ask.plain! }
      const computed = answers.probe(probeKey(ask.asked))
      return 'invalid' in computed && ask.literal !== undefined ? { text: ask.literal } : computed
    },
    elsewhere: (where: Readonly<Record<string, string>>): Measured => {
      const other = comparedCase(one, where, judging.plan.space)
      if (!other) return { unread: 'the case to compare with does not exist' }
      const found = answers.elsewhere(other.key, requestKey(claim))
      if (found === 'later') isLater = true
      return found === 'later' ? { unread: 'not read yet' } : found
    },
  }
  const matches = measured.text.split(MATCH_SEPARATOR)
  let judged: { judgement: Judgement; text: string } | undefined
  for (const text of matches) {
    judged = { judgement: judge(claim.expectation, text, look), text }
    if (judged.judgement.verdict !== 'holds') break
  }
  if (isLater) return 'later'
  return toResult(claim, judged!.judgement, judged!.text)
}

function toResult(claim: Claim, judgement: Judgement, measured: string): CheckResult {
  const shown = { ...describe(claim), measured, reason: '', fault: false, difference: '' }
  switch (judgement.verdict) {
    case 'holds':
      return { ...shown, verdict: 'holds', expected: judgement.expected }
    case 'misses':
      return { ...shown, verdict: 'misses', expected: judgement.expected, difference: judgement.difference }
    case 'unread':
      return { ...shown, verdict: 'unread', expected: '', reason: judgement.reason, fault: judgement.fault }
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
  fault: false,
})

/** Whether a claim's outcome depends on nothing but its own reading and the context. */
export function isSelfContained(claim: Claim, ofReading: Reading = claim.reading): boolean {
  const checks = checksOf(claim.expectation)
  if (checks.some(({ kind }) => kind === 'same' || kind === 'differs')) return false
  return checks.flatMap(valuesOf).every(({ parts }) => {
    if (parts.some(({ kind }) => kind === 'reading')) return false
    // Tokens stand for absolute values or colours; what they resolve to is judged again with the text itself.
    const text = parts.map((part) => (part.kind === 'text' ? part.text : part.kind === 'token' ? '{}' : '')).join('')
    return probeFor(ofReading.kind, ofReading.name, text, claim.part).needs === 'nothing'
  })
}
