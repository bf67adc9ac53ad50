import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { startApp } from '../../support/app'
import { isWhole, thorough } from '../../support/extent'
import { TestRedis, TestWorker } from '../../support/queue'
import { killAndTakeUp } from '../../support/takenUp'
import { until } from '../../support/until'
import { beginVerify, reportIn, withoutReused } from '../../support/verifying'

const COMPONENTS = isWhole ? ['height-readout', 'lamp-group', 'lamp-switch', 'gear-hint'] : ['lamp-group', 'busy-veil']

let redis: TestRedis
let folder: string
const workers: TestWorker[] = []
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'brelt-taken-up-'))
  redis = await TestRedis.start()
  workers.push(...(await Promise.all([TestWorker.start(redis.url, 2), TestWorker.start(redis.url, 2)])))
})
afterAll(async () => {
  await Promise.all(workers.map((worker) => worker.kill()))
  await redis.stop()
  rmSync(folder, { recursive: true, force: true })
})

/** Begins to verify some of Firnline by the command line. */
const begin = (cache: string, out: string, ...options: string[]) =>
  beginVerify(
    join(folder, out),
    ...['demo/firnline', '--component', ...COMPONENTS, '--pictures', '--cache', join(folder, cache), ...options],
  )

/** How much of a run is kept for whoever takes it up. */
const keptIn = (cache: string) =>
  existsSync(join(folder, cache))
    ? readdirSync(join(folder, cache), { recursive: true, withFileTypes: true }).filter(
        (each) => each.isFile() && /^[\da-f]+$/.test(each.name),
      ).length
    : 0

test('a run that is killed where it was begun is taken up, and comes to what it would have come to', async () => {
  await begin('alone', 'alone.json').ended
  const alone = reportIn(join(folder, 'alone.json'))
  for (const after of isWhole ? [1, 2, 4] : [1]) {
    const before = keptIn('queued')
    const { child, ended } = begin('queued', 'killed.json', '--queue', redis.url)
    await until(
      () => Promise.resolve(keptIn('queued')),
      (now) => now >= before + after,
      240_000,
    )
    child.kill('SIGKILL')
    await ended
  }
  await begin('queued', 'taken-up.json', '--queue', redis.url).ended
  const report = reportIn(join(folder, 'taken-up.json'))
  // Some of it was found before.
  expect(report.components.filter(({ reused }) => reused)).not.toEqual([])
  expect(withoutReused(report)).toEqual(withoutReused(alone))
  // What was asked for by whoever is gone keeps nobody busy.
  const busy = async () => (await redis.workers()).flatMap(({ doing }) => doing)
  expect(await until(busy, (doing) => doing.length === 0, 60_000)).toEqual([])
}, 300_000)

thorough(
  'a run of the application that is killed with its server is taken up by the same workers',
  async () => {
    const app = await startApp([], { isStarted: true, settings: { BRELT_QUEUE: redis.url } })
    try {
      await killAndTakeUp(app, { library: 'firnline', components: 18, scenarios: 56 })
    } finally {
      await app.close()
    }
  },
  500_000,
)
