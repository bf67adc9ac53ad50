export { behaviourView } from './view'
