export { useLatest } from './useLatest'
export { useStable } from './useStable'
