export { isOnServer } from './assets'
export type { Fix, LintDefinition, Severity } from './defineLint'
export {
  aboutOf,
  fixOf,
  lintLibrary,
  lintRendered,
  LINTS,
  lintSheet,
  lintStrength,
  lintSurvey,
  lintTokens,
  makeLint,
  tokenOf,
  type Lint,
  type LintCode,
} from './lint'
export { referencesIn } from './references'
export { absentParts, type RenderedFacts, type StyleTexts } from './renderedFacts'
export { specOf } from './specOf'
export { unspecifiedReadings } from './unspecified'
