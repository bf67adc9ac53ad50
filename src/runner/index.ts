export { BrowserSource } from './BrowserSource'
export { launchChromium, NoBrowser } from './chromium'
export { killBrowser } from './killBrowser'
export { defaultClock } from './clock'
export type { PlaySetup } from './PlaySetup'
export {
  openLibrary,
  openWithFaults,
  prepareLibrary,
  prepareSound,
  type OpenedLibrary,
  type PreparedComponent,
  type PreparedLibrary,
  type Selection,
} from './prepare'
export { LONGEST_LOSS_MS } from './cases'
export { stagePage, STAGE_POLICY, stageProgram } from './stageProgram'
export { surveyComponent, type SurveyOptions } from './survey'
export { filmFailed } from './filmFailed'
export { type PictureOptions } from './pictures'
export { verifyLibrary, type ComponentPictures, type VerifyOptions } from './verify'
export {
  filmScenario,
  filmSharply,
  PlayLane,
  PlayPool,
  runScenario,
  runScenarios,
  scenarioJobs,
  takeFaces,
  takeStill,
  type Face,
  type PlayListener,
  type PoolOptions,
  type ScenarioJob,
  type ScenarioOptions,
  type Still,
} from './scenario'
export {
  componentFingerprint,
  FolderKeeper,
  KeptResults,
  performed,
  pictureKey,
  rigOf,
  runEnvironment,
  WholeRun,
  type Keeper,
  type KeptStrength,
  type Performed,
  type RunEnvironment,
} from './kept'
export { breakLibrary, ComponentTrial, strengthFingerprint, type BreakingOptions, type TrialOptions } from './strength'
