import { draftSpec, writtenRules } from '../draft'
import { isSpecifiedIn, type RuleText } from '../edit'
import { groupBy } from '../group'
import type { Space } from '../matrix'
import { parsePartReference, parseReading } from '../readings'
import { ruleSchema, type Sheet, type Tolerance } from '../sheet'
import { readRules, type Rule } from '../spec'
import { judgeSurvey, placeOfReading, tokensOf, type ClaimStanding, type Survey } from '../survey'

/** A reading that a break changes in a case. */
export interface ChangedReading {
  case: string
  part: string
  reading: string
  before: string
  after: string
}

/** Expectations of one reading that hold now and would miss with a break. */
export interface Proposal {
  part: string
  reading: string
  /** As a sheet writes them. */
  rules: RuleText[]
}

// What came out of layout by the hair: nobody decides that.
const FRACTION = /\d\.\d\d+px/

// Nobody writes more than this into one expectation.
const MAX_LENGTH = 60

// Further readings would only say the same again.
const MAX_TRIED = 8

/** Proposes the shortest expectations that would notice breaks of one component. */
export class Proposer {
  readonly #dimensions
  readonly #isSpecified
  readonly #drafts = new Map<string, Proposal | undefined>()

  constructor(
    private readonly sheet: Sheet,
    private readonly space: Space,
    private readonly survey: Survey,
    private readonly tolerance: Tolerance,
  ) {
    this.#dimensions = space.dimensions
    this.#isSpecified = isSpecifiedIn(sheet)
  }

  /**
   * @param changed what the break changes
   * @param aim what it is about: what it changes itself is said rather than what follows from it
   */
  propose(changed: readonly ChangedReading[], aim: { parts: readonly string[]; properties: readonly string[] }) {
    const rank = ({ part, reading }: ChangedReading) =>
      (aim.parts.includes(part) ? 0 : 2) +
      (aim.properties.includes(reading) ? 0 : 1) +
      (this.isByLayout(part, reading) ? 4 : 0)
    const ordered = changed
      .filter(({ part }) => part !== 'host')
      .map((each, at) => ({ each, key: rank(each) * 1000 + at }))
      .sort((a, b) => a.key - b.key)
      .slice(0, MAX_TRIED)
    let best: { proposal: Proposal; cost: number } | undefined
    for (const [at, { each }] of ordered.entries()) {
      const proposal = this.draft(each.part, each.reading)
      if (!proposal || !this.notices(proposal, each)) continue
      const cost = claimsIn(proposal) + at / MAX_TRIED + (FRACTION.test(JSON.stringify(proposal.rules)) ? 1 : 0)
      if (!best || cost < best.cost) best = { proposal, cost }
    }
    return best?.proposal
  }

  /** Takes back what has turned out not to hold: other readings are proposed instead. @param names `part|reading` */
  ban(names: Iterable<string>): void {
    for (const name of names) this.#drafts.set(name, undefined)
  }

  private isByLayout(part: string, reading: string): boolean {
    const about = this.survey.readings[placeOfReading(this.survey, part, reading)]
    return about?.byLayout ?? reading.startsWith('box.')
  }

  /** What would be said of a reading in all cases; undefined where that cannot be said, or does not hold. */
  private draft(part: string, reading: string): Proposal | undefined {
    const name = `${part}|${reading}`
    if (!this.#drafts.has(name)) this.#drafts.set(name, this.draftAnew(part, reading))
    return this.#drafts.get(name)
  }

  private draftAnew(part: string, reading: string): Proposal | undefined {
    if ('problem' in parseReading(reading) || parsePartReference(part).index !== 1) return undefined
    const { survey } = this
    const open = this.unspoken(part, reading)
    const only = (own: string, name: string) => own === part && name === reading
    const draft = draftSpec(survey, this.#dimensions, {
      only,
      ...(open && { cases: (_part, _reading, values) => open.has(JSON.stringify(values)) }),
    })
    if (draft.rules.length === 0) return undefined
    const isLong = draft.rules.some(({ claims }) => claims.some(({ expectation }) => expectation.length > MAX_LENGTH))
    if (isLong) return undefined
    const proposal = { part, reading, rules: writtenRules(draft) }
    const holds = this.judge(proposal, this.survey).every(
      ({ misses, fault }) => misses.length === 0 && fault === undefined,
    )
    return holds ? proposal : undefined
  }

  /** Cases in which no rule speaks of a reading yet; undefined for all. */
  private unspoken(part: string, reading: string): Set<string> | undefined {
    if (!this.#isSpecified(part, reading)) return undefined
    const { rules } = readRules(this.sheet, this.#dimensions)
    const standings = this.judgeRules(rules, part, reading, this.survey)
    const decided = new Set(standings.flatMap(({ decides }) => decides.map(({ key }) => key)))
    return new Set(this.survey.cases.filter(({ key }) => !decided.has(key)).map(({ values }) => JSON.stringify(values)))
  }

  private judge({ part, reading, rules }: Proposal, survey: Survey): ClaimStanding[] {
    const spec = [...this.sheet.data.spec, ...rules.map((rule) => ruleSchema.parse(rule))]
    const read = readRules({ ...this.sheet, data: { ...this.sheet.data, spec } }, this.#dimensions)
    return this.judgeRules(read.rules, part, reading, survey)
  }

  private judgeRules(rules: readonly Rule[], part: string, reading: string, survey: Survey): ClaimStanding[] {
    const own = rules.map((rule) => ({
      ...rule,
      claims: rule.claims.filter((claim) => claim.part === part && claim.reading.text === reading),
    }))
    return judgeSurvey(survey, this.space, own, this.tolerance, proberOf(survey), tokensOf(survey))
  }

  /** Whether expectations miss where a reading is as a break makes it. */
  private notices(proposal: Proposal, { case: key, part, reading, after }: ChangedReading): boolean {
    const place = placeOfReading(this.survey, part, reading)
    const { texts, cases } = this.survey
    const broken: Survey = {
      ...this.survey,
      texts: [...texts, after],
      cases: cases
        .filter((each) => each.key === key)
        .map((each) => ({ ...each, read: each.read.map((number, at) => (at === place ? texts.length : number)) })),
    }
    // What only the rendered place could compute was drafted from what was read there: anything else misses.
    return this.judge(proposal, broken).some(({ misses, later }) => misses.length + later.length > 0)
  }
}

const claimsIn = ({ rules }: Proposal): number =>
  rules.reduce((sum, { expect }) => sum + Object.values(expect).flatMap((each) => Object.keys(each)).length, 0)

const CLEAR = 'rgba(0, 0, 0, 0)'

/** Computes what tokens stand for. All else is drafted from what was computed: it is compared as it is. */
function proberOf(survey: Survey) {
  const known = groupBy(
    survey.contexts.flatMap(({ tokens }) => tokens),
    ({ css }) => css,
  )
  return (_property: string, text: string) => ({
    text: known.get(text)?.[0]?.computed ?? (text === 'transparent' ? CLEAR : text),
  })
}
