export { findLibrary, importTree, libraryId, listLibraries, treeOfLibrary, type LibraryRecord } from './libraries'
export { connect, databaseFile, migrateTables, type Connection } from './open'
export {
  caseChecks,
  caseMarks,
  closeAbandonedRuns,
  latestStates,
  RunRecorder,
  type CaseMark,
  type ComponentState,
  type RunState,
} from './runs'
