import { randomUUID } from 'node:crypto'
import { hostname } from 'node:os'
import type { Worker } from 'bullmq'
import type { Redis } from 'ioredis'
import { BrowserLost, BrowserSource, launchChromium, NoBrowser, runEnvironment, type RunEnvironment } from '@/runner'
import { Connections } from './connect'
import { doJob, Stopped, type Work } from './doJob'
import { Libraries } from './Libraries'
import { blobKey, kindOf, PREFIX, queueName, resultsKey, runKey } from './names'
import type { Job, Message } from './protocol'
import { forgetWorker, tellOfWorker, TELL_EVERY_MS, type Doing, type WorkerState } from './registry'
import { encode } from './wire'

// Who holds a piece of work says so again and again; of one that has not for so long it is taken away.
const LOCK_MS = 10_000
const LOOK_FOR_LOST_MS = 5000
// How often a piece may be lost by those who hold it before whoever gave it is asked.
const MAX_LOSSES = 1
const LOOK_EVERY_MS = 1000
// A run of which nothing has been heard for so long has ended; longer than it takes Redis to start again.
const RUN_GONE_MS = 6000
// What has begun may come to its end; then it is given back.
const GRACE_MS = 8000
const WANT_LIMIT_MS = 60_000
const WANT_EVERY_MS = 20

/** What a worker tells of what it does. */
export interface WorkerLog {
  info(about: object, message: string): void
  error(about: object, message: string): void
}

export interface WorkerOptions {
  url: string
  /** How much is done at a time. */
  concurrency: number
  log: WorkerLog
  /** Called when it cannot go on: there is no browser any more. */
  onLost?(): void
}

/** Takes pieces of work from a queue and does them in a browser of this machine. It keeps nothing that must not be lost. */
export class QueueWorker {
  readonly id = randomUUID()
  readonly #doing = new Map<string, Doing>()
  readonly #stops = new Set<AbortController>()
  readonly #browsers = new BrowserSource(launchChromium)
  readonly #since = new Date().toISOString()
  readonly #libraries: Libraries
  #worker!: Worker
  #telling: NodeJS.Timeout | undefined
  #done = 0
  #back = 0
  #isEnding = false

  private constructor(
    private readonly options: WorkerOptions,
    private readonly connections: Connections,
    private readonly redis: Redis,
    readonly environment: RunEnvironment,
  ) {
    this.#libraries = new Libraries(this.#browsers, options.concurrency)
  }

  /** @throws NoQueue, NoBrowser */
  static async start(options: WorkerOptions): Promise<QueueWorker> {
    const connections = new Connections(options.url)
    const redis = await connections.openFirst()
    const environment = await runEnvironment()
    if (!environment)
      throw new NoBrowser('the browser does not tell its version: what it reads could not be told apart')
    const worker = new QueueWorker(options, connections, redis, environment)
    await worker.#browsers.get()
    await worker.listen()
    return worker
  }

  private async listen() {
    const { Worker } = await import('bullmq')
    const kind = kindOf(this.environment)
    const { concurrency, log } = this.options
    this.#worker = new Worker(queueName(kind), (job) => this.take(job.data as Job), {
      connection: await this.connections.open(),
      prefix: PREFIX,
      ...{ concurrency, lockDuration: LOCK_MS, stalledInterval: LOOK_FOR_LOST_MS, maxStalledCount: MAX_LOSSES },
      ...{ removeOnComplete: { count: 0 }, removeOnFail: { count: 0 } },
    })
    this.#worker.on('error', (error) => log.error({ reason: error.message }, 'the queue does not answer'))
    await this.#worker.waitUntilReady()
    await this.tell()
    this.#telling = setInterval(() => void this.tell().catch(() => {}), TELL_EVERY_MS) // the next one tells it
  }

  get state(): WorkerState {
    const { id, environment } = this
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
    if ((await this.redis.exists(runKey(run))) === 0) return
    const stop = new AbortController()
    const name = `${run} ${number}`
    this.#doing.set(name, { kind, library: job.library, slug: asked.slug, since: new Date().toISOString() })
    this.#stops.add(stop)
    const watching = this.watchRun(run, stop)
    const say = (message: Pick<Message, never> & object) =>
      this.say(run, { number, from: this.id, ...message } as Message)
    try {
      const found = await doJob(job, this.workFor(job, stop.signal, say))
      await say({ found })
      this.#done++
    } catch (error) {
      this.#back++
      await this.giveBack(error as Error, stop.signal, say)
    } finally {
      clearInterval(watching)
      this.#stops.delete(stop)
      this.#doing.delete(name)
    }
  }

  private async giveBack(error: Error, signal: AbortSignal, say: (message: object) => Promise<void>) {
    const isStopped = signal.aborted || error instanceof Stopped
    if (!isStopped) this.options.log.error({ reason: error.message }, 'a piece of work is given back')
    await say({ back: isStopped ? 'the worker was stopped' : error.message })
    if (error instanceof NoBrowser || error instanceof BrowserLost) this.options.onLost?.()
  }

  private workFor({ run, library }: Job, signal: AbortSignal, say: (message: object) => Promise<void>): Work {
    const fetch = async (name: string) => this.fetch(run, name, signal, say)
    return {
      signal,
      fetch,
      library: () => this.#libraries.use(library, () => fetch(library)),
      onProgress: (done, total) => void say({ progress: [done, total] }),
    }
  }

  /** Something that whoever gave the work has: told to it where it is not there yet. */
  private async fetch(
    run: string,
    name: string,
    signal: AbortSignal,
    say: (message: object) => Promise<void>,
  ): Promise<Uint8Array> {
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

  /** Stops work of a run that has ended. */
  private watchRun(run: string, stop: AbortController): NodeJS.Timeout {
    let heard = Date.now()
    return setInterval(() => {
      void this.redis.get(runKey(run)).then((state) => {
        if (state !== null) heard = Date.now()
        if (state === 'stopped' || Date.now() - heard > RUN_GONE_MS) stop.abort()
      })
    }, LOOK_EVERY_MS)
  }

  /** Takes nothing more; what has begun comes to its end or is given back. */
  async stop(): Promise<void> {
    this.#isEnding = true
    const late = setTimeout(() => {
      for (const stop of this.#stops) stop.abort()
    }, GRACE_MS)
    await this.tell().catch(() => {})
    await this.#worker.close()
    clearTimeout(late)
    clearInterval(this.#telling)
    await this.#libraries.close()
    await forgetWorker(this.redis, this.id).catch(() => {})
    this.connections.close()
    await this.#browsers.close()
  }
}

const VERSION = '0.1.0'
