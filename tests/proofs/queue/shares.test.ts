import { readdirSync } from 'node:fs'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { StrengthWay } from '@/core/breaks'
import { QueueWorkplace } from '@/queue'
import { breakLibrary, BrowserSource, startBrowser, prepareLibrary, programName } from '@/runner'
import { openFolder } from '@/source'
import { TestRedis, TestWorker } from '../../support/queue'
import { isWhole } from '../../support/extent'

let redis: TestRedis
let worker: TestWorker
const browsers = new BrowserSource(startBrowser)
beforeAll(async () => {
  redis = await TestRedis.start()
  worker = await TestWorker.start(redis.url, 3)
})
afterAll(async () => {
  await Promise.all([worker.kill(), browsers.close()])
  await redis.stop()
})

// With steps, made styles and scenarios.
const SOME: [slug: string, way: StrengthWay][] = [['lamp-group', 'quick']]
const all = () => readdirSync('demo/firnline/components').map((slug): (typeof SOME)[0] => [slug, 'full'])

test.each(isWhole ? all() : SOME)(
  'the breaks of %s, divided among workers, come to what they come to on one machine',
  async (slug, way) => {
    const prepared = await prepareLibrary(openFolder('demo/firnline'), { components: [slug] })
    const alone = await breakLibrary(browsers, prepared, { way })
    const done: string[] = []
    const at = new QueueWorkplace({
      ...{ url: redis.url, program: programName() },
      onDone: (_, { kind, asked }) => done.push(`${kind} ${asked.slug}`),
    })
    const steps: [done: number, total: number][] = []
    const there = await breakLibrary(at, prepared, { way, onProgress: (_, ...step) => steps.push(step) })
    at.close()
    expect(there).toEqual(alone)
    expect(done).toEqual(Array(3).fill(`break ${slug}`))
    expect(steps.at(-1)![0]).toBeLessThanOrEqual(steps.at(-1)![1])
  },
  // Both ways of the component with the most breaks, beside whatever else the machine does.
  900_000,
)
