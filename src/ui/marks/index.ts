export { Mark, MARK_NAMES, markLabel } from './Mark'
export { MARK_KINDS, MarkCounts } from './MarkCounts'
