export { fillingsOf, planScenario, stepsToReach, type ScenarioPlan } from './plan'
export { joinPerformances, type ScenarioResult } from './result'
export { readReachSteps, readScenarios, type Scenario, type Start } from './scenario'
export { joinExtents, type Extent, type Film, type Frame, type ReadingChange } from './film'
