import { combinations, someCombination, type Box, type Space } from '../matrix'
import { claimKey, makeCascade, printExpectation, type Claim, type Rule } from '../spec'
import { makeLint, type Lint, type LintSubject } from './lint'

const placeOf = ({ sheet }: LintSubject, rule: Rule, claim?: Claim) =>
  claim
    ? sheet.source.atKey(['spec', rule.index, 'expect', claim.part, claim.reading.text])
    : sheet.source.at(['spec', rule.index])

/** `bad-expectation`: a reading that does not exist, or an expectation that cannot be read. */
export function* badExpectation({ sheet, claimIssues }: LintSubject): Generator<Lint> {
  for (const { rule, part, reading, message, nearest } of claimIssues) {
    const hint = nearest ? ` Did you mean "${nearest}"?` : ''
    yield makeLint(
      'bad-expectation',
      sheet.source.atKey(['spec', rule, 'expect', part, reading]),
      `${part} · ${reading}: ${message}.${hint}`,
    )
  }
}

/** `matches-nothing`: no case meets the rule's condition. */
export function* matchesNothing(subject: LintSubject): Generator<Lint> {
  for (const rule of subject.rules) {
    if (someCombination(subject.space, knownBox(subject.space, rule.box))) continue
    const fixed = Object.keys(rule.box).find((name) => name in subject.space.fixed)
    const why = fixed ? `: the context "${fixed}" does not multiply this matrix; add it under contexts` : ''
    yield {
      ...makeLint('matches-nothing', placeOf(subject, rule), `No case meets the condition of this rule${why}.`),
      about: { kind: 'rule', rule: rule.index },
    }
  }
}

/** Names that are no dimension of the matrix: met by the one value that they have, or by none. */
function knownBox({ dimensions, fixed }: Space, box: Box): Box {
  const entries = Object.entries(box).map(([name, values]): [string, readonly string[]] => {
    if (dimensions.some((dimension) => dimension.name === name)) return [name, values]
    return values.includes(fixed[name] ?? '') ? ['', []] : [dimensions[0]?.name ?? name, []]
  })
  return Object.fromEntries(entries.filter(([name]) => name !== ''))
}

/** `conflict`: two rules that name equally many axes meet in a case and ask for different things there. */
export function* conflict(subject: LintSubject): Generator<Lint> {
  for (const later of subject.rules) {
    for (const earlier of subject.rules.slice(0, later.index)) {
      if (earlier.weight !== later.weight) continue
      const clashes = later.claims.flatMap((claim) => {
        const other = earlier.claims.find((each) => claimKey(each) === claimKey(claim))
        return other && printExpectation(other.expectation) !== printExpectation(claim.expectation)
          ? [{ claim, other }]
          : []
      })
      const meeting = clashes.length > 0 ? meet(subject.space, earlier.box, later.box) : undefined
      for (const { claim, other } of meeting ? clashes : []) {
        if (overruled(subject, claim, earlier, later)) continue
        const message =
          `${claim.part} · ${claim.reading.text}: this rule asks for ${printExpectation(claim.expectation)}, ` +
          `the one in line ${earlier.line} for ${printExpectation(other.expectation)}, both where ${describe(meeting!)}. ` +
          `The later wins; name one more axis in the one that shall win.`
        yield {
          ...makeLint('conflict', placeOf(subject, later, claim), message),
          about: {
            kind: 'conflict',
            part: claim.part,
            reading: claim.reading.text,
            earlier: earlier.index,
            later: later.index,
          },
        }
      }
    }
  }
}

/** A case in which both conditions hold. */
function meet(space: Space, a: Box, b: Box): Record<string, string> | undefined {
  const shared: Record<string, readonly string[]> = { ...a }
  for (const [name, values] of Object.entries(b))
    shared[name] = shared[name] ? shared[name]!.filter((value) => values.includes(value)) : values
  const both = someCombination(space, knownBox(space, shared))
  return both && Object.fromEntries(Object.entries(both).filter(([name]) => name in shared))
}

/** Whether a rule that names more axes decides wherever the two meet. */
function overruled({ rules, space }: LintSubject, claim: Claim, earlier: Rule, later: Rule): boolean {
  const stronger = rules.filter(
    ({ weight, claims }) => weight > later.weight && claims.some((each) => claimKey(each) === claimKey(claim)),
  )
  if (stronger.length === 0) return false
  const without = [...space.without, ...stronger.map(({ box }) => box)]
  return meet({ ...space, without }, earlier.box, later.box) === undefined
}

const describe = (values: Readonly<Record<string, string>>) =>
  Object.entries(values)
    .map(([name, value]) => `${name} is ${value}`)
    .join(' and ') || 'all cases'

// Beyond this many combinations of the axes that rules name, whole-rule lints are left to the run itself.
const MOST_COMBINATIONS = 20_000

/** The matrix cut down to the axes that rules name; undefined when it is still too large to walk through. */
export function ruleSpace({ rules, space }: LintSubject): Space | undefined {
  const named = new Set(rules.flatMap(({ box }) => Object.keys(box)))
  for (const box of space.without) for (const name of Object.keys(box)) named.add(name)
  const dimensions = space.dimensions.filter(({ name }) => named.has(name))
  const size = dimensions.reduce((product, { values }) => product * values.length, 1)
  return size > MOST_COMBINATIONS ? undefined : { ...space, dimensions }
}

/** `never-wins`: in every case that it matches, other rules decide all that it says. */
export function* neverWins(subject: LintSubject): Generator<Lint> {
  const space = ruleSpace(subject)
  if (!space) return
  const resolve = makeCascade(subject.rules)
  const winners = new Set<Rule>()
  for (const values of combinations(space))
    for (const claim of resolve({ ...space.fixed, ...values }).values()) winners.add(claim.rule)
  for (const rule of subject.rules) {
    if (winners.has(rule) || rule.claims.length === 0 || !someCombination(space, knownBox(space, rule.box))) continue
    const message = 'Other rules decide all that this rule says, in every case. Remove it, or name one more axis in it.'
    yield { ...makeLint('never-wins', placeOf(subject, rule), message), about: { kind: 'rule', rule: rule.index } }
  }
}
