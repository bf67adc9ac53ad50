export { specView } from './view'
