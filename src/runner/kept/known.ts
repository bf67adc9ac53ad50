import type { ClockKind } from '@/stage'
import { defaultClock } from '../clock'
import type { PictureRun } from '../pictures'
import type { PreparedComponent, PreparedLibrary } from '../prepare'
import type { ScenarioJob } from '../scenario'
import type { KeptResults, Performed } from './KeptResults'
import type { KeptCases, KeptScenario } from './pack'

/** What earlier runs have found, and still holds. */
export interface Known {
  cases: ReadonlyMap<PreparedComponent, KeptCases>
  scenarios: ReadonlyMap<ScenarioJob, KeptScenario>
}

/** What a run is told of how to go about it, as far as what it finds depends on it. */
export const performed = (
  { clock = defaultClock(), repeat }: { clock?: ClockKind | undefined; repeat?: number | undefined },
  isPictured: boolean,
): Performed => ({ clock, repeat, isPictured })

/** Looks up what earlier runs have found of a library. */
export async function findKnown(
  prepared: PreparedLibrary,
  jobs: readonly ScenarioJob[],
  kept: KeptResults | undefined,
  how: Performed,
  pictures: PictureRun | undefined,
): Promise<Known> {
  const cases = new Map<PreparedComponent, KeptCases>()
  const scenarios = new Map<ScenarioJob, KeptScenario>()
  if (!kept) return { cases, scenarios }
  for (const component of prepared.components) {
    const known = (await kept.casesOf(prepared, component, how)) ?? (await kept.judgedAgain(prepared, component, how))
    if (!known) continue
    const judged = known.pictures && pictures?.judgeAgain(component.sheet.slug, known.pictures)
    if (!known.pictures || judged) cases.set(component, { ...known, ...(judged && { pictures: judged }) })
  }
  for (const job of jobs) {
    const known = await kept.scenarioOf(prepared, job, how)
    if (known) scenarios.set(job, known)
  }
  return { cases, scenarios }
}
