export { Guide } from './Guide'
