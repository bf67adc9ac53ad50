import type { Film, ScenarioResult } from '@/core/scenario'
import type { ClockKind } from '@/stage'
import type { BrowserSource } from '../BrowserSource'
import { browserVersion } from '../browserVersion'
import { PageReaders, type RunSetup } from '../cases'
import { openPools, type RunPools } from '../pools'
import { PictureRoom } from '../pictures'
import type { PreparedComponent } from '../prepare'
import { filmScenario, runScenarios, type ScenarioJob } from '../scenario'
import { breakComponent, type BrokenComponent, type ComponentBreaking } from '../strength'
import type { RunPlace, WorkOrder, Workplace } from './Workplace'

/** How many components are run at once, where nobody says so. */
const USUAL_WORKERS = 2

// What is being read when somebody stops may still come to its end.
const GRACE_MS = 1000

/** Browsers of this process. They are left to the caller. */
export class LocalWorkplace implements Workplace {
  /** @param clock what keeps the time of scenarios, where a run does not say so */
  constructor(
    private readonly browsers: BrowserSource,
    private readonly clock?: ClockKind,
  ) {}

  async version(): Promise<string> {
    return browserVersion(await this.browsers.get())
  }

  async open(order: WorkOrder): Promise<LocalPlace> {
    return new LocalPlace(this.browsers, { ...order, clock: order.clock ?? this.clock })
  }
}

class LocalPlace implements RunPlace {
  readonly workers: number
  // It uses all of the machine.
  readonly breakers = 1
  readonly #pools: RunPools
  readonly #room = new PictureRoom()
  readonly #ended: () => void

  constructor(
    browsers: BrowserSource,
    private readonly order: WorkOrder,
  ) {
    const { prepared, clock, signal, workers = USUAL_WORKERS, expected, onRestart } = order
    this.workers = workers
    const { viewport } = prepared.library.data
    this.#pools = openPools(browsers, viewport, { ...(clock && { clock }) })
    this.#ended = endOnAbort(this.#pools, signal)
    if (expected) {
      this.#pools.stages.warm(Math.min(workers, expected.components))
      this.#pools.plays.warm(expected.plays, viewport)
    }
    if (onRestart) browsers.onRestart = onRestart
  }

  readersOf(setup: RunSetup): PageReaders {
    return new PageReaders(this.#pools, setup, this.order.signal)
  }

  perform(jobs: readonly ScenarioJob[], onResult: (job: ScenarioJob, result: ScenarioResult) => void): Promise<void> {
    const { repeat, signal } = this.order
    const how = { ...(repeat !== undefined && { repeat }), ...(signal && { signal }) }
    return runScenarios(this.#pools.plays, jobs, how, onResult)
  }

  film(job: ScenarioJob): Promise<Film> {
    return this.#pools.plays.use((lane) => filmScenario(lane, job))
  }

  break(component: PreparedComponent, breaking: ComponentBreaking): Promise<BrokenComponent | undefined> {
    return breakComponent(this.#pools, this.#room, this.order.prepared, component, breaking)
  }

  async close(): Promise<void> {
    this.#ended()
    await this.#room.close()
    await this.#pools.close()
  }
}

/** Takes all pages away soon after work is stopped: code that does not return would keep it. @returns to be called when it has ended */
function endOnAbort(pools: RunPools, signal: AbortSignal | undefined): () => void {
  let timer: NodeJS.Timeout | undefined
  const onAbort = () => {
    timer = setTimeout(() => void pools.stop(), GRACE_MS)
  }
  signal?.addEventListener('abort', onAbort, { once: true })
  return () => {
    clearTimeout(timer)
    signal?.removeEventListener('abort', onAbort)
  }
}
