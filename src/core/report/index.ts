export { ComponentTally, findingKey, type Counts } from './ComponentTally'
export { exitStatus, makeReport } from './makeReport'
export { reportSchema, type ComponentReport, type Finding, type Report, type ScenarioReport } from './reportSchema'
export { reportText, type Paint } from './reportText'
