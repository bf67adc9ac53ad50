export { addChecks, guessPart } from './addChecks'
export { CHECK_KINDS, type CheckKind } from './kinds'
