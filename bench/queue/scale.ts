import { prepareLibrary, programName, verifyLibrary } from '@/runner'
import { QueueWorkplace } from '@/queue'
import { TestRedis, TestWorker } from '../../tests/support/queue'
import { manyCases } from './manyCases'

/**
 * How much more two workers read than one, each kept to a core of its own with its browser, on work that fills them. Who gives the work,
 * and the queue, take what they need of both cores. One and two take turns, so that a noisy machine falls on both. `node scripts/run-ts.mjs bench/queue/scale.ts`
 */
const ROUNDS = 3
const print = (text: string) => process.stdout.write(text + '\n')
const prepared = await prepareLibrary(manyCases(16))
const redis = await TestRedis.start()

/** @returns cases a second */
async function measure(count: number): Promise<number> {
  const workers = await Promise.all(Array.from({ length: count }, (_, core) => TestWorker.start(redis.url, 1, core)))
  const at = new QueueWorkplace({ url: redis.url, program: programName() })
  // The first run opens their pages and sends them the library.
  await verifyLibrary(at, { ...prepared, components: prepared.components.slice(0, 2) })
  const start = performance.now()
  const { totals } = await verifyLibrary(at, prepared)
  const rate = totals.cases / ((performance.now() - start) / 1000)
  at.close()
  await Promise.all(workers.map((worker) => worker.kill()))
  return rate
}

const ratios: number[] = []
for (let round = 0; round < ROUNDS; round++) {
  const [one, two] = [await measure(1), await measure(2)]
  ratios.push(two / one)
  print(`1 worker ${Math.round(one)} cases/s, 2 workers ${Math.round(two)} cases/s: × ${(two / one).toFixed(2)}`)
}
const middle = ratios.toSorted((a, b) => a - b)[1]!
print(`middle of ${ROUNDS}: × ${middle.toFixed(2)}, which is ${(middle / 2).toFixed(2)} W`)
await redis.stop()
process.exit(0)
