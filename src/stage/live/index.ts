export { captureInput } from './capture'
export { Recorder } from './Recorder'
