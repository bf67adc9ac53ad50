import { joinPerformances, type ScenarioResult } from '@/core/scenario'
import { type Performance } from '@/core/steps'
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
  const { name, line } = job.plan.scenario
  const start = performance.now()
  const performances: Performance[] = []
  while (performances.length < repeat && !signal?.aborted) performances.push(await lane.play(job))
  if (repeat === 1 && performances[0]?.verdict === 'misses' && !signal?.aborted) performances.push(await lane.play(job))
  return {
    name,
    line,
    ...joinPerformances(performances.length > 0 ? performances : [nothing(job.plan, 'it was stopped')]),
    milliseconds: Math.round(performance.now() - start),
    runs: performances.length,
    clock: lane.clockKind,
  }
}
