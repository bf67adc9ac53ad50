import type { Film, ScenarioResult } from '@/core/scenario'
import {
  joined,
  jobsOf,
  lostShare,
  ReadingFailed,
  unplayed,
  type ActTask,
  type BrokenComponent,
  type ChunkReading,
  type ChunkTask,
  type ComponentBreaking,
  type ComponentReaders,
  type InputResult,
  type PreparedComponent,
  type ReadingLane,
  type RunPlace,
  type RunSetup,
  type ScenarioJob,
  type WorkOrder,
} from '@/runner'
import { WorkLost, WorkStopped, type Dispatcher } from './Dispatcher'
import type { SentComponent } from './protocol'

// Some wait for the first chunk of a component, or for the last.
const MORE_COMPONENTS = 2
// Each share reads all cases once before it breaks any: of many shares that is most of the work.
const MOST_SHARES = 4
const CASES_A_SHARE = 400

/** Where the work of one run is done by workers. */
export class QueuePlace implements RunPlace {
  readonly #ended: () => void
  /** Names of the scenarios of each component, in their order. */
  readonly #scenarios = new Map<string, string[]>()

  constructor(
    private readonly dispatcher: Dispatcher,
    private readonly order: WorkOrder,
    /** The hashes of the packed components, by slug. */
    private readonly packed: ReadonlyMap<string, string>,
  ) {
    const { signal } = order
    const onAbort = () => void dispatcher.stop().catch(() => {}) // its workers hear nothing more of it
    signal?.addEventListener('abort', onAbort, { once: true })
    // It may have been stopped while workers were looked for: nobody would tell it then.
    if (signal?.aborted) onAbort()
    this.#ended = () => signal?.removeEventListener('abort', onAbort)
  }

  get workers(): number {
    return this.order.workers ?? this.dispatcher.slots + MORE_COMPONENTS
  }

  get breakers(): number {
    return this.dispatcher.slots
  }

  readersOf(setup: RunSetup): ComponentReaders {
    return new QueueReaders(this.dispatcher, setup, this.asked(setup.plan.sheet.slug), this.order.rig)
  }

  async perform(
    jobs: readonly ScenarioJob[],
    onResult: (job: ScenarioJob, result: ScenarioResult) => void,
  ): Promise<void> {
    const { clock, repeat } = this.order
    await Promise.all(
      jobs.map(async (job) => {
        const asked = { ...this.placeOf(job), ...(clock && { clock }), ...(repeat !== undefined && { repeat }) }
        const result = await this.dispatcher.do('perform', asked).catch(orElse((lost) => unplayed(job, lost, clock)))
        if (result) onResult(job, result)
      }),
    )
  }

  async film(job: ScenarioJob): Promise<Film | undefined> {
    const { clock } = this.order
    const asked = { ...this.placeOf(job), ...(clock && { clock }) }
    return this.dispatcher.do('film', asked).catch(orElse(() => undefined))
  }

  async break(component: PreparedComponent, breaking: ComponentBreaking): Promise<BrokenComponent | undefined> {
    const { way, onProgress } = breaking
    const of = this.sharesOf(component)
    const steps = Array.from({ length: of }, (): [done: number, total: number] => [0, 0])
    const found = await Promise.all(
      steps.map((_, number) => {
        const asked = { ...this.asked(component.sheet.slug), way, share: { number, of } }
        const onStep = (...step: [done: number, total: number]) => {
          steps[number] = step
          onProgress?.(sumOf(steps.map(([done]) => done)), sumOf(steps.map(([, total]) => total)))
        }
        return this.dispatcher.do('break', asked, onStep).catch(orElse(lostShare))
      }),
    )
    const shares = found.filter((each) => each !== undefined)
    return shares.length < of ? undefined : joined(shares, component, way)
  }

  /** Into how much a component's breaks are divided: what is lost with a worker is little, and nobody is idle while one has much to do. */
  private sharesOf({ size }: PreparedComponent): number {
    const { expected } = this.order
    const idle = Math.floor(this.dispatcher.slots / Math.max(1, expected?.components ?? 1))
    return Math.max(1, Math.min(idle, MOST_SHARES), Math.ceil(size.cases / CASES_A_SHARE))
  }

  private placeOf({ setup, plan }: ScenarioJob) {
    const { slug } = setup.sheet
    const { prepared } = this.order
    let names = this.#scenarios.get(slug)
    if (!names) {
      const jobs = jobsOf(
        prepared,
        prepared.components.find(({ sheet }) => sheet.slug === slug)!,
      )
      this.#scenarios.set(slug, (names = jobs.map((job) => job.plan.scenario.name)))
    }
    return { ...this.asked(slug), scenario: names.indexOf(plan.scenario.name) }
  }

  private asked(slug: string): SentComponent {
    return { slug, compiled: this.packed.get(slug)! }
  }

  async close(): Promise<void> {
    this.#ended()
    await this.dispatcher.close()
  }
}

const sumOf = (numbers: readonly number[]) => numbers.reduce((sum, each) => sum + each, 0)

/** What is stopped has come to nothing; of what takes one worker after the other down something is told. */
const orElse =
  <Found>(told: (lost: string) => Found) =>
  (error: unknown): Found | undefined => {
    if (error instanceof WorkLost) return told(error.message)
    if (error instanceof WorkStopped) return undefined
    throw error
  }

/** Has a component's cases read by workers. */
class QueueReaders implements ComponentReaders {
  readonly #places: ReadonlyMap<string, number>
  readonly #asked: SentComponent & { rig?: string }

  constructor(
    private readonly dispatcher: Dispatcher,
    setup: RunSetup,
    component: SentComponent,
    rig: string | undefined,
  ) {
    this.#places = new Map(setup.plan.cases.map(({ key }, at) => [key, at]))
    this.#asked = { ...component, ...(setup.pictures && rig !== undefined && { rig }) }
  }

  get lanes(): number {
    return this.dispatcher.slots
  }

  lane(): ReadingLane {
    return { read: (task) => this.read(task), end: () => Promise.resolve() }
  }

  private async read({ cases, ...task }: ChunkTask): Promise<ChunkReading> {
    const sent = { ...task, cases: cases.map(({ key }) => this.#places.get(key)!) }
    try {
      const found = await this.dispatcher.do('read', { ...this.#asked, task: sent })
      if ('reading' in found) return found.reading
      throw new ReadingFailed(found.fault)
    } catch (error) {
      if (!(error instanceof WorkLost || error instanceof WorkStopped)) throw error
      // It took one worker after the other down: no more are tried.
      throw new ReadingFailed({ reason: error.message, kind: 'final', isOpening: false })
    }
  }

  async act({ planned, ...task }: ActTask): Promise<InputResult> {
    try {
      const sent = { ...task, planned: this.#places.get(planned.key)! }
      return await this.dispatcher.do('act', { ...this.#asked, task: sent })
    } catch (error) {
      if (!(error instanceof WorkLost || error instanceof WorkStopped)) throw error
      return { kind: 'unread', reason: error.message }
    }
  }
}
