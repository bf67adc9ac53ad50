import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Page } from 'puppeteer-core'
import { fill, press, startApp, waitForText, type App } from '../support/app'
import { thorough } from '../support/extent'
import { until } from '../support/until'

let app: App
const scratch = mkdtempSync(join(tmpdir(), 'brelt-scenes-'))

const FILES: Record<string, string> = {
  'library.yaml': 'library: 1\nname: Scene bells\n',
  'components/bell/bell.sheet.yaml': `sheet: 1
name: Bell
source: { kind: markup, markup: bell.liquid, styles: [bell.css], script: bell.js }
parts: { root: .bell, cord: .bell button, word: .bell p }
events: { ring: {} }
scenarios:
  - name: It rings after a second
    steps:
      - click: cord
      - throughout: { for: 999ms, word: { visible: no } }
      - eventually: { by: 20ms, word: { visible: yes, color: "rgb(0, 0, 255)" } }
  - name: It rings at once
    steps:
      - click: cord
      - expect: { word: { visible: yes } }
`,
  'components/bell/bell.liquid': '<div class="bell"><button>Pull</button><p hidden>Ding</p></div>\n',
  'components/bell/bell.css': '.bell { width: 120px }\n.bell p { color: #ff0000 }\n',
  'components/bell/bell.js': `export default (root, { emit }) => {
  root.querySelector('button').addEventListener('click', () => setTimeout(() => {
    root.querySelector('p').hidden = false
    emit('ring', { loud: true })
  }, 1000))
}
`,
}

beforeAll(async () => {
  for (const [path, text] of Object.entries(FILES)) {
    mkdirSync(dirname(join(scratch, path)), { recursive: true })
    writeFileSync(join(scratch, path), text)
  }
  app = await startApp([scratch])
})

afterAll(async () => {
  await app?.close()
  rmSync(scratch, { recursive: true, force: true })
})

async function openBehaviour(path: string): Promise<Page> {
  const page = await app.open(`/${path}/behaviour`)
  await page.waitForSelector('[aria-label="Scenarios"] li')
  return page
}

async function play(page: Page) {
  await press(page, 'button', 'Play the scenario')
  await page.waitForSelector('[data-play="played"]')
}

const verdicts = (page: Page) =>
  page.$$eval('[data-step]', (steps) => steps.map((step) => (step as HTMLElement).dataset.verdict))
const moment = (page: Page) => page.$eval('[data-testid="moment"]', (output) => output.textContent)

describe('the Behaviour view', () => {
  test('plays a scenario, and goes through its film by step, by picture and by key', async () => {
    const page = await openBehaviour('firnline/gear-hint')
    await play(page)
    expect(await verdicts(page)).toEqual(Array.from({ length: 7 }, () => 'holds'))
    const track = await page.$eval('[data-testid="track"]', (element) => element.textContent)
    expect(track).toContain('tip · visible')
    expect(track).toContain('show at 600 ms')
    await page.click('[data-step="1"] button')
    await page.waitForFunction(() => document.querySelector('[data-testid="moment"]')?.textContent === '599 ms')
    const before = await page.$eval('img[data-place]', (image) => (image as HTMLImageElement).src)
    await page.click('[data-step="2"] button')
    await page.waitForFunction(() => document.querySelector('[data-testid="moment"]')?.textContent === '600 ms')
    // The hint stands there now: it is another picture.
    expect(await page.$eval('img[data-place]', (image) => (image as HTMLImageElement).src)).not.toBe(before)
    await page.focus('[role="slider"]')
    await page.keyboard.press('Home')
    await page.waitForFunction(() => document.querySelector('[data-testid="moment"]')?.textContent === '0 ms')
    await page.keyboard.press('End')
    await page.waitForFunction(() => document.querySelector('[data-testid="moment"]')?.textContent === '850 ms')
    await page.close()
  })

  thorough('sharper pictures come after the film, and it stays where it was', async () => {
    const page = await openBehaviour('firnline/gear-hint')
    await play(page)
    await page.focus('[role="slider"]')
    await page.keyboard.press('End')
    await page.waitForFunction(() => document.querySelector<HTMLImageElement>('img[data-place]')?.naturalWidth === 1920)
    expect(await moment(page)).toBe('850 ms')
    await page.close()
  })

  test('a step that misses shows what was expected, what was read, when, and the line that made it so', async () => {
    const page = await openBehaviour('scene-bells/bell')
    await play(page)
    expect(await verdicts(page)).toEqual(['holds', 'holds', 'misses'])
    const alert = await page.$eval('[data-step="2"]', (step) => step.textContent)
    expect(alert).toContain('not within 20 ms: word · color is rgb(255, 0, 0), expected rgb(0, 0, 255)')
    expect(alert).toContain('bell.css:2')
    await page.click('[data-step="2"] button')
    await page.waitForFunction(() => document.querySelector('[data-testid="moment"]')?.textContent === '1019 ms')
    expect(await moment(page)).toBe('1019 ms')
    await page.keyboard.press('j')
    await page.waitForFunction(() => document.querySelectorAll('[data-step]').length === 2)
    await page.keyboard.press('p')
    await page.waitForSelector('[data-step="1"][data-verdict="misses"]')
    await page.close()
  })

  test('a scenario that is added is in the sheet, can be played at once, and be undone', async () => {
    const page = await openBehaviour('scene-bells/bell')
    await page.type('input[placeholder="What happens, in a sentence"]', 'The cord can be pulled')
    await page.keyboard.press('Enter')
    await page.waitForSelector('[data-scenario="The cord can be pulled"]')
    await waitForText(page, '[data-status]', /Revision 2/)
    await play(page)
    expect(await verdicts(page)).toEqual(['holds', 'holds'])
    await press(page, 'button', 'Undo')
    await page.waitForFunction(() => !document.querySelector('[data-scenario="The cord can be pulled"]'), {
      timeout: 90_000,
    })
    await page.close()
  })

  thorough('ready-made checks become scenarios of the sheet, for the parts that are chosen', async () => {
    const page = await openBehaviour('scene-bells/bell')
    await press(page, 'button', 'Ready-made checks')
    await press(page, 'combobox', 'Kind of component')
    await press(page, 'option', 'Alert')
    await press(page, 'combobox', 'What is told at once: role alert')
    await press(page, 'option', 'word')
    await press(page, 'button', 'Add them')
    await page.waitForSelector('[data-scenario="Alert: it takes no focus"]')
    await play(page)
    // The bell's word is no alert from the start: the check says so.
    expect(await verdicts(page)).toEqual(['misses'])
    await press(page, 'button', 'Undo')
    await page.waitForFunction(() => !document.querySelector('[data-scenario="Alert: it takes no focus"]'), {
      timeout: 90_000,
    })
    await page.close()
  })

  thorough('a run of the component performs them too, and their marks stand', async () => {
    const page = await openBehaviour('scene-bells/bell')
    await press(page, 'button', 'Verify')
    await page.waitForSelector('li[data-scenario][data-mark="misses"]')
    const marks = await page.$$eval('li[data-scenario]', (items) =>
      items.map((item) => (item as HTMLElement).dataset.mark),
    )
    expect(marks).toEqual(['misses', 'misses'])
    await page.close()
  })

  thorough('its window and its place are chosen, and stand in the sheet', async () => {
    const page = await openBehaviour('scene-bells/bell')
    await page.locator('details > summary').click()
    await fill(page, 'Window height, in px', '300')
    await press(page, 'combobox', 'Place down')
    await press(page, 'option', 'end')
    await page.waitForSelector('[data-status="saved"]')
    const scenario = await until(
      () =>
        page.evaluate(async () => {
          const { file, texts } = (await (await fetch('/api/libraries/scene-bells/components/bell/define')).json()) as {
            file: string
            texts: Record<string, string>
          }
          return texts[file]!
        }),
      (text) => text.includes('place:'),
    )
    expect(scenario).toMatch(/window: *(\{ height: 300 \}|\n *height: 300)/)
    expect(scenario).toMatch(/place: *(\{ x: center, y: end \}|\n *x: center\n *y: end)/)
    await page.close()
  })
})
