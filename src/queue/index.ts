export { NoQueue, queueAddress, withoutSecrets } from './connect'
export { QueueWorker, type WorkerLog, type WorkerOptions } from './QueueWorker'
export { QueueWorkplace, type QueueOptions } from './QueueWorkplace'
export { workersOf, type WorkerState } from './registry'
