export { counted } from './counted'
export { titleOf } from './titleOf'
