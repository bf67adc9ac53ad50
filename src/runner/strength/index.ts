export {
  breakComponent,
  breakShare,
  joined,
  lostShare,
  type BrokenComponent,
  type ComponentBreaking,
} from './breakComponent'
export { type Share } from './Share'
export { type ShareFound } from './ShareFound'
export { ComponentTrial, type TrialOptions } from './ComponentTrial'
export { Trial } from './Trial'
