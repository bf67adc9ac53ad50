import { afterAll, afterEach, beforeAll, expect, test } from '@jest/globals'
import { Connections, Dispatcher, kindOf, QueueWorker, type Doer, type Work } from '@/queue'
import type { RunEnvironment } from '@/runner'
import { TestRedis } from '../../support/queue'
import { until } from '../../support/until'

const ENVIRONMENT: RunEnvironment = { program: 'p', browser: '1', machine: 'm', rig: 'r' }
const asked = { slug: 'lamp', compiled: 'c', way: 'quick' as const, share: { number: 0, of: 1 } }

let redis: TestRedis
const ends: (() => Promise<void>)[] = []
beforeAll(async () => {
  redis = await TestRedis.start()
})
afterAll(() => redis.stop())
afterEach(async () => {
  for (const end of ends.splice(0).reverse()) await end()
})

/** A worker that does what it is told here. */
async function work(does: (number: number, work: Work) => Promise<unknown>, isEndOf = () => false): Promise<void> {
  const doer: Doer = {
    environment: ENVIRONMENT,
    do: ({ number }, given) => does(number, given),
    isEndOf,
    close: () => Promise.resolve(),
  }
  const log = { info: () => {}, error: () => {} }
  const worker = await QueueWorker.start(doer, { url: redis.url, concurrency: 4, log, lockMs: 1000 })
  ends.push(() => worker.stop())
}

async function dispatch(supply: (name: string) => Uint8Array | undefined = () => undefined): Promise<Dispatcher> {
  const connections = new Connections(redis.url)
  const dispatcher = await Dispatcher.open({ connections, kind: kindOf(ENVIRONMENT), library: 'l', supply })
  ends.push(async () => {
    await dispatcher.close()
    connections.close()
  })
  return dispatcher
}

test('each piece comes back to whoever asked for it, and how far it has come before', async () => {
  await work(async (number, { onProgress }) => {
    onProgress(1, 2)
    return { number }
  })
  const dispatcher = await dispatch()
  const seen: string[] = []
  const found = await Promise.all(
    Array.from({ length: 50 }, (_, at) =>
      dispatcher.do('break', asked, (done, total) => seen.push(`${at}: ${done}/${total}`)),
    ),
  )
  expect(found).toEqual(Array.from({ length: 50 }, (_, at) => ({ number: at + 1 })))
  expect(new Set(seen).size).toBe(50)
})

test('what a worker lacks it is sent, once it asks', async () => {
  await work(async (_, { fetch }) => Buffer.from(await fetch('some picture')).toString())
  const wanted: string[] = []
  const dispatcher = await dispatch((name) => {
    wanted.push(name)
    return Buffer.from('its bytes')
  })
  expect(await dispatcher.do('break', asked)).toBe('its bytes')
  expect(await dispatcher.do('break', asked)).toBe('its bytes')
  expect(wanted).toEqual(['some picture'])
})

test('what one worker cannot do another does', async () => {
  let isFirst = true
  await work(async () => {
    if (isFirst) {
      isFirst = false
      throw new Error('no memory')
    }
    return 'done'
  })
  expect(await (await dispatch()).do('break', asked)).toBe('done')
})

test('what nobody can do is told with the reason', async () => {
  let tries = 0
  await work(async () => {
    tries++
    throw new Error('no memory')
  })
  await expect((await dispatch()).do('break', asked)).rejects.toThrow(
    'workers gave it up 5 times; the last time: no memory',
  )
  expect(tries).toBe(5)
})

test('what the queue has forgotten is put there again', async () => {
  const connections = new Connections(redis.url)
  ends.push(() => Promise.resolve(connections.close()))
  const client = await connections.open()
  const found = (await dispatch()).do('break', asked)
  expect(
    await until(
      () => client.keys('*:wait'),
      (waiting) => waiting.length > 0,
    ),
  ).toHaveLength(1)
  await client.flushall()
  await work(() => Promise.resolve('done'))
  expect(await found).toBe('done')
}, 60_000)

test('what is stopped is not waited for, and its worker is free for others', async () => {
  let isAborted: Promise<void> | undefined
  let begun = () => {}
  const hasBegun = new Promise<void>((done) => (begun = done))
  await work((_, { signal }) => {
    if (isAborted) return Promise.resolve('next')
    isAborted = new Promise((done) => signal.addEventListener('abort', () => done(), { once: true }))
    begun()
    return new Promise(() => {})
  })
  const dispatcher = await dispatch()
  const stopped = expect(dispatcher.do('break', asked)).rejects.toThrow('it was stopped')
  await hasBegun
  await dispatcher.stop()
  await stopped
  await isAborted
  expect(await (await dispatch()).do('break', asked)).toBe('next')
})
