export { appendRules, spokenOf } from './appendRules'
export {
  insertEdits,
  mergeEdits,
  moveRuleEdits,
  removeClaimEdits,
  removeRuleEdits,
  sameWhen,
  sayEdits,
  settleEdits,
  splitEdits,
  whenEdits,
  type ClaimPlace,
  type RuleText,
  type WhenFile,
} from './ruleEdits'
export { compareSheets, labelOf, nameOfChanges, valueAt, type FieldChange } from './describe'
export { mergeLines, mergeSheetText, type Merged, type Preference, type TextConflict } from './mergeText'
export { renameEdits, renameInGuide, renameInTemplate, type Rename } from './rename'
