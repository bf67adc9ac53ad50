import type { UnreadCause } from '../spec'

/** Where a declaration stands that made a reading what it is. */
export interface SourceLine {
  file: string
  line: number
  declaration: string
  /** Further declarations that it took, such as the one that uses the custom property that this one gives its value. */
  through?: SourceLine[]
}

export type Verdict = 'holds' | 'misses' | 'unread'

/** What one expectation came to in one case. Cases with equal outcomes share the object: do not change it. */
export interface CheckResult {
  part: string
  reading: string
  verdict: Verdict
  /** What was asked, as the sheet says it. */
  expectation: string
  /** What that comes to in the browser. */
  expected: string
  /** What was read; empty when nothing could be. */
  measured: string
  difference: string
  rule: { index: number; line: number }
  /** Why it could not be read; empty otherwise. */
  reason: string
  /** What kind of reason it is, where it is unread. */
  cause?: UnreadCause
  origin?: SourceLine
}

/** All that was found in one case. */
export interface CaseResult {
  key: string
  values: Readonly<Record<string, string>>
  checks: readonly CheckResult[]
  /** Why the whole case could not be read, where it could not. */
  failure?: string
}

/** The mark of a case: the worst of its verdicts; `unread` when all of it failed; `open` when no rule speaks of it. */
export function markOf({ checks, failure }: Pick<CaseResult, 'checks' | 'failure'>): Verdict | 'open' {
  if (failure !== undefined) return 'unread'
  if (checks.length === 0) return 'open'
  return (['misses', 'unread'] as const).find((verdict) => checks.some((check) => check.verdict === verdict)) ?? 'holds'
}
