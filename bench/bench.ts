import { rmSync } from 'node:fs'
import { treeOf } from '@/core/sheet'
import { startApp } from '../tests/support/app'
import { closeAll } from '../tests/support/shared'
import { onDisk } from './board'

const ROWS = 12

/** A component of 50 elements whose every line shows a prop. */
const berths = treeOf({
  'library.yaml': 'library: 1\nname: Bench\n',
  'components/berths/berths.sheet.yaml': `sheet: 1
name: Berths
source: { kind: markup, markup: berths.liquid, styles: [berths.css] }
parts: { root: .berths, line: .line }
props: { word: { type: text, default: Berth }, count: { type: number, default: 0, min: 0, max: 100 } }
`,
  'components/berths/berths.liquid': `<section class="berths"><h3>{{ props.word }}</h3>${Array.from(
    { length: ROWS },
    (_, at) =>
      `<p class="line line--{{ props.count | modulo: ${at + 2} }}"><b>{{ props.word }}</b><i>${at}</i><span>{{ props.count }}</span></p>`,
  ).join('')}</section>`,
  'components/berths/berths.css': '.line { display: flex; gap: 4px } .line--0 { color: #1e6049 }',
})

/** How long a change of a control takes, in ms of the page's own clock. */
export interface ControlTimes {
  elements: number
  /** From the control's event to the rendered and laid out component; the one that 95 of 100 stay below. */
  p95Ms: number
  medianMs: number
  /** What of it the frame takes by itself. */
  frameMs: number
}

/** Changes a number on the bench again and again, as its field would, and takes the moment at which the frame had laid it out. */
export async function controlTimes(changes: number): Promise<ControlTimes> {
  const folder = onDisk(berths)
  const app = await startApp([folder])
  try {
    const page = await app.open('/bench/berths/guide')
    await page.waitForSelector('[data-bench-of] iframe[data-bench="open"]', { timeout: 60_000 })
    const frame = await (await page.$('[data-bench-of] iframe'))!.contentFrame()
    const elements = await frame!.$$eval('.berths, .berths *', (all) => all.length)
    await new Promise((done) => setTimeout(done, 1500)) // what opening set going has come to rest
    const times = await page.evaluate(async (count: number) => {
      const field = document.querySelector<HTMLInputElement>('[data-control="count"] input[type="number"]')!
      const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!
      const shown = () => document.querySelector<HTMLElement>('[data-bench-of]')!.dataset
      const found: { whole: number; frame: number }[] = []
      for (let at = 1; at <= count; at++) {
        await new Promise(requestAnimationFrame)
        const before = shown().turn
        const start = performance.now()
        set.call(field, String(at % 100))
        field.dispatchEvent(new Event('input', { bubbles: true }))
        const whole = await new Promise<number>((done) => {
          const observer = new MutationObserver(() => {
            if (shown().turn === before) return
            observer.disconnect()
            done(Number(shown().at) - performance.timeOrigin - start)
          })
          observer.observe(document.querySelector('[data-bench-of]')!, { attributes: true })
        })
        found.push({ whole, frame: Number(shown().frame) })
      }
      return found
    }, changes)
    const sorted = (values: number[]) => values.toSorted((a, b) => a - b)
    const whole = sorted(times.map((each) => each.whole))
    const inFrame = sorted(times.map((each) => each.frame))
    return {
      elements,
      p95Ms: whole[Math.floor(whole.length * 0.95)]!,
      medianMs: whole[Math.floor(whole.length / 2)]!,
      frameMs: inFrame[Math.floor(inFrame.length / 2)]!,
    }
  } finally {
    await app.close()
    await closeAll()
    rmSync(folder, { recursive: true, force: true })
  }
}
