import {
  breakComponent,
  filmScenario,
  jobsOf,
  PictureRoom,
  ReadingFailed,
  runScenario,
  type PreparedLibrary,
  type ScenarioJob,
} from '@/runner'
import type { Held } from './Libraries'
import type { Job, JobKind, Jobs } from './protocol'

/** The work was stopped by whoever gave it, or with its worker. */
export class Stopped extends Error {
  override name = 'Stopped'
  constructor() {
    super('it was stopped')
  }
}

/** What doing a piece of work takes. */
export interface Work {
  signal: AbortSignal
  library(): Promise<Held>
  /** Gets an approved picture by its name. */
  fetch(picture: string): Promise<Uint8Array>
  onProgress(done: number, total: number): void
}

type Doers = { [Kind in JobKind]: (asked: Jobs[Kind]['asked'], held: Held, work: Work) => Promise<Jobs[Kind]['found']> }

const DOERS: Doers = {
  async read({ slug, rig, task }, { library, lanes }, { fetch }) {
    const { readers, setup } = library.readersOf(slug, rig, fetch)
    const cases = task.cases.map((place) => setup.plan.cases[place]!)
    const name = JSON.stringify([slug, rig, task.isIsolated])
    try {
      const make = () => readers.lane(task.isIsolated)
      return await lanes.use(name, make, async (lane) => ({ reading: await lane.read({ ...task, cases }) }))
    } catch (error) {
      if (error instanceof ReadingFailed && !isOfTheMachine(error)) return { fault: error.fault }
      throw error
    }
  },
  act({ slug, rig, task }, { library }, { fetch }) {
    const { readers, setup } = library.readersOf(slug, rig, fetch)
    return readers.act({ ...task, planned: setup.plan.cases[task.planned]! })
  },
  perform({ slug, scenario, clock, repeat }, { library }, { signal }) {
    const job = scenarioOf(library.only(slug), scenario)
    return library.pools(clock).plays.use((lane) => runScenario(lane, job, { signal, ...(repeat && { repeat }) }))
  },
  film({ slug, scenario, clock }, { library }) {
    const job = scenarioOf(library.only(slug), scenario)
    return library.pools(clock).plays.use((lane) => filmScenario(lane, job))
  },
  async break({ slug, way }, { library }, { signal, onProgress }) {
    const room = new PictureRoom()
    try {
      const prepared = library.only(slug)
      const broken = await breakComponent(library.pools(), room, prepared, prepared.components[0]!, {
        ...{ way, signal, onProgress },
      })
      if (!broken) throw new Stopped()
      return broken
    } finally {
      await room.close()
    }
  },
}

/** It is no fault of the component's: another machine may do it. */
const isOfTheMachine = ({ fault }: ReadingFailed) => fault.isOfMachine === true

const scenarioOf = (prepared: PreparedLibrary, at: number): ScenarioJob =>
  jobsOf(prepared, prepared.components[0]!)[at]!

/** Does one piece of work. What is stopped is left at once, and comes to its end unheard. @throws what keeps this worker from doing it, and Stopped */
export async function doJob(job: Job, work: Work): Promise<unknown> {
  const doing = doIt(job, work)
  doing.catch(() => {}) // nobody may be left to hear it
  const stopped = new Promise<never>((_, fail) => {
    work.signal.addEventListener('abort', () => fail(new Stopped()), { once: true })
  })
  return Promise.race([doing, stopped])
}

async function doIt({ kind, asked }: Job, work: Work): Promise<unknown> {
  const held = await work.library()
  try {
    return await (DOERS[kind] as (...given: unknown[]) => Promise<unknown>)(asked, held, work)
  } finally {
    await held.release()
  }
}
