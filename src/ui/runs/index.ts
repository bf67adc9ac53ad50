export { Runs } from './Runs'
export { runsView } from './view'
