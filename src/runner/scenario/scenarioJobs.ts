import { spaceOf } from '@/core/matrix'
import { planScenario, readScenarios, type Scenario, type ScenarioPlan } from '@/core/scenario'
import type { PlaySetup } from '../PlaySetup'
import type { PreparedComponent, PreparedLibrary } from '../prepare'

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

/** All scenarios of a prepared component; none of one that could not be compiled. */
export const jobsOf = (
  { library, tokens }: Pick<PreparedLibrary, 'library' | 'tokens'>,
  { sheet, compiled }: Pick<PreparedComponent, 'sheet' | 'compiled'>,
): ScenarioJob[] =>
  compiled ? scenarioJobs({ sheet, library, tokens, ...compiled, viewport: library.data.viewport }) : []

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
