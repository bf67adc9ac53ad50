import type { WorkersState } from '@/contract'
import {
  chooseKind,
  Connections,
  openPlace,
  withoutSecrets,
  workersOf,
  type OpenPlace,
  type PlaceOptions,
  type WorkerState,
} from '@/queue'
import { browserProgram, programName, runEnvironment, type RunEnvironment } from '@/runner'
import type { Launch } from './Browsers'

type Redis = Awaited<ReturnType<Connections['openFirst']>>

/** Where the server has its work done: in browsers of its own, or by workers that take it from a queue. */
export class Places {
  #connections: Connections | undefined
  #redis: Promise<Redis> | undefined

  constructor(
    private readonly launch: Launch,
    /** The queue's address. */
    readonly queue?: string | undefined,
    /** The address of a browser that runs elsewhere. */
    private readonly browser?: string | undefined,
  ) {}

  get isQueued(): boolean {
    return this.queue !== undefined
  }

  /** @throws NoQueue where the address is none */
  open(options: Pick<PlaceOptions, 'signal' | 'onDone' | 'onNote'> = {}): OpenPlace {
    return openPlace({ ...options, queue: this.queue, browser: this.browser, launch: this.launch })
  }

  /** What results depend on where work is done now; undefined where that is not known, as where no worker is there. */
  async environment(): Promise<RunEnvironment | undefined> {
    if (!this.isQueued) return (this.browser === undefined ? runEnvironment() : this.elsewhere()).catch(() => undefined)
    const workers = await this.workers().catch(() => [])
    return (await chooseKind(workers, programName()))?.environment
  }

  /** Who is there to do work, and what keeps that from being known. */
  async state(): Promise<WorkersState> {
    if (this.queue === undefined) return { workers: [] }
    const queue = withoutSecrets(this.queue)
    try {
      const workers = await this.workers()
      const chosen = await chooseKind(workers, programName())
      return {
        queue,
        workers: workers.map(({ environment, kind, isEnding, ...worker }) => ({
          ...worker,
          browser: environment.browser,
          rig: environment.rig,
          stands: isEnding
            ? 'ending'
            : kind === chosen?.kind
              ? 'working'
              : environment.program === programName()
                ? 'other rig'
                : 'other version',
        })),
      }
    } catch (error) {
      return { queue, workers: [], problem: (error as Error).message }
    }
  }

  /** Whether work could be done now. @throws Error that says why not */
  async check(): Promise<void> {
    if (!this.isQueued) return void (this.browser === undefined ? browserProgram() : await this.elsewhere())
    await (await this.redis()).ping()
  }

  /** @throws NoBrowser */
  private async elsewhere(): Promise<RunEnvironment | undefined> {
    const place = this.open()
    try {
      return await place.environment()
    } finally {
      await place.close()
    }
  }

  /** @throws NoQueue */
  private async workers(): Promise<WorkerState[]> {
    return workersOf(await this.redis())
  }

  private redis(): Promise<Redis> {
    if (!this.#redis) {
      this.#connections = new Connections(this.queue!)
      this.#redis = this.#connections.openFirst()
      // Whoever asks next tries again.
      this.#redis.catch(() => (this.#redis = undefined))
    }
    return this.#redis
  }

  close(): void {
    this.#connections?.close()
  }
}
