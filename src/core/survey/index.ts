export { coverageOf, type Covered } from './coverage'
export { placeOfReading, textIn, type ComputedToken, type Survey, type SurveyCase, type SurveyReading } from './survey'
export { isReset, longhandsOf, SHORTHANDS, speaksOf } from './shorthands'
export { standingProperty, tokenKind, type TokenKind } from './tokenKinds'
