export { Mark, MARK_NAMES, markLabel } from './Mark'
export { MarkCounts } from './MarkCounts'
