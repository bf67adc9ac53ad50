export { Breaker, type BreakableSheet, type StageBreak } from './Breaker'
export type { Imprinted } from './imprint'
export { joinReaches, type Reach, type Sought } from './reach'
export { watchDeeds, type Deeds } from './watchDeeds'
