export { Wall } from './Wall'
