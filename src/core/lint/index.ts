import type { Library, Sheet } from '../sheet'
import type { TokenBook } from '../tokens'
import type { CodeProp } from '../code'
import { assetNotLoaded } from './assets'
import { axisDrift } from './axisDrift'
import { badDefault, noDefault } from './defaults'
import { subjectOf, type Lint, type LintCheck } from './lint'
import { lookAlike } from './lookAlike'
import { unreachable } from './reach'
import { badExpectation, conflict, matchesNothing, neverWins } from './rules'
import { scenarioNames } from './scenarios'
import { slotCycle } from './slotCycle'
import { propUnused, repeatedStyle } from './sources'
import { unknownAxis, unknownComponent, unknownPart, unknownProp, unknownToken } from './unknownNames'

export { absentParts, lintRendered, type RenderedFacts, type StyleTexts } from './rendered'
export { unspecified, unspecifiedReadings } from './unspecified'
export { isOnServer } from './assets'
export { referencesIn } from './references'
export { lintLibrary, lintTokens } from './library'
export { makeLint, type Lint, type LintCode, type Severity } from './lint'

const CHECKS: readonly LintCheck[] = [
  unknownPart,
  unknownAxis,
  unknownProp,
  unknownToken,
  unknownComponent,
  scenarioNames,
  noDefault,
  badDefault,
  badExpectation,
  conflict,
  neverWins,
  matchesNothing,
  unreachable,
  lookAlike,
  slotCycle,
  propUnused,
  repeatedStyle,
  assetNotLoaded,
  axisDrift,
]

/**
 * Everything that is wrong with a sheet before it is rendered, in the order of its lines.
 * @param code props as the component's code declares them
 */
export function lintSheet(sheet: Sheet, library: Library, tokens: TokenBook, code?: readonly CodeProp[]): Lint[] {
  const subject = subjectOf(sheet, library, tokens, code)
  return CHECKS.flatMap((check) => [...check(subject)]).toSorted((a, b) =>
    a.file === b.file ? a.line - b.line : a.file === sheet.file ? -1 : 1,
  )
}
