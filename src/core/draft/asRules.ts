import type { RuleText } from '../edit'
import type { Draft, DraftRule } from './draft'

/** An expectation as it stands in a sheet: numbers as such. */
export const asWritten = (expectation: string): string | number =>
  /^-?\d/.test(expectation) && String(Number(expectation)) === expectation ? Number(expectation) : expectation

function writtenRule({ when, claims }: DraftRule): RuleText {
  const expect: RuleText['expect'] = {}
  for (const { part, reading, expectation } of claims) (expect[part] ??= {})[reading] = asWritten(expectation)
  return { ...(Object.keys(when).length > 0 && { when }), expect }
}

/** Drafted rules as a sheet writes them. */
export const writtenRules = ({ rules }: Pick<Draft, 'rules'>): RuleText[] => rules.map(writtenRule)
