import type { ExpectedChange } from '@/core/spec'

/** A library's tokens, as the Tokens view shows them. */
export interface TokensModel {
  fingerprint: string
  /** One column each: what tokens may differ by, and the value. */
  columns: { name: string; values: Record<string, string> }[]
  tokens: TokenRow[]
  issues: { code: string; message: string; file: string; line: number; path: string }[]
  undo?: string
  redo?: string
}

export interface TokenRow {
  path: string
  type: string
  description?: string
  deprecated?: string
  /** By column; null where the token does not exist there. */
  cells: (TokenCell | null)[]
  uses: TokenUse[]
}

export interface TokenCell {
  /** As written, for editing: an alias, a plain value, or JSON. */
  text: string
  value: unknown
  /** As CSS; undefined where it cannot be resolved. */
  css?: string
  /** The token that it stands for. */
  alias?: string
  file: string
  line: number
  at: (string | number)[]
}

export type TokenUse =
  | { kind: 'rule'; slug: string; part: string; reading: string; line: number; file: string }
  | { kind: 'style'; file: string; line: number; property: string }
  | { kind: 'alias'; path: string }

/** A token's new value, as typed. */
export interface TypedEdit {
  path: string
  file: string
  at: (string | number)[]
  was: unknown
  type: string
  text: string
}

/** What a change of tokens would do. */
export interface TokenEffects {
  /** Tokens that come to another value, that one and those that stand for it. */
  tokens: { path: string; column: string; before?: string; after?: string }[]
  /** Expectations that come to something else, by component. */
  expected: { slug: string; name: string; file: string; changes: ExpectedChange[] }[]
  /** Components that are rendered with one of these tokens, or are expected to be. */
  affected: string[]
}

/** What was found when the change was tried out. */
export interface TrialRun {
  /** Cases that miss then; `isNew` where they hold now. */
  misses: {
    slug: string
    key: string
    isNew: boolean
    checks: { part: string; reading: string; expected: string; measured: string }[]
  }[]
  cases: number
}

export type TokenSaved = { kind: 'saved' } | { kind: 'refused'; problem: string }
