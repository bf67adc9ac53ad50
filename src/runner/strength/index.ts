export { breakLibrary, fingerprintOf as strengthFingerprint, type BreakingOptions } from './breakLibrary'
export { ComponentTrial, type TrialOptions } from './ComponentTrial'
export { Trial } from './Trial'
