export { activeElement, activeIn, type Active } from './active'
export { aim, aimAtElement, describe, nearestPart, printMatch, type Aim, type AimAt, type PartMatch } from './aim'
export { EventLog } from './EventLog'
export type { PlayStage, PlayWindow, Pending } from './PlayStage'
