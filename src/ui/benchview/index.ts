export { useBenchModel } from './useBenchModel'
export { benchView } from './view'
