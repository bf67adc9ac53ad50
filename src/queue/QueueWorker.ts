import { randomUUID } from 'node:crypto'
import { hostname } from 'node:os'
import type { Worker } from 'bullmq'
import type { Redis } from 'ioredis'
import { VERSION } from '@/core/version'
import type { RunEnvironment } from '@/runner'
import { Connections } from './connect'
import { blobKey, kindOf, PREFIX, queueName, resultsKey } from './names'
import type { Job, Message } from './protocol'
import { forgetWorker, tellOfWorker, TELL_EVERY_MS, type Doing, type WorkerState } from './registry'
import { RunWatch } from './RunWatch'
import { encode } from './wire'

// Who holds a piece of work says so again and again; of one that has not for so long it is taken away.
const LOCK_MS = 10_000
// How often a piece may be lost by those who hold it before whoever gave it is asked.
const MAX_LOSSES = 1
// What has begun may come to its end; then it is given back.
const GRACE_MS = 8000
// How often in that time the queue is looked for before it counts as away.
const AWAY_LOOKS = 4
const WANT_LIMIT_MS = 60_000
const WANT_EVERY_MS = 20

type Say = (message: object) => Promise<void>

/** What a worker tells of what it does. */
export interface WorkerLog {
  info(about: object, message: string): void
  error(about: object, message: string): void
}

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
  /** Gets a packed library, or an approved picture, by its name. */
  fetch(name: string): Promise<Uint8Array>
  onProgress(done: number, total: number): void
}

/** Does pieces of work. */
export interface Doer {
  /** What comes of it depends on this. */
  environment: RunEnvironment
  /** @throws what keeps it from doing it */
  do(job: Job, work: Work): Promise<unknown>
  /** Whether an error says that it cannot do anything any more. */
  isEndOf(error: unknown): boolean
  close(): Promise<void>
}

export interface WorkerOptions {
  url: string
  /** How much is done at a time. */
  concurrency: number
  log: WorkerLog
  /** Called when it cannot go on. */
  onLost?(): void
  /** After how long a piece of work is taken from a worker that says nothing any more, in ms. @defaultValue 10000 */
  lockMs?: number
}

/** Takes pieces of work from a queue and has them done. It keeps nothing that must not be lost. */
export class QueueWorker {
  readonly id = randomUUID()
  readonly #doing = new Map<string, Doing>()
  readonly #since = new Date().toISOString()
  #worker!: Worker
  #telling: NodeJS.Timeout | undefined
  #done = 0
  #back = 0
  #isEnding = false
  #isAway = false

  private constructor(
    private readonly options: WorkerOptions,
    private readonly connections: Connections,
    private readonly redis: Redis,
    private readonly doer: Doer,
    private readonly runs = new RunWatch(redis),
  ) {}

  /** @param doer is closed with it. @throws NoQueue */
  static async start(doer: Doer, options: WorkerOptions): Promise<QueueWorker> {
    const connections = new Connections(options.url)
    const worker = new QueueWorker(options, connections, await connections.openFirst(), doer)
    await worker.listen()
    return worker
  }

  private async listen() {
    const { Worker } = await import('bullmq')
    const kind = kindOf(this.doer.environment)
    const { concurrency, lockMs = LOCK_MS } = this.options
    this.#worker = new Worker(queueName(kind), (job) => this.take(job.data as Job), {
      connection: await this.connections.open(),
      prefix: PREFIX,
      ...{ concurrency, lockDuration: lockMs, stalledInterval: lockMs / 2, maxStalledCount: MAX_LOSSES },
      ...{ removeOnComplete: { count: 0 }, removeOnFail: { count: 0 } },
    })
    this.#worker.on('error', ({ message }) => this.onAway(message))
    this.redis.on('ready', () => this.onBack())
    await this.#worker.waitUntilReady()
    await this.tell()
    this.#telling = setInterval(() => void this.tell().catch(() => {}), TELL_EVERY_MS) // the next one tells it
  }

  get state(): WorkerState {
    const { id } = this
    const { environment } = this.doer
    return {
      ...{ id, name: `${hostname()} ${process.pid}`, kind: kindOf(environment), environment, version: VERSION },
      ...{ concurrency: this.options.concurrency, since: this.#since, doing: [...this.#doing.values()] },
      ...{ done: this.#done, back: this.#back, isEnding: this.#isEnding },
    }
  }

  /** Pieces of work so far. */
  get counts(): { done: number; back: number } {
    return { done: this.#done, back: this.#back }
  }

  private tell(): Promise<void> {
    return tellOfWorker(this.redis, this.state)
  }

  private async say(run: string, message: Message): Promise<void> {
    await this.redis.rpush(resultsKey(run), encode(message))
  }

  /** Does one piece of work, and tells whoever gave it what came of it. */
  private async take(job: Job): Promise<void> {
    const { run, number, kind, asked } = job
    const stop = new AbortController()
    if (!(await this.runs.begin(run, stop))) return
    const name = `${run} ${number}`
    this.#doing.set(name, { kind, library: job.library, slug: asked.slug, since: new Date().toISOString() })
    const say: Say = (message) => this.say(run, { number, from: this.id, ...message } as Message)
    try {
      const found = await this.do(job, stop.signal, say)
      await say({ found })
      this.#done++
    } catch (error) {
      this.#back++
      await this.giveBack(error as Error, stop.signal, say)
    } finally {
      this.runs.end(run, stop)
      this.#doing.delete(name)
    }
  }

  private async giveBack(error: Error, signal: AbortSignal, say: Say) {
    const isStopped = signal.aborted || error instanceof Stopped
    if (!isStopped) this.options.log.error({ reason: error.message }, 'a piece of work is given back')
    await say({ back: isStopped ? 'the worker was stopped' : error.message })
    if (this.doer.isEndOf(error)) this.options.onLost?.()
  }

  /** What is stopped is left at once, and comes to its end unheard. */
  private async do(job: Job, signal: AbortSignal, say: Say): Promise<unknown> {
    const doing = this.doer.do(job, {
      signal,
      fetch: (name) => this.fetch(job.run, name, signal, say),
      onProgress: (done, total) => void say({ progress: [done, total] }).catch(() => {}), // the next one tells it
    })
    doing.catch(() => {}) // nobody may be left to hear it
    const stopped = new Promise<never>((_, fail) => {
      signal.addEventListener('abort', () => fail(new Stopped()), { once: true })
    })
    return Promise.race([doing, stopped])
  }

  /** Something that whoever gave the work has: told to it where it is not there yet. */
  private async fetch(run: string, name: string, signal: AbortSignal, say: Say): Promise<Uint8Array> {
    const end = Date.now() + WANT_LIMIT_MS
    for (let hasAsked = false; ; hasAsked = true) {
      const bytes = await this.redis.getBuffer(blobKey(name))
      if (bytes) return bytes
      if (signal.aborted) throw new Stopped()
      if (Date.now() > end) throw new Error(`nobody has sent what run ${run} needs`)
      if (!hasAsked) await say({ want: name })
      await new Promise((done) => setTimeout(done, WANT_EVERY_MS))
    }
  }

  /** The queue is asked again and again until it is back: that it is away is said once. */
  private onAway(reason: string) {
    if (!this.#isAway) this.options.log.error({ reason }, 'the queue does not answer')
    this.#isAway = true
  }

  private onBack() {
    if (this.#isAway) this.options.log.info({}, 'the queue answers again')
    this.#isAway = false
  }

  /** Takes nothing more; what has begun comes to its end or is given back. Where the queue is away there is nobody to give it to. */
  async stop(): Promise<void> {
    this.#isEnding = true
    const late = setTimeout(() => this.runs.stopAll(), GRACE_MS)
    const isAway = await this.unlessAway(this.leave())
    clearTimeout(late)
    clearInterval(this.#telling)
    this.runs.stopAll()
    this.runs.close()
    const closed = this.#worker.close(isAway).catch(() => {}) // it ends in any case
    if (!isAway) await closed
    this.connections.close()
    await this.doer.close()
  }

  /** Gives back what has begun, and is listed no more. */
  private async leave(): Promise<void> {
    await this.tell().catch(() => {})
    await this.#worker.pause()
    await forgetWorker(this.redis, this.id).catch(() => {})
  }

  /**
   * Waits for something that the queue is needed for, unless that stays away for as long as work may take to come to its end.
   * @returns whether it is away
   */
  private async unlessAway(leaving: Promise<void>): Promise<boolean> {
    let looks = 0
    let timer: NodeJS.Timeout | undefined
    const away = new Promise<true>((done) => {
      timer = setInterval(() => {
        looks = this.redis.status === 'ready' ? 0 : looks + 1
        if (looks === AWAY_LOOKS) done(true)
      }, GRACE_MS / AWAY_LOOKS)
    })
    const isAway = await Promise.race([leaving.then(() => false), away])
    clearInterval(timer)
    return isAway
  }
}
