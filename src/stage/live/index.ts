export { BenchStage } from './BenchStage'
export { captureInput } from './capture'
export { Recorder } from './Recorder'
