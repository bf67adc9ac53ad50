import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Page } from 'puppeteer-core'
import { frames, press, stageFrames, startApp, type App } from '../support/app'
import { thorough } from '../support/extent'
import { demoFolder } from '../support/demo'

let app: App

beforeAll(async () => {
  app = await startApp([demoFolder('record', ['day-plan', 'gear-hint', 'warden-note', 'hut-picker', 'bunk-check'])])
})

afterAll(async () => {
  await app?.close()
})

/** Somebody who acts on the component in the recording's frame, by real pointer and keys. */
interface Actor {
  page: Page
  /** The middle of what a selector finds in the frame, in the window of the application. */
  at(selector: string, place?: number): Promise<{ x: number; y: number }>
  click(selector: string, place?: number): Promise<void>
  hover(selector: string): Promise<void>
}

async function startRecording(component: string): Promise<Actor> {
  const page = await app.open(`/firnline-record/${component}/behaviour`)
  await page.waitForFunction(
    () => [...document.querySelectorAll('button')].some((each) => each.textContent === 'Record' && !each.disabled),
    { timeout: 90_000 },
  )
  await press(page, 'button', 'Record')
  await page.waitForSelector('iframe[data-staged="true"]')
  const frame = stageFrames(page)[0]!
  const at = async (selector: string, place = 0) => {
    const inner = await frame.evaluate(
      (css: string, index: number) => {
        const { left, top, width, height } = document.querySelectorAll(css)[index]!.getBoundingClientRect()
        return { x: left + width / 2, y: top + height / 2 }
      },
      selector,
      place,
    )
    const outer = await page.$eval('iframe[data-staged]', (element) => {
      const { left, top } = element.getBoundingClientRect()
      return { left, top }
    })
    return { x: inner.x + outer.left, y: inner.y + outer.top }
  }
  return {
    page,
    at,
    click: async (selector, place) => {
      const { x, y } = await at(selector, place)
      await page.mouse.click(x, y)
    },
    hover: async (selector) => {
      const { x, y } = await at(selector)
      await page.mouse.move(x, y, { steps: 3 })
    },
  }
}

/** Waits until a change is offered. */
const offered = (page: Page, text: string) =>
  page.waitForFunction(
    (wanted: string) =>
      [...document.querySelectorAll('[data-act] label')].some((label) => label.textContent?.includes(wanted)),
    { timeout: 90_000 },
    text,
  )

const actsOf = (page: Page) =>
  page.$$eval('[data-act]', (items) => items.map((item) => (item as HTMLElement).dataset.act))

/** Keeps what was recorded; gives back its steps with what the runner says of them. */
async function keep(page: Page): Promise<{ steps: string[]; verdicts: string[] }> {
  await press(page, 'button', 'Save as scenario')
  await page.waitForSelector('[data-play="played"]')
  const read = await page.$$eval('[data-step]', (items) =>
    items.map((item) => [
      item.querySelector('.break-words')?.childNodes[0]?.textContent +
        ' ' +
        item.querySelector('.break-words .num')?.textContent,
      (item as HTMLElement).dataset.verdict!,
      item.textContent!,
    ]),
  )
  return { steps: read.map(([step]) => step!), verdicts: read.map(([, verdict]) => verdict!) }
}

/** As many frames as movements take to end: the recording's time passes as real time does. */
const rest = (page: Page) => frames(page, 40)

const allHold = (count: number) => Array.from({ length: count }, () => 'holds')

describe('a recording', () => {
  test('of pressing: what opened and what closed is offered, and replays', async () => {
    const { page, click } = await startRecording('day-plan')
    await click('.plan__header')
    await offered(page, 'panel · visible')
    await rest(page)
    await click('.plan__header', 1)
    await offered(page, 'panel[2] · visible')
    await rest(page)
    expect(await actsOf(page)).toEqual(['click header', 'click header[2]'])
    const { steps, verdicts } = await keep(page)
    expect(steps[0]).toBe('click header')
    expect(steps[1]).toMatch(/header focused yes, state.expanded yes;/)
    expect(steps[1]).toContain('panel visible yes')
    expect(steps.at(-1)).toContain('panel[2] visible yes')
    expect(steps.at(-1)).toMatch(/header state.expanded no/)
    expect(verdicts).toEqual(allHold(4))
    await page.close()
  })

  thorough('of waiting: what comes by itself is expected within its time', async () => {
    const { page, hover } = await startRecording('gear-hint')
    await hover('.hint__trigger')
    await offered(page, 'tip · visible')
    await page.mouse.move(700, 700, { steps: 3 })
    await offered(page, 'events · hide')
    const { steps, verdicts } = await keep(page)
    expect(steps[0]).toBe('hover trigger')
    expect(steps[1]).toMatch(/^eventually by 6\d\dms .*tip visible yes/)
    const leaving = steps.findIndex((step) => step.startsWith('leave '))
    expect(steps[leaving + 1]).toMatch(/^eventually by 2\d\dms .*hide 1/)
    expect(verdicts).toEqual(allHold(steps.length))
    await page.close()
  })

  thorough('of typing and keys: letters become one step', async () => {
    const { page, click } = await startRecording('warden-note')
    await click('.note__field')
    await page.keyboard.down('Control')
    await page.keyboard.press('End')
    await page.keyboard.up('Control')
    await page.keyboard.type(' Mind it.')
    await offered(page, 'field · prop(value)')
    const { steps, verdicts } = await keep(page)
    expect(steps).toContain('type " Mind it."')
    expect(steps.at(-1)).toContain('prop(value) The stove draws badly in a north wind. Mind it.')
    expect(new Set(verdicts)).toEqual(new Set(['holds']))
    await page.close()
  })

  thorough('of keys in a list: where the focus goes, and what was chosen', async () => {
    const { page, click } = await startRecording('hut-picker')
    await click('.picker__button')
    await offered(page, 'list · visible')
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('Enter')
    await offered(page, 'events · change')
    const { steps, verdicts } = await keep(page)
    expect(steps[0]).toBe('click button')
    expect(steps).toContain('press ArrowDown')
    expect(steps.at(-1)).toMatch(/button text|value text/)
    expect(new Set(verdicts)).toEqual(new Set(['holds']))
    await page.close()
  })

  thorough('of a box with a hidden input: its state follows', async () => {
    const { page, click } = await startRecording('bunk-check')
    await click('.bunk__hit')
    await offered(page, 'input · state.checked')
    await page.keyboard.press('Space')
    await page.waitForFunction(() => document.querySelectorAll('[data-act]').length === 2)
    const { steps, verdicts } = await keep(page)
    expect(steps[0]).toMatch(/^click (label|hit)$/)
    expect(steps[1]).toBe('expect input focused yes, state.checked yes')
    expect(steps.slice(2)).toEqual(['press Space', 'expect input state.checked no'])
    expect(new Set(verdicts)).toEqual(new Set(['holds']))
    await page.close()
  })
})
