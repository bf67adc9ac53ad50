import { parseArgs } from 'node:util'
import { prepareLibrary, programName, verifyLibrary } from '@/runner'
import { QueueWorkplace } from '@/queue'
import { TestRedis, TestWorker } from '../../tests/support/queue'
import { SIMULATED } from './environment'
import { CASES_EACH, manyCases } from './manyCases'
import { buildSimulated, startSimulated } from './simulation'

/**
 * What the coordinator takes of memory as cases come in: 1,000,000 of simulated workers, or with `--real` 100,000 that are read.
 * `node scripts/run-ts.mjs bench/queue/memory.ts [--real] [--cases 1000000]`
 */
const { values } = parseArgs({ options: { real: { type: 'boolean', default: false }, cases: { type: 'string' } } })
const wanted = Number(values.cases ?? (values.real ? 100_000 : 1_000_000))
const components = Math.ceil(wanted / CASES_EACH)
const print = (text: string) => process.stdout.write(text + '\n')
const megabytes = () => Math.round(process.memoryUsage().rss / 1024 / 1024)
/** What is held, once all that is not has been let go. */
const heldMegabytes = () => {
  globalThis.gc?.()
  return Math.round(process.memoryUsage().heapUsed / 1024 / 1024)
}

await buildSimulated()
const redis = await TestRedis.start()
const ends = values.real
  ? [await TestWorker.start(redis.url, 2)].map((worker) => () => worker.kill())
  : (await Promise.all([0, 1].map(() => startSimulated({ url: redis.url, concurrency: 4, checks: 8 })))).map(
      (child) => async () => void child.kill('SIGKILL'),
    )
const start = performance.now()
const prepared = await prepareLibrary(manyCases(components))
print(`${components} components prepared in ${((performance.now() - start) / 1000).toFixed(0)} s: ${megabytes()} MB`)

const at = new QueueWorkplace({ url: redis.url, program: values.real ? programName() : SIMULATED.program })
const step = wanted / 10
let [seen, next, most] = [0, step, 0]
const begun = performance.now()
const report = await verifyLibrary(at, prepared, {
  onCase: () => {
    seen++
    if (seen % 1000 === 0) most = Math.max(most, megabytes())
    if (seen < next) return
    next += step
    print(
      `${seen.toLocaleString('en')} cases: ${heldMegabytes()} MB held, ${megabytes()} MB of memory, at most ${most} MB so far`,
    )
  },
})
const seconds = (performance.now() - begun) / 1000
const { cases, holds } = report.totals
print(`${cases.toLocaleString('en')} cases, ${holds.toLocaleString('en')} hold, ${Math.round(cases / seconds)} cases/s`)
at.close()
for (const end of ends) await end()
await redis.stop()
process.exit(cases === components * CASES_EACH ? 0 : 1)
