export type { Imprinted, Reach } from './breaking'
export { fromBoardSchema, type BoardCell, type FromBoard, type ToBoard } from './boardProtocol'
export { CONNECT, READY } from './connect'
export { fromLiveSchema, type FromLive, type ToLive } from './liveProtocol'
export type { PartPlace, Picked } from './anatomy'
export type { Proposed } from './proposal'
export { EMPTY_INVENTORY, joinInventories, type Inventory } from './inventory'
export { keptIncidents } from './Incidents'
export { lintInventory } from './lintInventory'
export { FRAME_TAG } from './documentStyles'
export { SHARED_REACT } from './pieces'
export type { ClockKind } from './clock'
export type { Active, Aim, AimAt, PlayStage, Pending } from './play'
export { MEASURE_KEY } from './measureKey'
export { REFERENCE } from './reference'
export {
  codeTexts,
  hasCode,
  SOUGHT_IN_TEXTS,
  stageCaseOf,
  type PseudoBoxes,
  type StageCase,
  type StageComponent,
  type StageContext,
  type StageFilling,
  type StagePiece,
  type StageProbe,
  type StageReadings,
  type StageRequest,
} from './protocol'
export type { ReaderStage } from './reader'
export { TAKEN_OUT } from './takenOut'
export type { RunnerStage, Said } from './RunnerStage'
export type { CasePlace } from './picture'
export { settle } from './settle'
export { mayEscape } from './escape'
export { isRewritten } from './plainTwin'
export { sideEffectInTexts } from './sideEffects'
export { stageCaseSchema, stageComponentSchema, stageContextSchema } from './protocolSchemas'
