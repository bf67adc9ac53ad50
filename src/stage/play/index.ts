export {
  aim,
  deepest,
  describe,
  isDisabled,
  nearestPart,
  printMatch,
  type Aim,
  type AimAt,
  type PartMatch,
} from './aim'
export { endFinite, isBetween, runningAnimations } from './animations'
export { EventLog } from './EventLog'
export { PageTime } from './PageTime'
export type { Active, ClockKind, PlayStage, PlayWindow } from './PlayStage'
export { EngineTime, type StageTime } from './StageTime'
export { watchUncontrolled } from './uncontrolled'
