export { Settings } from './Settings'
