import type { Redis } from 'ioredis'

/** The queue cannot be reached: what to do about it. */
export class NoQueue extends Error {
  override name = 'NoQueue'
  readonly code = 'no-queue'
}

// One that does not answer is not there. Wide, since it may be this process that has no time.
const CONNECT_LIMIT_MS = 20_000
// A connection that was cut off without a word: it is made anew.
const SILENCE_MS = 15_000
const LONGEST_WAIT_MS = 1000

/** How we connect: what is asked while the server is away is asked when it is back. */
const OPTIONS = {
  maxRetriesPerRequest: null,
  connectTimeout: CONNECT_LIMIT_MS,
  socketTimeout: SILENCE_MS,
  retryStrategy: (times: number) => Math.min(times * 100, LONGEST_WAIT_MS),
  lazyConnect: true,
  // A timer of the package's own, which keeps the process alive.
  disconnectTimeout: 200,
}

/** An address of a Redis server. @throws NoQueue where it is none */
export function queueAddress(text: string): URL {
  const url = URL.canParse(text) ? new URL(text) : undefined
  if (!url || !['redis:', 'rediss:'].includes(url.protocol))
    throw new NoQueue(`"${withoutSecrets(text)}" is no address of a queue, such as redis://127.0.0.1:6379`)
  return url
}

/** An address as it may be told: without name and password. */
export const withoutSecrets = (text: string): string => text.replace(/\/\/[^@/]*@/, '//')

/** Connections to one queue. */
export class Connections {
  readonly #all: Redis[] = []
  readonly address: string

  /** @throws NoQueue where the address is none */
  constructor(private readonly url: string) {
    this.address = withoutSecrets(queueAddress(url).href)
  }

  /** A connection of one's own: one that waits for something keeps all others waiting. */
  async open(): Promise<Redis> {
    const { Redis } = await import('ioredis')
    const redis = new Redis(this.url, OPTIONS)
    // It connects again by itself; whoever asks waits until then.
    redis.on('error', () => {})
    this.#all.push(redis)
    return redis
  }

  /** A first connection. @throws NoQueue where none comes about */
  async openFirst(): Promise<Redis> {
    const redis = await this.open()
    let reason = 'it does not answer'
    redis.on('error', ({ message }: Error) => (reason = message))
    const late = new Promise<never>((_, fail) => {
      const timer = setTimeout(() => fail(new Error(reason)), CONNECT_LIMIT_MS)
      timer.unref()
    })
    try {
      await Promise.race([redis.connect().then(() => redis.ping()), late])
      return redis
    } catch (error) {
      redis.disconnect()
      throw new NoQueue(`the queue at ${this.address} cannot be reached: ${reasonOf(error as Error, reason)}`)
    }
  }

  close(): void {
    for (const redis of this.#all) redis.disconnect()
  }
}

/** The connection's own words say no more than that it is closed. */
const reasonOf = ({ message }: Error, reason: string) => (/closed/i.test(message) ? reason : message)
