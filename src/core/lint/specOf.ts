import type { RuleText } from '../edit'
import type { Sheet } from '../sheet'

/** The rules as the sheet's text has them. */
export const specOf = ({ source }: Pick<Sheet, 'source'>): RuleText[] =>
  ((source.value as { spec?: RuleText[] }).spec ?? []).map((rule) => ({ ...rule, expect: rule.expect ?? {} }))
