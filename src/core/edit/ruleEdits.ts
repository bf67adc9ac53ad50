import type { YamlEdit } from '../yaml'
import { sameWhen, type WhenFile } from './when'

/** A rule as it stands in a sheet's text. */
export interface RuleText {
  when?: WhenFile
  expect: Record<string, Record<string, unknown>>
  note?: string
}

/** A place in the spec: one expectation of one rule. */
export interface ClaimPlace {
  rule: number
  part: string
  reading: string
}

const isEmpty = (record: object) => Object.keys(record).length === 0

/** Says something of the cases that a condition describes: in the rule that has this condition already, else in a new one. */
export function expectationEdits(
  spec: readonly RuleText[],
  when: WhenFile,
  { part, reading }: Pick<ClaimPlace, 'part' | 'reading'>,
  expectation: unknown,
): YamlEdit[] {
  const known = spec.findLastIndex((rule) => sameWhen(rule.when, when))
  if (known >= 0) return [{ do: 'set', path: ['spec', known, 'expect', part, reading], value: expectation }]
  const rule: RuleText = { ...(!isEmpty(when) && { when }), expect: { [part]: { [reading]: expectation } } }
  return insertEdits(spec, spec.length, rule)
}

/** Puts a rule before the one at `at`. */
export const insertEdits = (spec: readonly RuleText[], at: number, rule: RuleText): YamlEdit[] => [
  spec.length === 0 ? { do: 'set', path: ['spec'], value: [rule] } : { do: 'insert', path: ['spec', at], value: rule },
]

/** Takes an expectation away, with its rule where it was the last one in it. */
export function removeClaimEdits(spec: readonly RuleText[], { rule, part, reading }: ClaimPlace): YamlEdit[] {
  const { expect } = spec[rule]!
  const path = ['spec', rule, 'expect', part]
  if (Object.keys(expect[part] ?? {}).length > 1) return [{ do: 'remove', path: [...path, reading] }]
  if (Object.keys(expect).length > 1) return [{ do: 'remove', path }]
  return removeRuleEdits(spec, rule)
}

export const removeRuleEdits = (spec: readonly RuleText[], rule: number): YamlEdit[] => [
  spec.length === 1 ? { do: 'set', path: ['spec'], value: [] } : { do: 'remove', path: ['spec', rule] },
]

/** Moves a rule by one place; later rules win over earlier ones that name equally many axes. */
export function moveRuleEdits(spec: readonly RuleText[], rule: number, step: 1 | -1): YamlEdit[] {
  const to = rule + step
  if (to < 0 || to >= spec.length) return []
  return [
    { do: 'remove', path: ['spec', rule] },
    { do: 'insert', path: ['spec', to], value: spec[rule]! },
  ]
}

/** Gives a rule another condition. */
export const whenEdits = (rule: number, when: WhenFile): YamlEdit[] => [
  isEmpty(when)
    ? { do: 'remove', path: ['spec', rule, 'when'] }
    : { do: 'set', path: ['spec', rule, 'when'], value: when },
]

/** Takes one expectation out of its rule into a rule of its own right behind it, with another condition if one is given. */
export function splitEdits(
  spec: readonly RuleText[],
  place: ClaimPlace,
  when: WhenFile = spec[place.rule]!.when ?? {},
): YamlEdit[] {
  const { rule, part, reading } = place
  const value = spec[rule]!.expect[part]![reading]
  const own: RuleText = { ...(!isEmpty(when) && { when }), expect: { [part]: { [reading]: value } } }
  // Put in first: an only rule must not leave an empty list behind.
  return [
    ...insertEdits(spec, rule + 1, own),
    ...removeClaimEdits([...spec.slice(0, rule + 1), own, ...spec.slice(rule + 1)], place),
  ]
}

/** Puts expectations into a rule; what both say, the new ones say. */
export const mergedEdits = ({ expect }: RuleText, into: number): YamlEdit[] =>
  Object.entries(expect).flatMap(([part, readings]) =>
    Object.entries(readings).map(([reading, value]): YamlEdit => ({
      do: 'set',
      path: ['spec', into, 'expect', part, reading],
      value,
    })),
  )

/** Puts a rule's expectations into an earlier rule of the same condition. */
export const mergeEdits = (spec: readonly RuleText[], from: number, into: number): YamlEdit[] => [
  ...mergedEdits(spec[from]!, into),
  { do: 'remove', path: ['spec', from] },
]

/**
 * Settles a conflict as it is decided now, by the later rule, and says so: the earlier rule's expectation leaves out
 * the cases of one axis that only the later names. Undefined where no axis tells the two apart.
 */
export function settleEdits(spec: readonly RuleText[], earlier: ClaimPlace, later: number): YamlEdit[] | undefined {
  const own = spec[earlier.rule]?.when ?? {}
  const other = spec[later]?.when ?? {}
  const name = Object.keys(other).find((each) => !(each in own))
  const condition = name === undefined ? undefined : other[name]
  if (name === undefined || condition === undefined) return undefined
  const rest = typeof condition === 'object' && !Array.isArray(condition) ? condition.not : { not: condition }
  return splitEdits(spec, earlier, { ...own, [name]: rest })
}
