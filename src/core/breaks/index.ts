export { STRENGTH_WAYS, type StrengthWay } from '../choices'
export {
  BREAKS,
  madeBreaks,
  playBreaks,
  renderedBreaks,
  styleBreaks,
  type BreakKind,
  type PlayBreak,
  type RenderedBreak,
  type StyleBreak,
} from './breaks'
export type { Performed, PlayEdit, Rendered, RuleChange, StageEdit } from './defineBreak'
export { BREAK_LIST } from './list'
export { apart, onePass } from './schedule'
export { EVERYTHING, toldBy, touchOf, type Touch } from './touch'
export { Proposer, type ChangedReading, type Proposal } from './propose'
export { noticeable, percentOf, type Strength, type StrengthCell, type Unnoticed } from './strength'
