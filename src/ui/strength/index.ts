export { strengthView } from './view'
