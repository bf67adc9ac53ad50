import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, afterEach, beforeAll, beforeEach, expect } from '@jest/globals'
import type { LibraryStates, LibraryStrength, WorkersState } from '@/contract'
import type { Report } from '@/core/report'
import { press, startApp, waitForText, type App } from '../../support/app'
import { thorough } from '../../support/extent'
import { withoutTimes } from '../../support/plain'
import { TestRedis, TestWorker } from '../../support/queue'
import { until } from '../../support/until'
import { beginVerify, reportIn } from '../../support/verifying'

const LONGEST_MS = 900_000
// So much is done when there is trouble.
const LEAST_DONE = 100
const ID = 'firnline'

let redis: TestRedis
let folder: string
let alone: Report
let app: App | undefined
const workers: TestWorker[] = []

const work = async () => {
  const started = await TestWorker.start(redis.url, 2)
  workers.push(started)
  return started
}

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'brelt-firnline-'))
  alone = await verify('alone')
}, LONGEST_MS)
afterAll(() => rmSync(folder, { recursive: true, force: true }))
beforeEach(async () => {
  redis = await TestRedis.start()
  await Promise.all([work(), work()])
})
afterEach(async () => {
  await app?.close()
  app = undefined
  await Promise.all(workers.splice(0).map((worker) => worker.kill()))
  await redis.stop()
})

/** Verifies all of it by the command line, with a cache of its own. */
async function verify(name: string, ...options: string[]): Promise<Report> {
  const out = join(folder, `${name}.json`)
  const given = ['demo/firnline', '--pictures', '--strength', 'quick', '--cache', join(folder, name), ...options]
  await beginVerify(out, ...given).ended
  return withoutTimes(reportIn(out))
}

/** One of the workers is killed when some work is done, and the queue forgets everything some time after. */
async function trouble(): Promise<void> {
  await workers[0]!.kill()
  await work()
  await redis.kill()
  await redis.start()
}

// What workers do when they are killed, and a queue when it forgets, `workers` proves in `npm test` on smaller components.
thorough(
  'the command line: a worker is killed half way, and the queue starts again, and the report is that of one machine',
  async () => {
    const verifying = verify('queued', '--queue', redis.url)
    const hasBegun = until(
      async () => (await redis.workers()).reduce((sum, { done }) => sum + done, 0),
      (done) => done > LEAST_DONE,
      300_000,
    )
    expect(await hasBegun).toBeGreaterThan(LEAST_DONE)
    await trouble()
    expect(await verifying).toEqual(alone)
  },
  LONGEST_MS,
)

thorough(
  'the app: the same run and the same breaks from its interface; it shows who is there, and which of them read what',
  async () => {
    app = await startApp([], { settings: { BRELT_QUEUE: redis.url } })
    const page = await app.open(`/${ID}`)
    await press(page, 'button', 'Verify all')
    const seen = await until(
      async () => (await (await fetch(`${app!.address}/api/workers`)).json()) as WorkersState,
      (state) => state.workers.reduce((sum, { done }) => sum + done, 0) > LEAST_DONE,
    )
    expect(seen.workers.map(({ stands }) => stands)).toEqual(['working', 'working'])
    await trouble()
    await page.waitForFunction(() => document.querySelector('[aria-label="Run"]') === null, { timeout: LONGEST_MS })
    const states = (await (await fetch(`${app.address}/api/libraries/${ID}/states`)).json()) as LibraryStates
    const there = states.components.map(({ slug, scenarios, findings }) => ({
      slug,
      scenarios: scenarios.length,
      findings: findings.length,
    }))
    const here = alone.components.map(({ slug, scenarios, findings }) => ({
      slug,
      scenarios: scenarios.length,
      findings: findings.length,
    }))
    expect(there.toSorted((a, b) => a.slug.localeCompare(b.slug))).toEqual(
      here.toSorted((a, b) => a.slug.localeCompare(b.slug)),
    )

    await page.goto(`${app.address}/${ID}/runs`)
    await waitForText(page, '[data-testid=read-by]', /^Read by \d workers?/)
    await page.goto(`${app.address}/${ID}/strength`)
    await press(page, 'button', 'Break all')
    await page.waitForSelector('[data-strength=going]')
    await page.waitForSelector('[data-strength=still] [data-testid=strength]', { timeout: LONGEST_MS })
    const { components } = (await (
      await fetch(`${app.address}/api/libraries/${ID}/strength`)
    ).json()) as LibraryStrength
    const noticed = components.map(({ slug, found, problem }) => [slug, found?.counted, problem ?? found?.noticed])
    const known = alone.components.map(({ slug, strength }) => [slug, strength?.counted, strength?.noticed])
    expect(noticed.toSorted()).toEqual(known.toSorted())

    await page.goto(`${app.address}/-/workers`)
    await waitForText(page, '[data-testid=workers]', /^2 workers at redis:/)
    expect(await page.$$eval('[data-worker]', (rows) => rows.length)).toBe(2)
  },
  LONGEST_MS,
)
