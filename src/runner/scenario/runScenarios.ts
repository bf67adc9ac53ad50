import { joinPerformances, type ScenarioResult } from '@/core/scenario'
import { type Performance } from '@/core/steps'
import type { ClockKind } from '@/stage'
import { defaultClock } from '../clock'
import { nothing, type PlayLane } from './PlayLane'
import type { PlayPool } from './PlayPool'
import type { ScenarioJob } from './scenarioJobs'

export interface ScenarioOptions {
  /** How often each is performed. @defaultValue 1, and once more where it first misses */
  repeat?: number
  signal?: AbortSignal
}

/**
 * Performs scenarios side by side, each in a fresh document. One that hangs costs its own time and nothing else.
 * @param onResult called with each as it is known, in any order
 */
export async function runScenarios(
  pool: PlayPool,
  jobs: readonly ScenarioJob[],
  options: ScenarioOptions,
  onResult: (job: ScenarioJob, result: ScenarioResult) => void,
): Promise<void> {
  await Promise.all(
    jobs.map((job) =>
      pool.use(async (lane) => {
        if (!options.signal?.aborted) onResult(job, await runScenario(lane, job, options))
      }),
    ),
  )
}

/** Performs one scenario as often as is asked; one that misses is performed again, to tell chance from fault. */
export async function runScenario(
  lane: PlayLane,
  job: ScenarioJob,
  { repeat = 1, signal }: ScenarioOptions = {},
): Promise<ScenarioResult> {
  const start = performance.now()
  const performances: Performance[] = []
  while (performances.length < repeat && !signal?.aborted) performances.push(await lane.play(job))
  if (repeat === 1 && performances[0]?.verdict === 'misses' && !signal?.aborted) performances.push(await lane.play(job))
  if (performances.length === 0) return unplayed(job, 'it was stopped', lane.clockKind)
  const { name, line } = job.plan.scenario
  return {
    name,
    line,
    ...joinPerformances(performances),
    milliseconds: Math.round(performance.now() - start),
    runs: performances.length,
    clock: lane.clockKind,
  }
}

/** What is told of a scenario that could not be performed. */
export function unplayed({ plan }: ScenarioJob, reason: string, clock: ClockKind = defaultClock()): ScenarioResult {
  const { name, line } = plan.scenario
  return { name, line, ...joinPerformances([nothing(plan, reason)]), milliseconds: 0, runs: 0, clock }
}
