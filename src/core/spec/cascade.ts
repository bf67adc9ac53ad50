import { type Condition, type Sheet } from '../sheet'
import { parseReading, type Reading, parsePartReference, type PartReference } from '../readings'
import type { Box, Dimension } from '../matrix'
import { ExpectationError, type Expectation } from './expectation'
import { parseExpectation } from './parse'

/** One reading of one part that a rule speaks of. */
export interface Claim {
  /** As the sheet writes it; `panel[1]` is written `panel`. */
  part: string
  target: PartReference
  reading: Reading
  expectation: Expectation
  rule: Rule
}

/** A rule with its condition written out. */
export interface Rule {
  index: number
  line: number
  /** The values that each named axis or context may have. */
  box: Box
  /** How many axes and contexts the condition names. */
  weight: number
  claims: readonly Claim[]
}

/** A claim that cannot be read. */
export interface ClaimIssue {
  rule: number
  part: string
  reading: string
  message: string
  nearest?: string | undefined
}

/** The rules of a sheet, read once. Claims that cannot be read are left out and told. */
export function readRules(sheet: Sheet, dimensions: readonly Dimension[]): { rules: Rule[]; issues: ClaimIssue[] } {
  const issues: ClaimIssue[] = []
  const rules = sheet.data.spec.map((file, index) => {
    const claims: Claim[] = []
    const rule: Rule = {
      index,
      line: sheet.source.at(['spec', index]).line,
      box: conditionBox(file.when ?? {}, dimensions),
      weight: Object.keys(file.when ?? {}).length,
      claims,
    }
    for (const [part, readings] of Object.entries(file.expect)) {
      for (const [name, source] of Object.entries(readings)) {
        const parsed = parseReading(name)
        if ('problem' in parsed) {
          issues.push({ rule: index, part, reading: name, message: parsed.problem, nearest: parsed.nearest })
          continue
        }
        try {
          const expectation = parseExpectation(source, { literal: parsed.reading.kind === 'text' })
          claims.push({
            part: part.replace(/\[1\]$/, ''),
            target: parsePartReference(part),
            reading: parsed.reading,
            expectation,
            rule,
          })
        } catch (error) {
          if (!(error instanceof ExpectationError)) throw error // our bug, not the author's
          issues.push({ rule: index, part, reading: name, message: error.message })
        }
      }
    }
    return rule
  })
  return { rules, issues }
}

function conditionBox(when: Readonly<Record<string, Condition>>, dimensions: readonly Dimension[]): Box {
  return Object.fromEntries(
    Object.entries(when).map(([name, condition]) => {
      if (Array.isArray(condition)) return [name, condition]
      const all = dimensions.find((dimension) => dimension.name === name)?.values ?? []
      return [name, all.filter((value) => !condition.not.includes(value))]
    }),
  )
}

export const claimKey = ({ part, reading }: Pick<Claim, 'part' | 'reading'>) => `${part}|${reading.text}`

/** The order in which rules are laid over one another: more names win, then the later rule. */
export const inOrder = (rules: readonly Rule[]): Rule[] =>
  rules.toSorted((a, b) => a.weight - b.weight || a.index - b.index)

/** What the spec says of a case: the claims that win, by part and reading. */
export type Resolution = ReadonlyMap<string, Claim>

/** Resolves cases; two cases that the same rules match share one resolution object. */
export function makeCascade(rules: readonly Rule[]): (values: Readonly<Record<string, string>>) => Resolution {
  // Asked of every case: conditions are taken apart once.
  const ordered = inOrder(rules).map((rule) => ({
    rule,
    conditions: Object.entries(rule.box).map(([name, values]) => ({ name, values: new Set(values) })),
  }))
  const known = new Map<string, Resolution>()
  return (values) => {
    const matching: Rule[] = []
    let key = ''
    for (const { rule, conditions } of ordered) {
      if (!conditions.every(({ name, values: allowed }) => allowed.has(values[name]!))) continue
      matching.push(rule)
      key += `${rule.index} `
    }
    let resolution = known.get(key)
    if (!resolution) known.set(key, (resolution = layOver(matching)))
    return resolution
  }
}

function layOver(rules: readonly Rule[]): Resolution {
  const winners = new Map<string, Claim>()
  for (const { claims } of rules) for (const claim of claims) winners.set(claimKey(claim), claim)
  return winners
}
