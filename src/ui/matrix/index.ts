export { matrixView } from './view'
export { geometryOf } from './geometry'
export { LiveBoard } from './LiveBoard'
