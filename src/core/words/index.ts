export { counted } from './counted'
export { inert, inertIn, inertLine } from './inert'
export { shortened } from './shortened'
export { titleOf } from './titleOf'
