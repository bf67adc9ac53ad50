export { nowReading } from './nowReading'
export { serveWork } from './serveWork'
export { WorkEnded, WorkProcess, type WorkLimits } from './WorkProcess'
