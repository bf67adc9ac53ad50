import * as boards from './board'
import * as bringin from './bringin'
import * as definitions from './definition'
import * as libraries from './library'
import * as measuring from './measure'
import * as reviewing from './review'
import * as history from './runs'
import * as settling from './settings'
import * as strengths from './strength'
import * as design from './tokens'
import * as working from './workers'

/** Everything that the interface asks of the server. */
export const ROUTES = {
  board: boards.board,
  bench: boards.bench,
  bringIn: bringin.bringIn,
  proposeRepository: bringin.proposeRepository,
  takeRepository: bringin.takeRepository,
  define: definitions.define,
  preview: definitions.preview,
  save: definitions.save,
  stepHistory: definitions.stepHistory,
  compareRevisions: definitions.compareRevisions,
  removeRevision: definitions.removeRevision,
  revisionModel: definitions.revisionModel,
  duplicateComponent: definitions.duplicateComponent,
  renameComponent: definitions.renameComponent,
  sendComponent: definitions.sendComponent,
  removeComponent: definitions.removeComponent,
  bringBackComponent: definitions.bringBackComponent,
  states: libraries.states,
  git: libraries.git,
  startRun: libraries.startRun,
  stopRun: libraries.stopRun,
  resumeRun: libraries.resumeRun,
  runList: history.runList,
  runDetail: history.runDetail,
  keepRun: history.keepRun,
  deleteRun: history.deleteRun,
  limitRuns: history.limitRuns,
  search: libraries.search,
  file: libraries.file,
  link: libraries.link,
  newLibrary: libraries.newLibrary,
  duplicateLibrary: libraries.duplicateLibrary,
  renameLibrary: libraries.renameLibrary,
  removeLibrary: libraries.removeLibrary,
  bringBackLibrary: libraries.bringBackLibrary,
  trust: libraries.trust,
  watch: libraries.watch,
  survey: measuring.survey,
  play: measuring.play,
  still: measuring.still,
  caseChecks: measuring.caseChecks,
  tryCase: measuring.tryCase,
  strength: strengths.strength,
  breakComponent: strengths.breakComponent,
  libraryStrength: strengths.libraryStrength,
  breakComponents: strengths.breakComponents,
  review: reviewing.review,
  decide: reviewing.decide,
  settings: settling.settings,
  changeSettings: settling.changeSettings,
  tokens: design.tokens,
  changeTokens: design.changeTokens,
  foresee: design.foresee,
  tryTokens: design.tryTokens,
  workersState: working.workersState,
} as const

export type { BenchModel, BoardModel } from './board'
export { libraryExistsSchema, takenLibrarySchema, type ProposedComponent, type RepositoryAnswer } from './bringin'
export type { Definition, Preview, RevisionFacts, SaveAnswer } from './definition'
export type { LibrarySettings } from './settings'
export type { LibraryStrength, StrengthState } from './strength'
export type { WorkerFacts, WorkersState } from './workers'
export type { ParamsOf, Route } from './defineRoute'
export {
  libraryEventSchema,
  runEventSchema,
  type ComponentState,
  type GitFacts,
  type LibraryEvent,
  type LibraryFacts,
  type LibraryStates,
  type MarkKind,
  type RunEvent,
} from './library'
export { extraReadings, type Surveyed } from './measure'
export type { Review, ReviewGroup, ReviewPicture } from './review'
export type { FileChange, Flaky, ListedRun, RunChanges, RunDetail, RunList } from './runs'
export type { TokenCell, TokenEffects, TokenRow, TokensModel, TokenUse, TrialRun, TypedEdit } from './tokens'
