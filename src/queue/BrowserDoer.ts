import { LRUCache } from 'lru-cache'
import {
  BrowserLost,
  BrowserSource,
  breakShare,
  filmScenario,
  jobsOf,
  launchChromium,
  NoBrowser,
  PictureRoom,
  ReadingFailed,
  runEnvironment,
  runScenario,
  type PreparedLibrary,
  type RunEnvironment,
  type ScenarioJob,
} from '@/runner'
import { Libraries, type Held } from './Libraries'
import type { Job, JobKind, Jobs } from './protocol'
import { Stopped, type Doer, type Work } from './QueueWorker'

type Doers = { [Kind in JobKind]: (asked: Jobs[Kind]['asked'], held: Held, work: Work) => Promise<Jobs[Kind]['found']> }

const DOERS: Doers = {
  async read({ rig, task, ...asked }, { library, lanes }) {
    const { readers, setup } = await library.readersOf(asked, rig)
    const cases = task.cases.map((place) => setup.plan.cases[place]!)
    const name = JSON.stringify([asked.slug, asked.compiled, rig, task.isIsolated])
    try {
      const make = () => readers.lane(task.isIsolated)
      return await lanes.use(name, make, async (lane) => ({ reading: await lane.read({ ...task, cases }) }))
    } catch (error) {
      if (error instanceof ReadingFailed && !isOfTheMachine(error)) return { fault: error.fault }
      throw error
    }
  },
  async act({ rig, task, ...asked }, { library }) {
    const { readers, setup } = await library.readersOf(asked, rig)
    return readers.act({ ...task, planned: setup.plan.cases[task.planned]! })
  },
  async perform({ scenario, clock, repeat, ...asked }, { library }, { signal }) {
    const job = scenarioOf(await library.only(asked), scenario)
    return library.pools(clock).plays.use((lane) => runScenario(lane, job, { signal, ...(repeat && { repeat }) }))
  },
  async film({ scenario, clock, ...asked }, { library }) {
    const job = scenarioOf(await library.only(asked), scenario)
    return library.pools(clock).plays.use((lane) => filmScenario(lane, job))
  },
  async break({ way, share, ...asked }, { library }, { signal, onProgress }) {
    const room = new PictureRoom()
    try {
      const prepared = await library.only(asked)
      const found = await breakShare(library.pools(), room, prepared, prepared.components[0]!, {
        ...{ way, share, signal, onProgress },
      })
      if (!found) throw new Stopped()
      return found
    } finally {
      await room.close()
    }
  },
}

/** It is no fault of the component's: another machine may do it. */
const isOfTheMachine = ({ fault }: ReadingFailed) => fault.isOfMachine === true

const scenarioOf = (prepared: PreparedLibrary, at: number): ScenarioJob =>
  jobsOf(prepared, prepared.components[0]!)[at]!

// Components that are read in turns, each chunk another, must not travel for each.
const MOST_SENT_BYTES = 256 * 1024 * 1024

const sizeOf = ({ length }: Uint8Array) => Math.max(1, length)

/** Does pieces of work in a browser of this machine. */
export class BrowserDoer implements Doer {
  readonly #libraries: Libraries
  /** What was sent besides libraries. */
  readonly #sent = new LRUCache<string, Uint8Array>({ maxSize: MOST_SENT_BYTES, sizeCalculation: sizeOf })

  private constructor(
    readonly environment: RunEnvironment,
    private readonly browsers: BrowserSource,
    concurrency: number,
  ) {
    this.#libraries = new Libraries(browsers, concurrency)
  }

  /** @param concurrency how much is done at a time. @throws NoBrowser */
  static async start(concurrency: number): Promise<BrowserDoer> {
    const environment = await runEnvironment()
    if (!environment)
      throw new NoBrowser('the browser does not tell its version: what it reads could not be told apart')
    const browsers = new BrowserSource(launchChromium)
    await browsers.get()
    return new BrowserDoer(environment, browsers, concurrency)
  }

  async do({ library, kind, asked }: Job, work: Work): Promise<unknown> {
    const held = await this.#libraries.use(library, () => work.fetch(library))
    const ended = held.library.fetchBy((name) => this.fetch(name, work))
    try {
      return await (DOERS[kind] as (...given: unknown[]) => Promise<unknown>)(asked, held, work)
    } finally {
      ended()
      await held.release()
    }
  }

  private async fetch(name: string, work: Work): Promise<Uint8Array> {
    const bytes = this.#sent.get(name) ?? (await work.fetch(name))
    this.#sent.set(name, bytes)
    return bytes
  }

  isEndOf(error: unknown): boolean {
    return error instanceof BrowserLost || error instanceof NoBrowser || this.browsers.isLost
  }

  async close(): Promise<void> {
    await this.#libraries.close()
    await this.browsers.close()
  }
}
