export {
  ContextJudge,
  unreadCase,
  unreadCheck,
  type AskedProbe,
  type Elsewhere,
  type Measured,
  type Readings,
} from './judging'
export { makePlan, requestKey, type Plan, type PlannedCase, type Profile, type Request } from './plan'
export type { Probe } from './probes'
export { markOf, type CaseResult, type CheckResult, type SourceLine, type Verdict } from './results'
export { settingsOf, type Change, type Reachable, type Settings } from './settings'
