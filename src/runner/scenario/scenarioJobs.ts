import { spaceOf } from '@/core/matrix'
import { planScenario, readScenarios, type Scenario, type ScenarioPlan } from '@/core/scenario'
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
    setup: staged(setup, scenario.stage),
    plan: planScenario(sheet, library, space, scenario),
  }))
}

/** The same component at another place, or in another window. */
function staged(setup: PlaySetup, { place, window }: Scenario['stage']): PlaySetup {
  const { component, viewport } = setup
  return {
    ...setup,
    ...(place && { component: { ...component, place } }),
    ...(window && {
      viewport: { ...viewport, width: window.width ?? viewport.width, height: window.height ?? viewport.height },
    }),
  }
}
