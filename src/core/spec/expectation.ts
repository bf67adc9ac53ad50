/** What a reading must be. */
export type Expectation = { kind: 'any' } | { kind: 'all'; checks: readonly Check[] }

export type Check =
  | { kind: 'is'; not: boolean; values: readonly Value[] }
  | { kind: 'compare'; operator: Operator; value: Value }
  | { kind: 'range'; from: Value; to: Value }
  | { kind: 'near'; value: Value; slack: Value }
  /** The same part and reading in the case with these axes changed. */
  | { kind: 'same' | 'differs'; where: Where }
  /** So much more or less than there: an amount, or a share of what it is there (0.1 for 10 %). */
  | { kind: 'offset'; isLess: boolean; by: Value | { share: number }; slack?: Value; where: Where }

/** Axes and contexts with the values that they have in another case. */
export type Where = Readonly<Record<string, string>>

export type Operator = '>' | '>=' | '<' | '<='

/** CSS text with tokens and other readings in it; `literal` when the whole of it stood in double quotes. */
export interface Value {
  literal: boolean
  parts: readonly ValuePart[]
}

export type ValuePart =
  | { kind: 'text'; text: string }
  /** `{token.path}`; with `alpha` (as written, such as `20%`) the same colour made transparent. */
  | { kind: 'token'; path: string; alpha?: string }
  /** `@part.reading`: another reading of the same case. */
  | { kind: 'reading'; part: string; reading: string }

/** Every value that a check compares with. */
export function valuesOf(check: Check): readonly Value[] {
  switch (check.kind) {
    case 'is':
      return check.values
    case 'compare':
      return [check.value]
    case 'range':
      return [check.from, check.to]
    case 'near':
      return [check.value, check.slack]
    case 'offset':
      return [...('share' in check.by ? [] : [check.by]), ...(check.slack ? [check.slack] : [])]
    case 'same':
    case 'differs':
      return []
  }
}

/** The other case that a check compares with, where it does. */
export const whereOf = (check: Check): Where | undefined => ('where' in check ? check.where : undefined)

/** Whether an expectation compares with another case. */
export const comparesCases = (expectation: Expectation): boolean =>
  checksOf(expectation).some((check) => whereOf(check) !== undefined)

export const checksOf = (expectation: Expectation): readonly Check[] =>
  expectation.kind === 'any' ? [] : expectation.checks

export const partsOf = (expectation: Expectation): readonly ValuePart[] =>
  checksOf(expectation).flatMap((check) => valuesOf(check).flatMap(({ parts }) => parts))

/** The one value that is asked for; undefined where several would do, or none is named. */
export function onlyValue(expectation: Expectation): Value | undefined {
  const [check, ...others] = checksOf(expectation)
  return check?.kind === 'is' && !check.not && check.values.length === 1 && others.length === 0
    ? check.values[0]
    : undefined
}

/** An expectation that cannot be read: what is wrong, and where in its text. */
export class ExpectationError extends Error {
  override name = 'ExpectationError'
  constructor(
    readonly reason: string,
    readonly text: string,
    readonly offset: number,
  ) {
    super(`${reason} (character ${offset + 1} of ${JSON.stringify(text)})`)
  }
}
