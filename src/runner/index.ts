export { BrowserLost, BrowserSource } from './BrowserSource'
export { browserProgram, launchChromium, NoBrowser, type LaunchOptions } from './chromium'
export { browserAddress, connectChromium, remoteEnvironment } from './connectChromium'
export { keepWarm } from './keepWarm'
export { killBrowser } from './killBrowser'
export { returnBrowser, startBrowser } from './startBrowser'
export { emptyShelves } from './warm'
export { defaultClock } from './clock'
export type { PlaySetup } from './PlaySetup'
export {
  openLibrary,
  openWithFaults,
  prepareLibrary,
  prepareSound,
  withPlan,
  type OpenedLibrary,
  type PreparedComponent,
  type PreparedLibrary,
  type Selection,
} from './prepare'
export {
  LONGEST_LOSS_MS,
  PageReaders,
  ReadingFailed,
  type ActTask,
  type ChunkReading,
  type ChunkTask,
  type ComponentReaders,
  type Fault,
  type ReadingLane,
  type RunSetup,
} from './cases'
export { openPools, type RunPools } from './pools'
export { setupOf } from './verifyComponent'
export { LocalWorkplace, type RunPlace, type WorkOrder, type Workplace } from './workplace'
export { stagePage, STAGE_POLICY, stageProgram } from './stageProgram'
export { surveyComponent, type SurveyOptions } from './survey'
export { filmFailed } from './filmFailed'
export { PictureRoom, PictureRun, type PictureOptions } from './pictures'
export { verifyLibrary, type ComponentPictures, type VerifyOptions } from './verify'
export {
  filmScenario,
  filmSharply,
  jobsOf,
  PlayLane,
  PlayPool,
  runScenario,
  runScenarios,
  scenarioJobs,
  takeFaces,
  takeStill,
  unplayed,
  type Face,
  type InputResult,
  type PlayListener,
  type PoolOptions,
  type ScenarioJob,
  type ScenarioOptions,
  type Still,
} from './scenario'
export {
  componentFingerprint,
  FolderKeeper,
  hashOf,
  KeptResults,
  performed,
  pictureKey,
  programName,
  rigOf,
  runEnvironment,
  WholeRun,
  type Keeper,
  type KeptStrength,
  type Performed,
  type RunEnvironment,
} from './kept'
export {
  breakComponent,
  breakShare,
  ComponentTrial,
  joined,
  lostShare,
  type BrokenComponent,
  type ComponentBreaking,
  type Share,
  type ShareFound,
  type TrialOptions,
} from './strength'
export { breakLibrary, strengthFingerprint, type BreakingOptions } from './breakLibrary'
