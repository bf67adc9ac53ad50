export { Bench } from './Bench'
export { BenchFrame } from './BenchFrame'
export { contextFor } from './contextFor'
