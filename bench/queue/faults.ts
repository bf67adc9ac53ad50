import type { ChildProcess } from 'node:child_process'
import { parseArgs } from 'node:util'
import { TestRedis } from '../../tests/support/queue'
import { DroppingProxy } from './DroppingProxy'
import { buildSimulated, chunkOf, openSimulated, startSimulated } from './simulation'

/**
 * Breaks what can break between a run and its workers, again and again, while work goes on, and counts what is lost and what comes twice.
 * Workers are simulated; the queue, its server and the processes are real. `node scripts/run-ts.mjs bench/queue/faults.ts --rounds 100`
 */
const { values } = parseArgs({ options: { rounds: { type: 'string', default: '100' }, way: { type: 'string' } } })

const CHUNKS = 400
const COST_MS = 20
// Short, so that a hundred rounds take half an hour.
const LOCK_MS = 2000
const AT_ONCE = 60
const random = (from: number, to: number) => from + Math.random() * (to - from)
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms))
const print = (text: string) => process.stdout.write(text + '\n')

interface Round {
  redis: TestRedis
  workers: ChildProcess[]
  /** Between the run and the queue, and between one worker and the queue. */
  ofRun: DroppingProxy
  ofWorker: DroppingProxy
  start(options?: { url?: string; cost?: number }): Promise<ChildProcess>
}

const WAYS: Record<string, (round: Round) => Promise<void>> = {
  'a worker is killed': async ({ workers }) => void workers[0]!.kill('SIGKILL'),
  'all workers are killed, and one comes': async ({ workers, start }) => {
    for (const worker of workers) worker.kill('SIGKILL')
    await pause(random(0, 2000))
    await start()
  },
  'a worker stands still, and goes on': async ({ workers }) => {
    workers[0]!.kill('SIGSTOP')
    await pause(random(LOCK_MS, 3 * LOCK_MS))
    workers[0]!.kill('SIGCONT')
  },
  'a worker is slow': async ({ start }) => void (await start({ cost: 40 * COST_MS })),
  'a worker is asked to end': async ({ workers }) => void workers[0]!.kill('SIGTERM'),
  'a worker is cut off': async ({ ofWorker }) => {
    ofWorker.cut()
    await pause(random(500, 3 * LOCK_MS))
    ofWorker.heal()
  },
  'the run is cut off': async ({ ofRun }) => {
    ofRun.cut()
    await pause(random(500, 3 * LOCK_MS))
    ofRun.heal()
  },
  'the queue starts again, and has forgotten everything': async ({ redis }) => {
    await redis.kill()
    await pause(random(0, 1000))
    await redis.start()
  },
}

/** @returns what was lost, what came twice, what came for another, and how long it took */
async function round(fault: (round: Round) => Promise<void>) {
  const redis = await TestRedis.start()
  const [ofRun, ofWorker] = await Promise.all([DroppingProxy.start(redis.port), DroppingProxy.start(redis.port)])
  const workers: ChildProcess[] = []
  const start: Round['start'] = async ({ url = redis.url, cost = COST_MS } = {}) => {
    const worker = await startSimulated({ url, cost, concurrency: 4, lockMs: LOCK_MS })
    workers.push(worker)
    return worker
  }
  await Promise.all([start({ url: ofWorker.url }), start(), start()])
  const dispatcher = await openSimulated(ofRun.url)
  const begun = performance.now()
  let [done, lost, foreign, given] = [0, 0, 0, 0]
  const lane = async () => {
    while (given < CHUNKS) {
      const number = ++given
      try {
        const found = await dispatcher.do('read', chunkOf(3))
        done++
        if (!('reading' in found) || found.reading.notes[0] !== String(number)) foreign++
      } catch {
        lost++
      }
    }
  }
  const working = Promise.all(Array.from({ length: AT_ONCE }, lane))
  await pause(random(50, 400))
  await fault({ redis, workers, ofRun, ofWorker, start })
  await working
  const ms = performance.now() - begun
  await dispatcher.close()
  for (const worker of workers) worker.kill('SIGKILL')
  ofRun.close()
  ofWorker.close()
  await redis.stop()
  return { lost, foreign, twice: Math.max(0, done + lost - CHUNKS), missing: Math.max(0, CHUNKS - done - lost), ms }
}

await buildSimulated()
const ways = Object.entries(WAYS).filter(([name]) => values.way === undefined || name.includes(values.way))
const sums = new Map(ways.map(([name]) => [name, { rounds: 0, lost: 0, foreign: 0, twice: 0, missing: 0, longest: 0 }]))
for (let at = 0; at < Number(values.rounds); at++) {
  const [name, fault] = ways[at % ways.length]!
  const { ms, ...found } = await round(fault)
  const sum = sums.get(name)!
  sum.rounds++
  sum.longest = Math.max(sum.longest, ms)
  for (const key of ['lost', 'foreign', 'twice', 'missing'] as const) sum[key] += found[key]
  print(`${at + 1} ${name}: ${JSON.stringify(found)} ${(ms / 1000).toFixed(1)} s`)
}
print(`\n| what breaks | rounds | lost | twice | for another | longest |\n|---|---|---|---|---|---|`)
for (const [name, { rounds, lost, missing, twice, foreign, longest }] of sums)
  print(`| ${name} | ${rounds} | ${lost + missing} | ${twice} | ${foreign} | ${(longest / 1000).toFixed(1)} s |`)
process.exit(0)
