export { encodingProblem } from './encoding'
export type { Axis } from './axis'
export {
  ELEMENT_REACHES,
  REACH_LIST,
  REACHES,
  type Reach,
  type ReachDefinition,
  type ReachKey,
  type ReachKeyBy,
} from './reaches'
export {
  findFile,
  isPackaged,
  isVendored,
  missingFile,
  resolvePath,
  textOf,
  treeOf,
  type FileTree,
  UPLOAD_LIMITS,
} from './FileTree'
export { librarySchema, type LibraryFile, type Tolerance, type Viewport } from './librarySchema'
export { faultsOf, type Faults } from './faults'
export { camelCase } from './camelCase'
export type { Part } from './part'
export type { Prop, Slot, SlotValue } from './propSchema'
export {
  componentFiles,
  filesOfComponent,
  LIBRARY_FILE,
  readLibrary,
  sheetProblems,
  slugsAmong,
  slugsIn,
  type Library,
} from './readLibrary'
export { readSheet, SHEET_SUFFIX, slugOf, type Sheet } from './readSheet'
export { ruleSchema, type Condition, type ExpectationSource, type RuleFile } from './ruleSchema'
export { overlay, withTexts } from './withTexts'
export type { ScenarioFile } from './scenarioSchema'
export { sheetSchema, type Cover, type SheetFile, type StageSettings } from './sheetSchema'
export { kindOf, KINDS, type Source } from './kinds'
