export { asWritten, writtenRules } from './asRules'
export { cascadeOf, type Acceptable } from './cascadeOf'
export { draftSpec, whenOf, type Draft, type DraftClaim, type DraftOptions, type DraftRule } from './draft'
export { makeExplainer, type Explain } from './explain'
