export { Matrix } from './Matrix'
export { geometryOf } from './geometry'
export { LiveBoard } from './LiveBoard'
