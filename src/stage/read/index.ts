export { featuresOf } from './features'
export { declaredFor, type Declared } from './declared'
export { answerProbes, type ProbeAnswer } from './probe'
export { readCases, type ReadOptions } from './readCases'
