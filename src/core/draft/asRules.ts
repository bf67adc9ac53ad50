import type { RuleFile } from '../sheet'
import type { Draft, DraftRule } from './draft'

/** A rule as a sheet writes it. Numbers and truths are written as such: `opacity: 1`, `focusable: yes`. */
export interface WrittenRule {
  when?: Record<string, string | string[] | { not: string[] }>
  expect: Record<string, Record<string, string>>
}

export function writtenRule({ when, claims }: Pick<DraftRule, 'when' | 'claims'>): WrittenRule {
  const expect: WrittenRule['expect'] = {}
  for (const { part, reading, expectation } of claims) (expect[part] ??= {})[reading] = expectation
  return {
    ...(Object.keys(when).length > 0 && { when: structuredClone(when) as NonNullable<WrittenRule['when']> }),
    expect,
  }
}

export const writtenRules = ({ rules }: Pick<Draft, 'rules'>): WrittenRule[] => rules.map(writtenRule)

/** A condition of a sheet, as read, in its shortest writing. */
export const writtenWhen = (when: NonNullable<RuleFile['when']>): NonNullable<WrittenRule['when']> =>
  Object.fromEntries(
    Object.entries(when).map(([name, condition]) => [
      name,
      Array.isArray(condition)
        ? condition.length === 1
          ? condition[0]!
          : [...condition]
        : { not: [...condition.not] },
    ]),
  )
