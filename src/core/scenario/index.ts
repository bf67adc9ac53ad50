export { advance, FRAME_MS, nextMoment, type Clock, type Pulse } from './clock'
export { perform, type Acted, type PerformanceHost } from './perform'
export { fillingsOf, planScenario, stepsToReach, type ScenarioPlan } from './plan'
export { printStep } from './printStep'
export { type ScenarioIssue } from './issue'
export {
  joinPerformances,
  round,
  type EventRecord,
  type Performance,
  type ScenarioResult,
  type StepResult,
  type StepVerdict,
} from './result'
export { readReachSteps, readScenarios, type Scenario, type Start } from './scenario'
export { isInput, type Change, type EventClaim, type Expected, type Input, type Step, type Target } from './step'
export { joinExtents, type Extent, type Film, type Frame, type ReadingChange } from './film'
