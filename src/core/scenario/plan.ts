import { makeCase, type Space } from '../matrix'
import {
  fillingOf,
  makeProfile,
  othersOf,
  settingsOf,
  type Filling,
  type PlannedCase,
  type Profile,
  type Settings,
} from '../plan'
import type { Library, Sheet, SlotValue } from '../sheet'
import { claimKey } from '../spec'
import type { ScenarioIssue, Step } from '../steps'
import { readReachSteps, type Scenario } from './scenario'

/** All that is needed to perform a scenario: what is mounted, what is done before it begins, and what is read at each step. */
export interface ScenarioPlan {
  scenario: Scenario
  planned: PlannedCase
  /** Steps that reach its axis values. */
  before: readonly Step[]
  issues: readonly ScenarioIssue[]
  space: Space
  profiles: readonly Profile[]
  /** The profile of a step that looks, by the step's index. */
  profileOf: ReadonlyMap<number, number>
}

/** Plans a scenario of a sheet. */
export function planScenario(
  sheet: Sheet,
  library: Pick<Library, 'data' | 'sheets'>,
  space: Space,
  scenario: Scenario,
): ScenarioPlan {
  const { values } = makeCase(scenario.start.values, space)
  const settings = settingsOf(sheet, values, othersOf(library.sheets), scenario.start.props)
  const profiles: Profile[] = []
  const profileOf = new Map<number, number>()
  for (const step of scenario.steps) {
    if (!('expected' in step)) continue
    const resolution = new Map(step.expected.claims.map((claim) => [claimKey(claim), claim]))
    profileOf.set(step.index, profiles.push(makeProfile(profiles.length, resolution, [])) - 1)
  }
  const { steps, issues } = stepsToReach(sheet, library, settings)
  return {
    scenario,
    planned: { key: scenario.name, values, settings, profile: 0, judged: true },
    before: steps,
    issues: [...scenario.issues, ...issues],
    space,
    profiles,
    profileOf,
  }
}

/** The steps that reach a case's axis values, one after another. */
export function stepsToReach(
  sheet: Sheet,
  library: Pick<Library, 'data'>,
  { steps }: Pick<Settings, 'steps'>,
): { steps: Step[]; issues: ScenarioIssue[] } {
  const read = steps.map(({ axis, value, files }) =>
    readReachSteps(sheet, library, files, ['axes', axis, 'values', value, 'steps']),
  )
  return { steps: read.flatMap((each) => each.steps), issues: read.flatMap(({ issues }) => issues) }
}

/** What slots come to that a step fills. @throws Error naming what cannot stand in a slot */
export function fillingsOf(
  sheet: Sheet,
  library: Pick<Library, 'sheets'>,
  slots: Readonly<Record<string, unknown>>,
): Record<string, Filling> {
  const others = othersOf(library.sheets)
  return Object.fromEntries(
    Object.entries(slots).map(([name, value]) => [name, fillingOf(sheet, name, value as SlotValue, others, 'given')]),
  )
}
