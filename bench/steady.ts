import { spawn, type ChildProcess } from 'node:child_process'
import { createHash } from 'node:crypto'
import { parseArgs } from 'node:util'
import type { Browser } from 'puppeteer-core'
import { launchChromium, PlayPool, prepareLibrary, scenarioJobs, type ScenarioJob } from '@/runner'
import { openFolder } from '@/source'

/**
 * Performs every scenario of a library again and again on each clock, one half of the times beside busy loops, and tells where two
 * performances of one scenario differ in a single byte.
 */
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    times: { type: 'string', default: '200' },
    clock: { type: 'string', multiple: true, default: ['engine', 'page'] },
    loops: { type: 'string', default: '4' },
    component: { type: 'string', multiple: true },
  },
})
const times = Number(values.times)
const print = (text: string) => process.stdout.write(text + '\n')

/** What a scenario came to, as text → how often, in quiet and under load. */
type Outcomes = Map<string, { quiet: number; loaded: number }>

const jobsOf = async (): Promise<ScenarioJob[]> => {
  const { library, tokens, components } = await prepareLibrary(
    openFolder(positionals[0] ?? 'demo/firnline'),
    values.component ? { components: values.component } : {},
  )
  return components.flatMap(({ sheet, compiled }) =>
    compiled ? scenarioJobs({ sheet, library, tokens, ...compiled, viewport: library.data.viewport }) : [],
  )
}

async function perform(pool: PlayPool, jobs: readonly ScenarioJob[], note: (name: string, outcome: string) => void) {
  await Promise.all(
    jobs.map((job) =>
      pool.use(async (lane) => {
        const performance = await lane.play(job)
        note(`${job.setup.sheet.slug}: ${job.plan.scenario.name}`, JSON.stringify(performance))
      }),
    ),
  )
}

const TELL_EVERY = 10
const differingIn = (found: ReadonlyMap<string, Outcomes>) =>
  [...found.values()].filter((outcomes) => outcomes.size > 1).length

const startLoops = (): ChildProcess[] =>
  Array.from({ length: Number(values.loops) }, () => spawn(process.execPath, ['-e', 'for (;;);'], { stdio: 'ignore' }))

const jobs = await jobsOf()
const digest = createHash('sha256')
let differing = 0
for (const clock of values.clock as ('engine' | 'page')[]) {
  let browser: Promise<Browser> | undefined
  // The limit is of real time, of which a loaded machine has little.
  const pool = new PlayPool(() => (browser ??= launchChromium()), { clock, limit: 120_000 })
  const found = new Map<string, Outcomes>()
  const seconds = { quiet: 0, loaded: 0 }
  for (const way of ['quiet', 'loaded'] as const) {
    const loops = way === 'loaded' ? startLoops() : []
    const start = performance.now()
    for (let round = 0; round < times / 2; round++) {
      // It takes an hour: who looks in between sees how far it is, and what differs so far.
      if (round > 0 && round % TELL_EVERY === 0)
        print(`  ${clock}, ${way}: ${round} times, ${differingIn(found)} differ`)
      await perform(pool, jobs, (name, outcome) => {
        const outcomes = found.get(name) ?? new Map<string, { quiet: number; loaded: number }>()
        const counts = outcomes.get(outcome) ?? { quiet: 0, loaded: 0 }
        counts[way]++
        found.set(name, outcomes.set(outcome, counts))
      })
    }
    seconds[way] = (performance.now() - start) / 1000
    for (const loop of loops) loop.kill('SIGKILL')
  }
  await pool.close()
  await (await browser)?.close()
  const unsteady = [...found].filter(([, outcomes]) => outcomes.size > 1)
  differing += unsteady.length
  for (const [name, outcomes] of [...found].toSorted()) digest.update(`${name}${[...outcomes.keys()].join('')}`)
  print(
    `${clock}: ${found.size} scenarios, ${times} times each, in ${seconds.quiet.toFixed(0)} s quiet and ${seconds.loaded.toFixed(0)} s beside ${values.loops} busy loops: ${unsteady.length} differ`,
  )
  for (const [name, outcomes] of unsteady) {
    print(`  ${name}`)
    for (const [outcome, { quiet, loaded }] of outcomes) print(`    ${quiet} quiet, ${loaded} loaded: ${outcome}`)
  }
}
print(`sha256 of all outcomes: ${digest.digest('hex')}`)
process.exitCode = differing > 0 ? 1 : 0
