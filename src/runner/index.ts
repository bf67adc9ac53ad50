export { launchChromium, NoBrowser } from './chromium'
export { openLibrary, prepareLibrary, type PreparedComponent, type PreparedLibrary, type Selection } from './prepare'
export { homeFolder, stagePage, STAGE_POLICY, stageProgram } from './stageProgram'
export { verifyLibrary, type VerifyOptions } from './verify'
