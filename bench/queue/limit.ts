import { ComponentTally } from '@/core/report'
import { TestRedis } from '../../tests/support/queue'
import { buildSimulated, chunkOf, openSimulated, startSimulated } from './simulation'

/**
 * The queue's own limit: how many chunks a second are given to workers, come back and are tallied, where reading them costs nothing.
 * `node scripts/run-ts.mjs bench/queue/limit.ts`
 */
const CASES = 5
const SECONDS = 10
// More than this wait nowhere.
const AT_ONCE = 2000

await buildSimulated()
const redis = await TestRedis.start()
for (const workers of [1, 2]) {
  const processes = await Promise.all(
    Array.from({ length: workers }, () => startSimulated({ url: redis.url, concurrency: 100, checks: 10 })),
  )
  const dispatcher = await openSimulated(redis.url)
  const tally = new ComponentTally('simulated', 'Simulated', '', [])
  let [chunks, given] = [0, 0]
  const end = Date.now() + SECONDS * 1000
  const start = performance.now()
  const lane = async () => {
    while (Date.now() < end) {
      given++
      const found = await dispatcher.do('read', chunkOf(CASES))
      if (!('reading' in found)) throw new Error('nothing was read')
      for (const { checks } of found.reading.cases)
        tally.add({ key: '', values: {}, checks: checks.filter((each) => each !== 'later') })
      chunks++
    }
  }
  await Promise.all(Array.from({ length: AT_ONCE }, lane))
  const seconds = (performance.now() - start) / 1000
  if (chunks !== given || tally.counts.holds !== chunks * CASES * 10) throw new Error('some were lost')
  process.stdout.write(
    `${workers} worker processes: ${Math.round(chunks / seconds)} chunks/s (${chunks} in ${seconds.toFixed(1)} s)\n`,
  )
  await dispatcher.close()
  for (const each of processes) each.kill('SIGKILL')
}
await redis.stop()
process.exit(0)
