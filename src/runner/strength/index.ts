export { breakComponent, unbroken, type BrokenComponent, type ComponentBreaking } from './breakComponent'
export { ComponentTrial, type TrialOptions } from './ComponentTrial'
export { Trial } from './Trial'
