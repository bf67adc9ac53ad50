import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import type { Report } from '@/core/report'
import { TestRedis, TestWorker } from '../../tests/support/queue'
import { beginVerify, reportIn, withoutReused } from '../../tests/support/verifying'

/**
 * Kills a run where it was begun, again and again at any time, takes it up until it comes to its end, and compares what it comes to.
 * `node scripts/run-ts.mjs bench/queue/takenUp.ts --rounds 20`
 */
const { values } = parseArgs({ options: { rounds: { type: 'string', default: '20' } } })
const COMPONENTS = ['height-readout', 'lamp-group', 'lamp-switch', 'gear-hint']
const KILLS = 3
// From before the first chunk is given until most is through.
const LATEST_MS = 15_000

const folder = mkdtempSync(join(tmpdir(), 'brelt-taken-up-'))
const print = (text: string) => process.stdout.write(text + '\n')

const begin = (cache: string, out: string, ...options: string[]) =>
  beginVerify(
    out,
    ...['demo/firnline', '--component', ...COMPONENTS, '--pictures', '--cache', join(folder, cache), ...options],
  )

const plain = (report: Report) => JSON.stringify(withoutReused(report))

const redis = await TestRedis.start()
const workers = await Promise.all([TestWorker.start(redis.url, 2), TestWorker.start(redis.url, 2)])
const out = join(folder, 'report.json')
await begin('alone', out).ended
const alone = plain(reportIn(out))
let [same, kills, reused] = [0, 0, 0]
for (let round = 0; round < Number(values.rounds); round++) {
  for (let kill = 0; kill < KILLS; kill++) {
    const { child, ended } = begin(`round-${round}`, out, '--queue', redis.url)
    await Promise.race([ended, new Promise((done) => setTimeout(done, Math.random() * LATEST_MS))])
    if (child.exitCode === null) kills++
    child.kill('SIGKILL')
    await ended
  }
  rmSync(out, { force: true })
  await begin(`round-${round}`, out, '--queue', redis.url).ended
  const report = reportIn(out)
  reused += report.components.filter((each) => each.reused).length
  if (plain(report) === alone) same++
  print(`${round + 1}: ${plain(report) === alone ? 'the same' : 'OTHERWISE'}`)
}
print(
  `${values.rounds} runs, killed ${kills} times: ${same} came to what one machine finds; ${reused} components were found before`,
)
await Promise.all(workers.map((worker) => worker.kill()))
await redis.stop()
rmSync(folder, { recursive: true, force: true })
