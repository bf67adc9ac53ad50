import type { Film, ScenarioResult } from '@/core/scenario'
import type { ClockKind } from '@/stage'
import type { CaseWorkplace } from '../cases'
import type { PreparedComponent, PreparedLibrary } from '../prepare'
import type { ScenarioJob } from '../scenario'
import type { BrokenComponent, ComponentBreaking } from '../strength'

/** What a run asks for, as far as those must know who do its work. */
export interface WorkOrder {
  prepared: PreparedLibrary
  /** What keeps the time of scenarios. @defaultValue the engine where it can, else the page */
  clock?: ClockKind | undefined
  /** How often each scenario is performed. @defaultValue 1, and once more where it first misses */
  repeat?: number | undefined
  /** Where pictures are taken, where they are taken. */
  rig?: string | undefined
  signal?: AbortSignal | undefined
  /** How much there is to do, as far as that is known. */
  expected?: { components: number; plays: number }
  /** How many components are run at once. @defaultValue as many as are worth it */
  workers?: number | undefined
  /** Called when a browser has gone down and what it was reading is read again. */
  onRestart?(): void
}

/** Where the work of one run is done. */
export interface RunPlace extends CaseWorkplace {
  /** How many components are worth running at once. */
  readonly workers: number
  /** Performs scenarios. @param onResult called with each as it is known, in any order; with none any more once the run is stopped */
  perform(jobs: readonly ScenarioJob[], onResult: (job: ScenarioJob, result: ScenarioResult) => void): Promise<void>
  /** Performs a scenario with pictures of what stands there. @returns undefined where it was stopped, or nobody could do it */
  film(job: ScenarioJob): Promise<Film | undefined>
  /** How many components are worth breaking at once. */
  readonly breakers: number
  /** Breaks a component on purpose. @returns undefined where it was stopped */
  break(component: PreparedComponent, breaking: ComponentBreaking): Promise<BrokenComponent | undefined>
  close(): Promise<void>
}

/** Those who can do the work of runs: browsers of this process, or workers elsewhere. */
export interface Workplace {
  /** The version of the browser that is read in, as `156.0.8078.108`. @throws NoBrowser where there is none */
  version(): Promise<string>
  open(order: WorkOrder): Promise<RunPlace>
}
