export { Mark, MARK_NAMES, markLabel, type MarkKind } from './Mark'
export { MarkCount } from './MarkCount'
