export { checkContext } from './checkContext'
export { advance, FRAME_MS, nextMoment, type Clock, type Activity } from './clock'
export { type StepMention, type StepPlace } from './defineStep'
export { type EventRecord } from './events'
export { type EventClaim, type Expected } from './expected'
export { type ScenarioIssue, type StepContext } from './issue'
export { contains, judgeEvents } from './judgeEvents'
export { STEP_LIST } from './list'
export { perform, type Acted, type Performance, type PerformanceHost, type StepResult } from './perform'
export { round } from './round'
export {
  printStep,
  readStep,
  stepEntry,
  STEPS,
  stepSchema,
  type Change,
  type Input,
  type Step,
  type StepFile,
  type StepKind,
} from './step'
export { faultIn, fieldsOf, stepOf, type StepField, type StepGiven } from './stepForm'
export { type Target } from './target'
export { untilStill } from './untilStill'
