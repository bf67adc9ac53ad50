export { DefaultCase } from './DefaultCase'
export { LiveCase } from './LiveCase'
export { StillCase } from './StillCase'
export { layOut, listOut, MAX_CELLS, type BoardLayout, type BoardRow } from './layout'
export {
  defaultPlacement,
  holdAt,
  isOfDocument,
  moveTo,
  printPlacement,
  readPlacement,
  type Lane,
  type Placement,
} from './placement'
export { Ground, GroundChoice, groundColour } from './ground'
export { useIsolation } from './isolation'
export { contextOf, isBeforeSteps, isBeyondPage, isPictured, stageCase } from './stageCase'
export { useBoardFrame } from './useBoardFrame'
export { Trouble } from './Trouble'
export { StageSource } from './stageAddress'
export { Doubt } from './Doubt'
export { useStageFrame } from './useStageFrame'
