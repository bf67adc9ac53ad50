export { Define } from './Define'
