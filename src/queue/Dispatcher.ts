import { randomUUID } from 'node:crypto'
import type { Queue } from 'bullmq'
import type { Redis } from 'ioredis'
import type { Connections } from './connect'
import { blobKey, PREFIX, queueName, resultsKey, runKey } from './names'
import type { Job, JobKind, Jobs, Message } from './protocol'
import { workersOf, type WorkerState } from './registry'
import { STOPPED } from './RunWatch'
import { decode } from './wire'

/** The work of a run was stopped. */
export class WorkStopped extends Error {
  override name = 'WorkStopped'
}

/** Nobody could do a piece of work. */
export class WorkLost extends Error {
  override name = 'WorkLost'
}

export interface DispatcherOptions {
  connections: Connections
  /** Those who read alike, by `kindOf`. */
  kind: string
  /** The packed library, by its hash. */
  library: string
  /** Gives what a worker asks for, by its name. */
  supply(name: string): Uint8Array | undefined
  /** Called with the workers that are there, again and again. */
  onWorkers?(workers: readonly WorkerState[]): void
  /** Called when somebody has done a piece of work. */
  onDone?(from: string, job: Pick<Job, 'kind' | 'asked'>): void
}

interface Piece {
  job: Job
  isSent: boolean
  /** It was not in the queue when it was looked for last. */
  isMissing: boolean
  /** How often it was lost or given back. */
  losses: number
  done(found: unknown): void
  fail(error: Error): void
  onProgress?: ((done: number, total: number) => void) | undefined
}

// What is in the queue at a time, for each piece that workers do at a time: enough that none waits, little enough to be held in memory.
const AHEAD = 3
const LEAST_AHEAD = 8
const MOST_TAKEN = 200
const WAIT_S = 1
const BEAT_MS = 2000
const RUN_TOLD_FOR_S = 30
const BLOB_KEPT_FOR_S = 3600
// Whoever takes machines down takes down this many, and no more.
const MAX_LOSSES = 4

/** Gives pieces of work to workers, and takes what they have found out: each once, whatever becomes of workers and of the queue. */
export class Dispatcher {
  readonly run = randomUUID()
  readonly #pieces = new Map<number, Piece>()
  /** Pieces that are not in the queue yet. */
  readonly #ahead: Piece[] = []
  #sent = 0
  #numbers = 0
  #slots = 1
  #isEnded = false
  #isSending = false
  #beating: NodeJS.Timeout | undefined
  #taking: Promise<void> = Promise.resolve()

  private constructor(
    private readonly options: DispatcherOptions,
    private readonly redis: Redis,
    /** Waits for results. */
    private readonly waiting: Redis,
    private readonly queue: Queue,
  ) {}

  static async open(options: DispatcherOptions): Promise<Dispatcher> {
    const { Queue } = await import('bullmq')
    const { connections, kind } = options
    const [redis, waiting, own] = await Promise.all([connections.open(), connections.open(), connections.open()])
    const queue = new Queue(queueName(kind), { connection: own, prefix: PREFIX })
    queue.on('error', () => {}) // it connects again by itself
    const dispatcher = new Dispatcher(options, redis, waiting, queue)
    await dispatcher.beat()
    dispatcher.#beating = setInterval(() => void dispatcher.beat().catch(() => {}), BEAT_MS) // the next one does it
    dispatcher.#taking = dispatcher.takeAll()
    return dispatcher
  }

  /** How much the workers do at a time. */
  get slots(): number {
    return this.#slots
  }

  /** Has a piece of work done. @throws WorkStopped, WorkLost */
  do<Kind extends JobKind>(
    kind: Kind,
    asked: Jobs[Kind]['asked'],
    onProgress?: Piece['onProgress'],
  ): Promise<Jobs[Kind]['found']> {
    if (this.#isEnded) return Promise.reject(new WorkStopped('it was stopped'))
    const { run } = this
    const number = ++this.#numbers
    return new Promise((done, fail) => {
      const job: Job = { run, number, library: this.options.library, kind, asked }
      const piece: Piece = {
        job,
        isSent: false,
        isMissing: false,
        losses: 0,
        done: done as Piece['done'],
        fail,
        onProgress,
      }
      this.#pieces.set(number, piece)
      this.#ahead.push(piece)
      this.send()
    })
  }

  /** Puts pieces into the queue, as many as there is room for, all at once. */
  private send() {
    if (this.#isSending) return
    this.#isSending = true
    setImmediate(() => {
      this.#isSending = false
      const room = Math.max(LEAST_AHEAD, AHEAD * this.#slots) - this.#sent
      const next = this.#ahead.splice(0, Math.max(0, room))
      if (next.length === 0 || this.#isEnded) return
      for (const piece of next) piece.isSent = true
      this.#sent += next.length
      void this.put(next).catch(() => {}) // they are missed, and put there again
    })
  }

  private async put(pieces: readonly Piece[]) {
    const opts = { removeOnComplete: true, removeOnFail: true }
    await this.queue.addBulk(
      pieces.map((piece) => ({ name: piece.job.kind, data: piece.job, opts: { ...opts, jobId: idOf(piece) } })),
    )
  }

  /** Takes what workers tell, until the run has ended. */
  private async takeAll() {
    const key = resultsKey(this.run)
    while (!this.#isEnded) {
      try {
        const first = await this.waiting.blpopBuffer(key, WAIT_S)
        if (!first) continue
        const more = ((await this.waiting.lpopBuffer(key, MOST_TAKEN)) ?? []) as Buffer[]
        for (const bytes of [first[1], ...more]) this.take(decode<Message>(bytes))
      } catch {
        // The server was away: what it had is asked for again.
        if (!this.#isEnded) await new Promise((again) => setTimeout(again, 100))
      }
    }
  }

  private take(message: Message) {
    const piece = this.#pieces.get(message.number)
    if ('want' in message) return void this.give(message.want).catch(() => {}) // the worker asks again
    // Somebody else has done it already.
    if (!piece) return
    if ('progress' in message) return piece.onProgress?.(...message.progress)
    if ('back' in message) return this.lose(piece, message.back)
    this.end(piece)
    this.options.onDone?.(message.from, piece.job)
    piece.done(message.found)
  }

  private end(piece: Piece) {
    this.#pieces.delete(piece.job.number)
    if (piece.isSent) this.#sent--
    this.send()
  }

  private lose(piece: Piece, reason: string) {
    if (++piece.losses > MAX_LOSSES) {
      this.end(piece)
      return piece.fail(new WorkLost(`workers gave it up ${piece.losses} times; the last time: ${reason}`))
    }
    piece.isMissing = false
    void this.put([piece]).catch(() => {}) // it is missed, and put there again
  }

  private async give(name: string) {
    const bytes = this.options.supply(name)
    if (bytes) await this.redis.set(blobKey(name), Buffer.from(bytes), 'EX', BLOB_KEPT_FOR_S)
  }

  /** Says that the run goes on, looks who is there to do its work, and whether all that is to be done is still in the queue. */
  private async beat() {
    await this.redis.set(runKey(this.run), 'goes on', 'EX', RUN_TOLD_FOR_S)
    const workers = (await workersOf(this.redis)).filter(
      ({ kind, isEnding }) => kind === this.options.kind && !isEnding,
    )
    this.#slots = Math.max(
      1,
      workers.reduce((sum, { concurrency }) => sum + concurrency, 0),
    )
    this.options.onWorkers?.(workers)
    await this.findLost()
    this.send()
  }

  /** What was twice not in the queue, and of which nothing has come, is put there again. */
  private async findLost() {
    const sent = [...this.#pieces.values()].filter(({ isSent }) => isSent)
    if (sent.length === 0) return
    const asked = this.redis.pipeline()
    for (const piece of sent) asked.exists(this.queue.toKey(idOf(piece)))
    const there = (await asked.exec()) ?? []
    for (const [at, piece] of sent.entries()) {
      if (!this.#pieces.has(piece.job.number)) continue
      const isMissing = there[at]?.[1] === 0
      if (isMissing && piece.isMissing) this.lose(piece, 'it was lost')
      else piece.isMissing = isMissing
    }
  }

  /** Stops all that goes on. */
  async stop(): Promise<void> {
    if (this.#isEnded) return
    this.#isEnded = true
    const open = [...this.#pieces.values()]
    this.#pieces.clear()
    for (const { fail } of open) fail(new WorkStopped('it was stopped'))
    await this.redis.set(runKey(this.run), STOPPED, 'EX', RUN_TOLD_FOR_S)
    await Promise.allSettled(open.filter(({ isSent }) => isSent).map((piece) => this.queue.remove(idOf(piece))))
  }

  /** Nothing more is asked for. */
  async close(): Promise<void> {
    clearInterval(this.#beating)
    const isOver = this.#isEnded
    this.#isEnded = true
    if (!isOver) await this.redis.del(runKey(this.run)).catch(() => {})
    await this.redis.del(resultsKey(this.run)).catch(() => {})
    for (const each of [this.redis, this.waiting]) each.disconnect()
    await this.#taking
    await this.queue.close().catch(() => {})
  }
}

/** Each time that it is put there under another name: what was given back may not be gone yet. */
const idOf = ({ job: { run, number }, losses }: Pick<Piece, 'job' | 'losses'>) => `${run}-${number}-${losses}`
