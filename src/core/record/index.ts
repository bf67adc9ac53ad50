export { changesBetween, type Snapshot } from './changes'
export { EVENTS, type Changed, type Observation } from './observation'
export { readRecording, type Act, type Offer, type Outcome } from './recording'
export { scenarioOf, stepsOf } from './writeRecording'
