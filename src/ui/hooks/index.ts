export { useAsked } from './useAsked'
export { useLatest } from './useLatest'
export { useRowStops } from './useRowStops'
export { useStable } from './useStable'
