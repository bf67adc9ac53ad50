export { caseKey, caseOfKey, defaultCase, makeCase, parseCaseKey, type Case } from './case'
export { countCases, coverSpace, MAX_CASES, type Coverage } from './cover'
export { combinations, exists, isInside, someCombination, spaceOf, type Box, type Dimension, type Space } from './space'
export { boxProblems, casesInside, parseWhere, printWhere } from './where'
