import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { QueueWorker, QueueWorkplace, type Doer } from '@/queue'
import {
  breakLibrary,
  FolderKeeper,
  KeptResults,
  prepareLibrary,
  programName,
  runEnvironment,
  verifyLibrary,
  type PreparedLibrary,
  type RunEnvironment,
} from '@/runner'
import { openFolder } from '@/source'
import { TestRedis } from '../../support/queue'

const WHY = 'workers gave it up 5 times; the last time: no memory'

let environment: RunEnvironment
let redis: TestRedis
let worker: QueueWorker
let at: QueueWorkplace
let prepared: PreparedLibrary
const cache = mkdtempSync(join(tmpdir(), 'brelt-lost-'))

/** A worker that can do nothing. */
beforeAll(async () => {
  redis = await TestRedis.start()
  environment = (await runEnvironment())!
  const doer: Doer = {
    environment,
    do: () => Promise.reject(new Error('no memory')),
    isEndOf: () => false,
    close: () => Promise.resolve(),
  }
  const log = { info: () => {}, error: () => {} }
  worker = await QueueWorker.start(doer, { url: redis.url, concurrency: 4, log })
  at = new QueueWorkplace({ url: redis.url, program: programName() })
  prepared = await prepareLibrary(openFolder('demo/firnline'), { components: ['lamp-switch'] })
})
afterAll(async () => {
  at.close()
  await worker.stop()
  await redis.stop()
  rmSync(cache, { recursive: true, force: true })
})

test('what no worker can do is told where it belongs, and the run comes to its end', async () => {
  const { totals, components } = await verifyLibrary(at, prepared)
  const { findings, scenarios } = components[0]!
  expect(totals).toMatchObject({ holds: 0, misses: 0, scenarios: { unread: scenarios.length } })
  expect(findings.filter(({ message }) => !message.endsWith(`: ${WHY}`))).toEqual([])
  expect(scenarios.map(({ steps }) => steps[0]!.message)).toEqual(scenarios.map(() => WHY))
})

test('a component that no worker could break is told of, and is broken again the next time', async () => {
  const kept = new KeptResults(environment, new FolderKeeper(cache))
  for (const _ of ['at first', 'again']) {
    const lost: string[] = []
    const found = await breakLibrary(at, prepared, {
      ...{ way: 'quick', kept },
      onLost: (slug, reason) => lost.push(slug, reason),
    })
    expect(lost).toEqual(['lamp-switch', WHY])
    expect(kept.isWhole).toBe(false)
    expect(found.get('lamp-switch')!.notes).toEqual([`it could not be broken: ${WHY}`])
  }
})
