export { counted } from './counted'
