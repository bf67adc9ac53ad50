import type { Browser } from 'puppeteer-core'
import { treeOf } from '@/core/sheet'
import {
  launchChromium,
  PlayLane,
  PlayPool,
  prepareLibrary,
  runScenarios,
  scenarioJobs,
  type ScenarioJob,
} from '@/runner'
import { openFolder } from '@/source'

const MARKUP = '<div class="bell"><button>Pull</button><p hidden>Ding</p></div>'
const SCRIPT = `export default (root) => {
  root.querySelector('button').addEventListener('click', () => setTimeout(() => (root.querySelector('p').hidden = false), WAIT))
}`
const bell = (wait: number) =>
  treeOf({
    'library.yaml': 'library: 1\nname: Bench',
    'components/bell/bell.sheet.yaml': `sheet: 1
name: Bell
source: { kind: markup, markup: bell.liquid, script: bell.js }
parts: { root: .bell, cord: .bell button, word: .bell p }
scenarios:
  - name: It rings in time
    steps:
      - click: cord
      - throughout: { for: ${wait - 1}ms, word: { visible: no } }
      - eventually: { by: 20ms, word: { visible: yes } }
`,
    'components/bell/bell.liquid': MARKUP,
    'components/bell/bell.js': SCRIPT.replace('WAIT', String(wait)),
  })

async function jobsOf(tree: Parameters<typeof prepareLibrary>[0]): Promise<ScenarioJob[]> {
  const { library, tokens, components } = await prepareLibrary(tree)
  return components.flatMap(({ sheet, compiled }) =>
    compiled ? scenarioJobs({ sheet, library, tokens, ...compiled, viewport: library.data.viewport }) : [],
  )
}

const median = (values: readonly number[]) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!

/** Wall time, in ms, from the first step of a scenario to its verdict, where a time-out of 10 s is proven. */
export async function timeOutTime(rounds: number): Promise<{ stepsMs: number; wholeMs: number }> {
  const [job] = await jobsOf(bell(10_000))
  const lane = new PlayLane(() => Promise.reject(new Error('the engine keeps the time')), 'engine')
  const steps: number[] = []
  const whole: number[] = []
  try {
    for (let round = 0; round <= rounds; round++) {
      let first: number | undefined
      const start = performance.now()
      const { verdict } = await lane.play(job!, { onStep: () => void (first ??= performance.now()) })
      if (verdict !== 'holds') throw new Error(`the bell does not ring: ${verdict}`)
      // The first round pays for the browser's start.
      if (round > 0) {
        steps.push(performance.now() - first!)
        whole.push(performance.now() - start)
      }
    }
  } finally {
    await lane.close()
  }
  return { stepsMs: median(steps), wholeMs: median(whole) }
}

/** Scenarios a second: with virtual time, and as a hand-written script in a warm page with real waits does the same. */
export async function rates(wait: number, count: number): Promise<{ brelt: number; handWritten: number }> {
  const [job] = await jobsOf(bell(wait))
  const lane = new PlayLane(() => Promise.reject(new Error('the engine keeps the time')), 'engine')
  let brelt: number
  try {
    await lane.play(job!)
    const start = performance.now()
    for (let at = 0; at < count; at++) await lane.play(job!)
    brelt = (count / (performance.now() - start)) * 1000
  } finally {
    await lane.close()
  }
  const browser = await launchChromium()
  try {
    return { brelt, handWritten: await byHand(browser, wait, Math.max(2, Math.floor(count / 10))) }
  } finally {
    await browser.close()
  }
}

async function byHand(browser: Browser, wait: number, count: number): Promise<number> {
  const page = await browser.newPage()
  const script = SCRIPT.replace('export default', 'const bell =').replace('WAIT', String(wait))
  const start = performance.now()
  for (let at = 0; at < count; at++) {
    await page.setContent(`${MARKUP}<script type="module">${script}; bell(document.querySelector('.bell'))</script>`)
    await page.click('button')
    // As people write it: look shortly before, wait, look again.
    await new Promise((done) => setTimeout(done, wait - 50))
    if (await page.$eval('p', (word) => word.checkVisibility())) throw new Error('too early')
    await page.waitForFunction(() => document.querySelector('p')!.checkVisibility(), { timeout: wait })
  }
  const rate = (count / (performance.now() - start)) * 1000
  await page.close()
  return rate
}

/** Wall time of all of Firnline's scenarios, browsers' start included, in ms. */
export async function firnlineTime(): Promise<{ ms: number; count: number; missed: number }> {
  const jobs = await jobsOf(openFolder('demo/firnline'))
  let missed = 0
  const start = performance.now()
  const pool = new PlayPool(() => Promise.reject(new Error('the engine keeps the time')), { clock: 'engine' })
  await runScenarios(pool, jobs, {}, (_, { verdict }) => void (verdict === 'holds' || missed++))
  await pool.close()
  return { ms: performance.now() - start, count: jobs.length, missed }
}
