import type { CodeProp } from '../code'
import { nearest, type Place } from '../problem'
import type { Library, Sheet } from '../sheet'
import { spaceOf, type Space } from '../matrix'
import { readRules, type ClaimIssue, type Rule } from '../spec'
import type { TokenBook } from '../tokens'

export type Severity = 'error' | 'warning'

/** What is wrong with a sheet before anything is rendered. */
export interface Lint {
  code: LintCode
  severity: Severity
  /** What is wrong and what to do. */
  message: string
  file: string
  line: number
  /** What it is about, as data, where a fix can be made from that. */
  about?:
    | { kind: 'prop-unused' | 'no-default'; prop: string }
    | { kind: 'rule'; rule: number }
    | { kind: 'conflict'; part: string; reading: string; earlier: number; later: number }
    | { kind: 'look-alike'; axis: string; values: readonly string[] }
    | { kind: 'unspecified'; part: string; reading: string }
    | { kind: 'axis-drift'; prop: string; missing: readonly string[]; extra: readonly string[] }
}

/** Every lint, and how much it weighs. */
export const SEVERITIES = {
  'unknown-part': 'error',
  'unknown-axis': 'error',
  'unknown-value': 'error',
  'unknown-prop': 'error',
  'unknown-token': 'error',
  'unknown-component': 'error',
  'token-cycle': 'error',
  'token-type': 'error',
  'unknown-type': 'warning',
  'token-ignored': 'warning',
  'no-tokens': 'warning',
  'no-default': 'warning',
  'bad-default': 'error',
  conflict: 'warning',
  'never-wins': 'warning',
  'matches-nothing': 'warning',
  'bad-expectation': 'error',
  unreachable: 'warning',
  'look-alike': 'warning',
  'slot-cycle': 'error',
  'prop-unused': 'warning',
  'repeated-style': 'warning',
  'asset-not-loaded': 'warning',
  'build-not-run': 'warning',
  unspecified: 'warning',
  'axis-drift': 'warning',
  'class-undefined': 'warning',
  'class-unused': 'warning',
  'duplicate-id': 'warning',
  'label-target': 'warning',
  'part-missing': 'warning',
  'variable-undefined': 'warning',
} as const satisfies Record<string, Severity>

export type LintCode = keyof typeof SEVERITIES

/** What a lint looks at. */
export interface LintSubject {
  sheet: Sheet
  library: Library
  tokens: TokenBook
  space: Space
  rules: readonly Rule[]
  claimIssues: readonly ClaimIssue[]
  /** Props as the component's code declares them, where it does. */
  code?: readonly CodeProp[]
}

export type LintCheck = (subject: LintSubject) => Iterable<Lint>

export const makeLint = (code: LintCode, place: Pick<Place, 'file' | 'line'>, message: string): Lint => ({
  code,
  severity: SEVERITIES[code],
  message,
  file: place.file,
  line: place.line,
})

export function subjectOf(sheet: Sheet, library: Library, tokens: TokenBook, code?: readonly CodeProp[]): LintSubject {
  const space = spaceOf(sheet, library)
  const { rules, issues } = readRules(sheet, space.dimensions)
  return { sheet, library, tokens, space, rules, claimIssues: issues, ...(code && { code }) }
}

/** `No part "bocks". Did you mean "box"?` */
export function noSuch(what: string, found: string, known: Iterable<string>): string {
  const names = [...known]
  const near = nearest(found, names)
  const hint = near
    ? ` Did you mean "${near}"?`
    : names.length > 0
      ? ` There are: ${names.slice(0, 12).join(', ')}${names.length > 12 ? ', …' : ''}.`
      : ''
  return `No ${what} "${found}".${hint}`
}
