import type { RuleFile } from '../sheet'
import type { Draft, DraftRule } from './draft'

/** A rule as a sheet writes it. Numbers and truths are written as such: `opacity: 1`, `focusable: yes`. */
export interface WrittenRule {
  when?: Record<string, string | string[] | { not: string | string[] }>
  expect: Record<string, Record<string, string | number>>
}

/** An expectation as it stands in a sheet: numbers as such. */
export const asWritten = (expectation: string): string | number =>
  /^-?\d/.test(expectation) && String(Number(expectation)) === expectation ? Number(expectation) : expectation

export function writtenRule({ when, claims }: Pick<DraftRule, 'when' | 'claims'>): WrittenRule {
  const expect: WrittenRule['expect'] = {}
  for (const { part, reading, expectation } of claims) (expect[part] ??= {})[reading] = asWritten(expectation)
  return {
    ...(Object.keys(when).length > 0 && { when: shortWhen(when) }),
    expect,
  }
}

export const writtenRules = ({ rules }: Pick<Draft, 'rules'>): WrittenRule[] => rules.map(writtenRule)

/** A condition in its shortest writing: one value stands by itself. */
const shortWhen = (
  when: Readonly<Record<string, string | readonly string[] | { readonly not: readonly string[] }>>,
): NonNullable<WrittenRule['when']> =>
  Object.fromEntries(
    Object.entries(when).map(([name, condition]) => {
      if (typeof condition === 'string') return [name, condition]
      return [name, 'not' in condition ? { not: alone(condition.not) } : alone(condition)]
    }),
  )

const alone = (values: readonly string[]) => (values.length === 1 ? values[0]! : [...values])

/** A condition of a sheet, as read, in its shortest writing. */
export const writtenWhen = (when: NonNullable<RuleFile['when']>) => shortWhen(when)
