import { assetNotLoaded } from './assets'
import { brokenStyle } from './brokenStyle'
import { axisDrift } from './axisDrift'
import { badDefault, noDefault } from './defaults'
import { unknownInGuide } from './guide'
import { buildNotRun, contextValue, noTokens, tokenCycle, tokenIgnored, tokenType, unknownType } from './library'
import { lookAlike } from './lookAlike'
import { unreachable } from './unreachable'
import { classUndefined, classUnused, duplicateId, labelTarget, partMissing, variableUndefined } from './rendered'
import { neverTested } from './neverTested'
import { badExpectation, conflict, matchesNothing, neverWins } from './rules'
import { reachedAlike, sameExclusion } from './repeats'
import { slotCycle } from './slotCycle'
import { propUnused, repeatedStyle, slotNeverFalse } from './sources'
import { turnedBox } from './turnedBox'
import { unknownAxis, unknownComponent, unknownPart, unknownProp, unknownToken, unknownValue } from './unknownNames'
import { unspecified } from './unspecified'

/** Every lint. */
export const LINT_LIST = [
  unknownPart,
  unknownAxis,
  unknownValue,
  unknownProp,
  unknownToken,
  unknownComponent,
  unknownInGuide,
  tokenCycle,
  tokenType,
  unknownType,
  tokenIgnored,
  noTokens,
  contextValue,
  noDefault,
  badDefault,
  badExpectation,
  conflict,
  neverWins,
  matchesNothing,
  unreachable,
  reachedAlike,
  sameExclusion,
  lookAlike,
  slotCycle,
  propUnused,
  slotNeverFalse,
  repeatedStyle,
  assetNotLoaded,
  brokenStyle,
  buildNotRun,
  unspecified,
  axisDrift,
  classUndefined,
  classUnused,
  duplicateId,
  labelTarget,
  partMissing,
  variableUndefined,
  turnedBox,
  neverTested,
] as const
