import type { Redis } from 'ioredis'
import { picturePath } from '@/core/picture'
import { counted } from '@/core/words'
import { runEnvironment, type RunEnvironment, type RunPlace, type WorkOrder, type Workplace } from '@/runner'
import { Connections } from './connect'
import { Dispatcher } from './Dispatcher'
import { kindOf } from './names'
import { packLibrary } from './pack'
import type { Job } from './protocol'
import { QueuePlace } from './QueuePlace'
import { workersOf, type WorkerState } from './registry'

export interface QueueOptions {
  url: string
  /** Brelt's own programs, as their name stands in what every result depends on. */
  program: string
  signal?: AbortSignal | undefined
  /** Told to people: who is there, and who is waited for. */
  onNote?(note: string): void
  /** Called when a worker has done a piece of work. */
  onDone?(worker: string, job: Pick<Job, 'kind' | 'asked'>): void
}

const LOOK_EVERY_MS = 500

/** Workers that take their work from a queue, on this machine or on others. */
export class QueueWorkplace implements Workplace {
  readonly #connections: Connections
  readonly #names = new Map<string, string>()
  #redis: Redis | undefined
  #environment: Promise<RunEnvironment> | undefined
  #told = ''

  /** @throws NoQueue where the address is none */
  constructor(private readonly options: QueueOptions) {
    this.#connections = new Connections(options.url)
  }

  /** What the results depend on: where the workers are that do the work. Waits until there is one. @throws NoQueue, Error where it is stopped */
  environment(): Promise<RunEnvironment> {
    return (this.#environment ??= this.findWorkers())
  }

  async version(): Promise<string> {
    return (await this.environment()).browser
  }

  private async findWorkers(): Promise<RunEnvironment> {
    const redis = (this.#redis ??= await this.#connections.openFirst())
    for (;;) {
      this.options.signal?.throwIfAborted()
      const all = await workersOf(redis)
      const chosen = await chooseKind(all, this.options.program)
      this.tell(all, chosen)
      if (chosen) return chosen.environment
      await new Promise((again) => setTimeout(again, LOOK_EVERY_MS))
    }
  }

  async open(order: WorkOrder): Promise<RunPlace> {
    const kind = kindOf(await this.environment())
    const packed = packLibrary(order.prepared)
    const { tree } = order.prepared.library
    const dispatcher = await Dispatcher.open({
      ...{ connections: this.#connections, kind, library: packed.library },
      supply: (name) => packed.blobs.get(name) ?? tree.bytes(picturePath(name)),
      onWorkers: (workers) => this.noteWorkers(workers),
      onDone: (from, job) => this.options.onDone?.(this.#names.get(from) ?? from, job),
    })
    return new QueuePlace(dispatcher, order, packed.components)
  }

  private noteWorkers(workers: readonly WorkerState[]) {
    for (const { id, name } of workers) this.#names.set(id, name)
    const note = workers.length === 0 ? 'no worker is there any more: its work is done when one comes' : ''
    if (note !== this.#told && note !== '') this.options.onNote?.(note)
    this.#told = note
  }

  private tell(all: readonly WorkerState[], chosen: WorkerState | undefined) {
    const { program } = this.options
    const others = all.filter(({ kind }) => kind !== chosen?.kind)
    const ofOther = others.filter(({ environment }) => environment.program !== program).length
    const rigs = [
      ...new Set(
        others.filter(({ environment }) => environment.program === program).map(({ environment }) => environment.rig),
      ),
    ]
    const notes = [
      ...(chosen
        ? []
        : [`waiting for a worker at ${this.#connections.address}: brelt worker --queue ${this.#connections.address}`]),
      ...(ofOther > 0
        ? [`${counted(ofOther, 'worker')} of another version of Brelt ${ofOther === 1 ? 'takes' : 'take'} nothing`]
        : []),
      ...rigs.map((rig) => `workers at another rig take nothing: ${rig}`),
    ]
    const note = notes.join('\n')
    if (note !== this.#told) for (const each of notes) this.options.onNote?.(each)
    this.#told = note
  }

  close(): void {
    this.#connections.close()
  }
}

let ownEnvironment: Promise<RunEnvironment | undefined> | undefined

/**
 * One of the workers by whom work is done: those of other programs never are, since they would read otherwise; of several rigs this
 * machine's own comes first, then the one that does most at a time.
 * @returns undefined where there is none
 */
export async function chooseKind(all: readonly WorkerState[], program: string): Promise<WorkerState | undefined> {
  // Asking the browser and the system starts programs: who looks again and again asks once.
  const own = await (ownEnvironment ??= runEnvironment().catch(() => undefined))
  const fit = all.filter(({ environment, isEnding }) => environment.program === program && !isEnding)
  return fit.find(({ kind }) => own && kind === kindOf(own)) ?? largest(fit)
}

/** One of those who do most at a time. */
function largest(workers: readonly WorkerState[]): WorkerState | undefined {
  const slots = new Map<string, number>()
  for (const { kind, concurrency } of workers) slots.set(kind, (slots.get(kind) ?? 0) + concurrency)
  return workers.toSorted((a, b) => slots.get(b.kind)! - slots.get(a.kind)! || a.kind.localeCompare(b.kind))[0]
}
