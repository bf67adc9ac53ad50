import { spaceOf } from '@/core/matrix'
import { planScenario, readScenarios, type ScenarioPlan } from '@/core/scenario'
import type { PlaySetup } from '../PlaySetup'

/** One scenario of one component, ready to be performed. */
export interface ScenarioJob {
  setup: PlaySetup
  plan: ScenarioPlan
}

/** All scenarios of a component. */
export function scenarioJobs(setup: PlaySetup): ScenarioJob[] {
  const { sheet, library } = setup
  const space = spaceOf(sheet, library)
  return readScenarios(sheet, library, space).map((scenario) => ({
    setup,
    plan: planScenario(sheet, library, space, scenario),
  }))
}
