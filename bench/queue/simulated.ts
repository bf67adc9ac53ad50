import type { CheckResult } from '@/core/plan'
import { QueueWorker, type Doer } from '@/queue'
import type { ChunkReading } from '@/runner'
import { SIMULATED } from './environment'

/**
 * A worker that reads nothing: each piece of work costs it a fixed time, and every case holds. So the queue can be measured, and
 * broken, without browsers. `node dist/scripts/simulated.mjs URL CONCURRENCY COST_MS CHECKS LOCK_MS`
 */
const [url = '', concurrency = '4', cost = '0', checks = '1', lockMs = '10000'] = process.argv.slice(2)

const check = (at: number): CheckResult => ({
  ...{ part: 'root', reading: `width${at}`, verdict: 'holds', expectation: '10px', expected: '10px', measured: '10px' },
  ...{ difference: '', reason: '', rule: { index: 0, line: 1 } },
})
const all = Array.from({ length: Number(checks) }, (_, at) => check(at))

const doer: Doer = {
  environment: SIMULATED,
  async do({ number, asked }) {
    if (cost !== '0') await new Promise((done) => setTimeout(done, Number(cost)))
    const { task } = asked as { task: { cases: number[] } }
    const reading: ChunkReading = {
      cases: task.cases.map(() => ({ checks: all })),
      judge: { answers: [], shared: [] },
      // What it was asked, so that a mix-up shows.
      notes: [String(number)],
      incidents: [],
    }
    return { reading }
  },
  isEndOf: () => false,
  close: () => Promise.resolve(),
}

if (url) {
  const log = { info: () => {}, error: () => {} }
  const worker = await QueueWorker.start(doer, {
    ...{ url, log, concurrency: Number(concurrency), lockMs: Number(lockMs) },
  })
  process.stdout.write('"msg":"ready"\n')
  process.once('SIGTERM', () => void worker.stop().then(() => process.exit(0)))
}
