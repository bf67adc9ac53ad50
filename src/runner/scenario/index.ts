export type { PlayListener } from './Player'
export type { PlaySetup } from './PlaySetup'
export {
  PlayLane,
  runScenario,
  runScenarios,
  scenarioJobs,
  usualClock,
  type ScenarioJob,
  type ScenarioOptions,
} from './runScenarios'
export { runStepCases } from './runStepCases'
export { filmScenario } from './film'
