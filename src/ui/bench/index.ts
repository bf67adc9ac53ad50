export { Bench } from './Bench'
export type { BenchModel } from './model'
