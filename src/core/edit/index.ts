export { compareSheets, labelOf, nameOfChanges, valueAt, type FieldChange } from './describe'
export { renameEdits, renameInGuide, renameInTemplate, type Rename } from './rename'
