export { addChecks, guessKind, guessPart } from './addChecks'
export type { CheckKind } from './defineCheck'
export { CHECK_KINDS } from './list'
