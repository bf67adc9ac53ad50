export { type RunEvent } from './events'
export { request } from './request'
export { RunProvider, useRuns, type Going } from './RunProvider'
export { countMarks, type ComponentState, type LibraryStates, type MarkCounts } from './states'
