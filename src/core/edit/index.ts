export { appendRules, isSpecifiedIn } from './appendRules'
export {
  mergeEdits,
  moveRuleEdits,
  removeClaimEdits,
  removeRuleEdits,
  expectationEdits,
  settleEdits,
  splitEdits,
  whenEdits,
  type ClaimPlace,
  type RuleText,
} from './ruleEdits'
export { componentNameEdits, componentNameInText } from './componentName'
export { compareByMeaning } from './meaning'
export { compareSheets, labelOf, nameOfChanges, valueAt, type FieldChange } from './describe'
export { lineChanges, type LineChange } from './lineChanges'
export { mergeLines, mergeSheetText, type Merged, type Preference, type TextConflict } from './mergeText'
export { renameEdits, renameInGuide, renameInTemplate, type Rename } from './rename'
export { allowed, boxOf, conditionOf, sameWhen, type WhenFile } from './when'
export {
  addFileEdits,
  isNeededFile,
  NEW_FILES,
  removeFileEdits,
  renameFileEdits,
  takesFile,
  type NewFile,
} from './fileEdits'
