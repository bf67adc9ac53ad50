export { DefaultCase } from './DefaultCase'
export { LiveCase } from './LiveCase'
export { layOut, listOut, MAX_CELLS, type BoardLayout, type BoardRow } from './layout'
export {
  canBeLaid,
  defaultPlacement,
  holdAt,
  moveTo,
  printPlacement,
  readPlacement,
  type Lane,
  type Placement,
} from './placement'
export { useIsolation } from './isolation'
export { contextOf, isBeforeSteps, stageCase } from './stageCase'
export { useBoardFrame } from './useBoardFrame'
export { Trouble } from './Trouble'
export { StageSource } from './stageAddress'
export { Doubt } from './Doubt'
export { useStageFrame } from './useStageFrame'
