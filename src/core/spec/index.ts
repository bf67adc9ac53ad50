export { completeExpectation, completeReading, type CompletionContext, type Suggestion } from './complete'
export {
  claimKey,
  inOrder,
  makeCascade,
  readRules,
  type Claim,
  type ClaimIssue,
  type Resolution,
  type Rule,
} from './cascade'
export { expectedChanges, type ExpectedChange } from './expectedChanges'
export { readable, sameComputed } from './compare'
export { asWrittenByPeople } from './written'
export {
  checksOf,
  comparesCases,
  ExpectationError,
  onlyValue,
  partsOf,
  valuesOf,
  whereOf,
  type Check,
  type Expectation,
  type Value,
  type ValuePart,
} from './expectation'
export { judge, type Computed, type Judgement, type UnreadCause, type JudgeContext } from './judge'
export { printLiteral, readSoleValue } from './literal'
export { EXPECTATION_GRAMMAR, grammarText } from './grammar'
export { parseExpectation } from './parse'
export { printExpectation, printValue } from './print'
