export { backUp, restore } from './backup'
export { StoreFault, storeFault } from './fault'
export {
  listLibraryEdits,
  saveLibraryFiles,
  stepLibrary,
  stepTargets,
  type EditTopic,
  type FileContents,
  type LibraryEdit,
} from './libraryEdits'
export { dropDraft, keepDraft, listDrafts, type Draft } from './drafts'
export {
  findLibrary,
  importTree,
  isSameState,
  LibraryExists,
  libraryId,
  listLibraries,
  setFolder,
  setName,
  setTrust,
  treeOfLibrary,
  type LibraryRecord,
  type TakenAs,
} from './libraries'
export {
  bringBackComponent,
  listRemovedComponents,
  listRemovedLibraries,
  removeComponent,
  setRemoved,
  setRevisionRemoved,
} from './removing'
export { connect, databaseFile, migrateTables, type Connection, type Database } from './open'
export {
  isTextFile,
  listRevisions,
  manifestTexts,
  revisionTexts,
  undoTargets,
  type Revision,
  type RevisionKind,
} from './revisions'
export {
  caseChecks,
  caseMarks,
  latestPictures,
  latestStates,
  type CaseMark,
  type ComponentState,
  type RunState,
} from './runs'
export { acceptAgain, listRefused, refusePictures, type RefusedPicture } from './refused'
export { beat, BEAT_MS, markInterrupted } from './runLease'
export {
  countsOfAll,
  deleteRun,
  listRuns,
  pruneRuns,
  runManifest,
  runPictures,
  runReports,
  runsKept,
  setRunKept,
  setRunsKept,
  type ListedRun,
} from './runHistory'
export { RunRecorder, type BeginningRun } from './RunRecorder'
export type { RunWorkers } from './schema'
export { StoreKeeper } from './StoreKeeper'
export { unfinishedRun, type UnfinishedRun } from './unfinishedRun'
export { changesBetween, saveComponent, type Save, type Saved } from './save'
