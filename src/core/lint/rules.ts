import { combinations, someCombination, type Box, type Space } from '../matrix'
import { claimKey, makeCascade, printExpectation, type Claim, type Rule } from '../spec'
import { removeRuleEdits, settleEdits } from '../edit'
import type { Sheet } from '../sheet'
import { defineLint, type Fault, type SheetSubject } from './defineLint'
import { scenarioFaults } from './scenarios'
import { specOf } from './specOf'

const placeOf = ({ sheet }: SheetSubject, rule: Rule, claim?: Claim) =>
  claim
    ? sheet.source.atKey(['spec', rule.index, 'expect', claim.part, claim.reading.text])
    : sheet.source.at(['spec', rule.index])

const deleteRule = ({ rule }: { rule: number }, sheet: Sheet) => ({
  label: 'Delete the rule',
  edits: removeRuleEdits(specOf(sheet), rule),
})

function* unreadable(subject: SheetSubject): Generator<Fault> {
  const { sheet, claimIssues } = subject
  for (const { rule, part, reading, message, nearest } of claimIssues) {
    const hint = nearest ? ` Did you mean "${nearest}"?` : ''
    yield {
      at: sheet.source.atKey(['spec', rule, 'expect', part, reading]),
      message: `${part} · ${reading}: ${message}.${hint}`,
    }
  }
  yield* scenarioFaults(subject, 'bad-expectation')
}

export const badExpectation = defineLint({
  code: 'bad-expectation',
  severity: 'error',
  about: 'A reading does not exist, or an expectation or a step cannot be understood.',
  isOfRules: true,
  find: { sheet: unreadable },
})

function* unmet(subject: SheetSubject): Generator<Fault<{ rule: number }>> {
  for (const rule of subject.rules) {
    if (someCombination(subject.space, knownBox(subject.space, rule.box))) continue
    const fixed = Object.keys(rule.box).find((name) => name in subject.space.fixed)
    const why = fixed ? `: the context "${fixed}" does not multiply this matrix; add it under contexts` : ''
    yield {
      at: placeOf(subject, rule),
      message: `No case meets the condition of this rule${why}.`,
      about: { rule: rule.index },
    }
  }
}

export const matchesNothing = defineLint({
  code: 'matches-nothing',
  severity: 'warning',
  about: 'No case meets the condition of a rule.',
  isOfRules: true,
  find: { sheet: unmet },
  fix: deleteRule,
})

/** Names that are no dimension of the matrix: met by the one value that they have, or by none. */
function knownBox({ dimensions, fixed }: Space, box: Box): Box {
  const entries = Object.entries(box).map(([name, values]): [string, readonly string[]] => {
    if (dimensions.some((dimension) => dimension.name === name)) return [name, values]
    return values.includes(fixed[name] ?? '') ? ['', []] : [dimensions[0]?.name ?? name, []]
  })
  return Object.fromEntries(entries.filter(([name]) => name !== ''))
}

interface Clash {
  part: string
  reading: string
  earlier: number
  later: number
}

function* clashes(subject: SheetSubject): Generator<Fault<Clash>> {
  for (const later of subject.rules) {
    for (const earlier of subject.rules.slice(0, later.index)) {
      if (earlier.weight !== later.weight) continue
      const differing = later.claims.flatMap((claim) => {
        const other = earlier.claims.find((each) => claimKey(each) === claimKey(claim))
        return other && printExpectation(other.expectation) !== printExpectation(claim.expectation)
          ? [{ claim, other }]
          : []
      })
      const meeting = differing.length > 0 ? meet(subject.space, earlier.box, later.box) : undefined
      for (const { claim, other } of meeting ? differing : []) {
        if (overruled(subject, claim, earlier, later)) continue
        const message =
          `${claim.part} · ${claim.reading.text}: this rule asks for ${printExpectation(claim.expectation)}, ` +
          `the one in line ${earlier.line} for ${printExpectation(other.expectation)}, both where ${describe(meeting!)}. ` +
          `The later wins; name one more axis in the one that shall win.`
        yield {
          at: placeOf(subject, later, claim),
          message,
          about: {
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

export const conflict = defineLint({
  code: 'conflict',
  severity: 'warning',
  about: 'Two rules that name equally many axes meet in a case and ask for different things there.',
  isOfRules: true,
  find: { sheet: clashes },
  fix: ({ earlier, later, part, reading }, sheet) => {
    const edits = settleEdits(specOf(sheet), { rule: earlier, part, reading }, later)
    return edits && { label: 'Exclude these cases from the earlier rule', edits }
  },
})

/** A case in which both conditions hold. */
function meet(space: Space, a: Box, b: Box): Record<string, string> | undefined {
  const shared: Record<string, readonly string[]> = { ...a }
  for (const [name, values] of Object.entries(b))
    shared[name] = shared[name] ? shared[name]!.filter((value) => values.includes(value)) : values
  const both = someCombination(space, knownBox(space, shared))
  return both && Object.fromEntries(Object.entries(both).filter(([name]) => name in shared))
}

/** Whether a rule that names more axes decides wherever the two meet. */
function overruled({ rules, space }: SheetSubject, claim: Claim, earlier: Rule, later: Rule): boolean {
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
const MAX_COMBINATIONS = 20_000

/** The matrix cut down to the axes that rules name; undefined when it is still too large to walk through. */
export function ruleSpace({ rules, space }: SheetSubject): Space | undefined {
  const named = new Set(rules.flatMap(({ box }) => Object.keys(box)))
  for (const box of space.without) for (const name of Object.keys(box)) named.add(name)
  const dimensions = space.dimensions.filter(({ name }) => named.has(name))
  const size = dimensions.reduce((product, { values }) => product * values.length, 1)
  return size > MAX_COMBINATIONS ? undefined : { ...space, dimensions }
}

function* overruledRules(subject: SheetSubject): Generator<Fault<{ rule: number }>> {
  const space = ruleSpace(subject)
  if (!space) return
  const resolve = makeCascade(subject.rules)
  const winners = new Set<Rule>()
  for (const values of combinations(space))
    for (const claim of resolve({ ...space.fixed, ...values }).values()) winners.add(claim.rule)
  for (const rule of subject.rules) {
    if (winners.has(rule) || rule.claims.length === 0 || !someCombination(space, knownBox(space, rule.box))) continue
    const message = 'Other rules decide all that this rule says, in every case. Remove it, or name one more axis in it.'
    yield { at: placeOf(subject, rule), message, about: { rule: rule.index } }
  }
}

export const neverWins = defineLint({
  code: 'never-wins',
  severity: 'warning',
  about: 'In every case that a rule matches, other rules decide all that it says.',
  isOfRules: true,
  find: { sheet: overruledRules },
  fix: deleteRule,
})
