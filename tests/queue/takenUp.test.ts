import { spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Report } from '@/core/report'
import { startApp } from '../support/app'
import { withoutTimes } from '../support/plain'
import { TestRedis, TestWorker } from '../support/queue'
import { killAndTakeUp } from '../support/takenUp'
import { until } from '../support/until'

const COMPONENTS = ['height-readout', 'lamp-group', 'lamp-switch', 'gear-hint']

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
function begin(cache: string, out: string, ...options: string[]) {
  const given = ['verify', 'demo/firnline', '--component', ...COMPONENTS, '--pictures', '--cache', join(folder, cache)]
  return spawn(
    process.execPath,
    ['bin/brelt.mjs', ...given, '--format', 'json', '--out', join(folder, out), ...options],
    {
      stdio: ['ignore', 'ignore', 'inherit'],
    },
  )
}

const ended = (child: ReturnType<typeof begin>) => new Promise<void>((done) => child.once('exit', () => done()))

const reportIn = (out: string): Report => JSON.parse(readFileSync(join(folder, out), 'utf8')) as Report

const done = async () => (await redis.workers()).reduce((sum, worker) => sum + worker.done, 0)

test('a run that is killed where it was begun is taken up, and comes to what it would have come to', async () => {
  await ended(begin('alone', 'alone.json'))
  const alone = reportIn('alone.json')
  for (const after of [2, 12, 24]) {
    const before = await done()
    const killed = begin('queued', 'killed.json', '--queue', redis.url)
    const gone = ended(killed)
    await until(done, (now) => now >= before + after)
    killed.kill('SIGKILL')
    await gone
  }
  await ended(begin('queued', 'taken-up.json', '--queue', redis.url))
  const report = reportIn('taken-up.json')
  // Some of it was found before.
  expect(report.components.filter(({ reused }) => reused)).not.toEqual([])
  const plain = ({ components, ...rest }: Report) =>
    withoutTimes({ ...rest, components: components.map(({ reused: _, ...each }) => each) })
  expect(plain(report)).toEqual(plain(alone))
  // What was asked for by whoever is gone keeps nobody busy.
  const busy = async () => (await redis.workers()).flatMap(({ doing }) => doing)
  expect(await until(busy, (doing) => doing.length === 0, 60_000)).toEqual([])
}, 300_000)

test('a run of the application that is killed with its server is taken up by the same workers', async () => {
  const app = await startApp([], { BRELT_QUEUE: redis.url })
  try {
    await killAndTakeUp(app)
  } finally {
    await app.close()
  }
}, 500_000)
