export { asWritten, writtenRule, writtenRules, writtenWhen, type WrittenRule } from './asRules'
export { cascadeOf, type Acceptable } from './cascadeOf'
export { isWorthSaying } from './choose'
export {
  draftSpec,
  whenOf,
  type Draft,
  type DraftClaim,
  type DraftOptions,
  type DraftRule,
  type DraftWhen,
} from './draft'
export { makeExplainer, type Explain } from './explain'
