export { Mark, MARK_NAMES, markLabel } from './Mark'
export { MarkCount } from './MarkCount'
