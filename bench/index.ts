import { launchChromium } from '@/runner'
import { controlTimes } from './bench'
import { boardTimes } from './board'
import { commandCost, fixedCost } from './fixed'
import { importTime, keystrokeTimes, kindTimes } from './define'
import { againTimes, comparisonRates, pictureCost } from './runs'
import { firnlineTime, rates, timeOutTime } from './scenarios'
import { specTimes, tokenTime } from './spec'
import { breakRates, firnlineStrength, scenarioBreakRate } from './strength'
import { brelt, handWritten, limit, loopCost } from './ways'

/** Medians of a few rounds, all ways in each round, so that a busy machine slows them alike. */
const ROUNDS = 3
const PAUSE_MS = 500

const median = (values: readonly number[]) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!
const show = (value: number) => (value >= 100 ? value.toFixed(0) : value.toPrecision(3))
const print = (text: string) => process.stdout.write(text + '\n')

const { stepsMs, wholeMs } = await timeOutTime(9)
print('\nBehaviour in virtual time, by the engine’s clock')
print(`  a time-out of 10 s proven in ${show(stepsMs)} ms (goal 100), ${show(wholeMs)} ms with its fresh document`)
for (const wait of [600, 5000]) {
  const { brelt, handWritten } = await rates(wait, 30)
  print(
    `  a delay of ${wait} ms: ${show(brelt)} scenarios a second, ${show(handWritten)} by hand with real waits: ${show(brelt / handWritten)} ×`,
  )
}
const firnline = await firnlineTime()
print(
  `  all ${firnline.count} scenarios of Firnline in ${show(firnline.ms / 1000)} s, ${firnline.missed} miss (goal 10 s)`,
)

print('\nStrength')
const breaks = await breakRates('bunk-check')
print(
  `  ${breaks.breaks} breaks of a component of ${breaks.cases} cases: ${show(breaks.many)} a second (goal 30), ${show(breaks.many / breaks.one)} × one at a time`,
)
const acted = await scenarioBreakRate('hut-picker')
print(`  ${acted.breaks} breaks of what it does in scenarios: ${show(acted.rate)} a second (goal 5)`)
const strength = await firnlineStrength()
print(
  `  all of Firnline: ${strength.breaks} breaks in ${show(strength.seconds)} s (goal 90), ${strength.noticed} of ${strength.counted} noticed`,
)

const control = await controlTimes(200)
print('\nA control on the bench, until the component shows it, in the page')
print(
  `  ${control.elements} elements: ${show(control.p95Ms)} ms for 95 of 100 (goal 16), median ${show(control.medianMs)} ms, of which the frame takes ${show(control.frameMs)} ms`,
)

const { draftMs, cascadeMs, judgeMs, expectations } = specTimes()
print('\nThe spec of 5,000 cases × 10 parts × 20 readings')
print(`  the cascade resolved in all of them: ${show(cascadeMs)} ms (goal 250)`)
print(`  judged by what was read, as it is typed: ${show(judgeMs)} ms`)
print(`  drafted: ${show(draftMs)} ms for ${expectations} expectations (goal 3000)`)
print(`  5,000 tokens in two contexts read in ${show(tokenTime())} ms (goal 300)`)

print('\nThe main job from the command line')
const whole = await commandCost('demo/firnline')
print(
  `  all of Firnline in ${show(whole.seconds)} s (goal 10), ${whole.memory} MB of all processes together (goal 1200)`,
)
const single = await commandCost('demo/firnline', '--component', 'busy-veil')
print(`  one component of 12 cases in ${show(single.seconds)} s (goal 1.8), ${single.memory} MB`)

const browser = await launchChromium()
try {
  print(`  a component of 12 cases, the browser up: ${show(await fixedCost(browser))} ms (goal 150)`)
  await brelt(browser, 90) // the first run of anything pays for what later ones find ready
  for (const cases of [90, 5040]) {
    const rounds: Record<'brelt' | 'limit' | 'page' | 'paused', number>[] = []
    for (let round = 0; round < ROUNDS; round++) {
      rounds.push({
        brelt: await brelt(browser, cases),
        limit: await limit(browser, cases),
        page: await handWritten(browser, cases, 0, 20),
        paused: await handWritten(browser, cases, PAUSE_MS, 4),
      })
    }
    const of = (way: keyof (typeof rounds)[number]) => median(rounds.map((round) => round[way]))
    print(`\n${cases} cases, 20 properties of 4 parts, ms a case (median of ${ROUNDS} rounds)`)
    print(
      `  a page a case, ${PAUSE_MS} ms pause  ${show(of('paused')).padStart(8)}   ${show(of('paused') / of('brelt'))} × Brelt (goal 800)`,
    )
    print(
      `  a page a case, no pause      ${show(of('page')).padStart(8)}   ${show(of('page') / of('brelt'))} × Brelt (goal 120)`,
    )
    print(
      `  Brelt, end to end            ${show(of('brelt')).padStart(8)}   ${show(of('brelt') / of('limit'))} × the limit (goal 3)`,
    )
    print(`  only getComputedStyle        ${show(of('limit')).padStart(8)}`)
  }
  print(`\nA component whose script never returns costs ${show(await loopCost(browser))} ms (goal 5000)`)
  print('\nHow the cost grows')
  for (const cases of [1000, 5000, 20_000]) {
    globalThis.gc?.()
    let peak = 0
    const watch = setInterval(() => (peak = Math.max(peak, process.memoryUsage().rss)), 20)
    const each = await brelt(browser, cases)
    clearInterval(watch)
    print(
      `  ${String(cases).padStart(6)} cases  ${show(each)} ms a case, at most ${Math.round(peak / 1e6)} MB in this process`,
    )
  }
} finally {
  await browser.close()
}

const { openMs, longestFrameMs, usualFrameMs, mostMounted } = await boardTimes()
print('\nThe board')
print(`  500 live cases in sight after ${show(openMs)} ms (goal 2000)`)
print(
  `  scrolling through 5,000: longest frame ${show(longestFrameMs)} ms (goal 50), 95 % below ${show(usualFrameMs)} ms, at most ${mostMounted} cases mounted`,
)

print(
  '\nDefine: a keystroke to the new rendering of 100 cases in sight, after the pause that is waited for (goal 150 ms)',
)
for (const [file, times] of Object.entries(await keystrokeTimes())) {
  const sorted = times.toSorted((a, b) => a - b)
  print(`  ${file.padEnd(14)} p50 ${show(median(times))} ms, p95 ${show(sorted[Math.floor(sorted.length * 0.95)]!)} ms`)
}
print(`\nA folder of 200 sheets is taken in after ${show(await importTime(200))} ms (goal 5000)`)
print('\nKinds, 500 cases end to end, ms a case')
for (const [kind, each] of Object.entries(await kindTimes())) print(`  ${kind.padEnd(8)} ${show(each)}`)

const compared = comparisonRates()
print('\nPictures')
print(
  `  compared: ${show(compared.equal)} megapixels a second where all are equal (goal 100), ${show(compared.unequal)} where none is (goal 20), ${show(compared.noise)} of noise`,
)
const pictured = await launchChromium()
try {
  const { same, fresh } = await pictureCost(pictured, 500)
  print(
    `  taken of 500 cases, beyond reading: ${show(same)} ms a case where all are as approved (goal 1), ${show(fresh)} ms where all are new`,
  )
} finally {
  await pictured.close()
}

const again = againTimes()
print('\nNothing twice: all of Firnline from the command line')
print(`  read anew in ${show(again.fresh)} s; unchanged in ${show(again.unchanged)} s (goal 1)`)
print(
  `  one declaration of bunk-check changed: ${show(again.declaration)} s (goal 3); one rule of lamp-switch: ${show(again.rule)} s (goal 1.5), ${show(again.miss)} s where it misses now`,
)
