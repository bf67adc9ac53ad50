export { Bench } from './Bench'
export { BenchFrame } from './BenchFrame'
export { contextFor, type BenchModel } from './model'
