export {
  claimId,
  ContextJudge,
  dependsOnItselfOnly,
  unreadCase,
  unreadCheck,
  type AskedProbe,
  type Elsewhere,
  type JudgeNotes,
  type Measured,
  type Readings,
} from './judging'
export {
  comparedKeys,
  judgedClaims,
  makePlan,
  makeProfile,
  requestKey,
  type Plan,
  type PlannedCase,
  type Profile,
  type Request,
} from './plan'
export { PIXEL_PROPERTIES, type Probe } from './probes'
export { markOf, type CaseResult, type CheckResult, type SourceLine, type Verdict } from './results'
export { costsOf, type Sized } from './costs'
export { parseShard, type Shard } from '../choices'
export { shardOf } from './shard'
export { nestedSlugs, type Holder } from './heldSlugs'
export { fillingOf, SlotCycle, type Filling, type Nested, type Others } from './filling'
export { propDefault, reachOf, type Change, type Forced, type Reachable, type ReachSteps } from './reach'
export { othersOf, reachableOf, settingsOf, type Settings } from './settings'
