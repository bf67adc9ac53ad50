import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Page } from 'puppeteer-core'
import { press, startApp, waitForText, type App } from './support/app'

const PHONE = { width: 390, height: 844 }

let app: App
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.close())

/** Whether nothing of the page reaches beyond the window, and no control that is to be seen lies under another. */
const stray = (page: Page) =>
  page.evaluate(() => {
    if (document.documentElement.scrollWidth > window.innerWidth)
      return `${document.documentElement.scrollWidth} px wide`
    const isScrolled = (element: Element): boolean => {
      for (let each = element.parentElement; each; each = each.parentElement) {
        const { overflowX, overflowY } = getComputedStyle(each)
        if (/auto|scroll|hidden|clip/.test(overflowX + overflowY)) return true
      }
      return false
    }
    for (const control of document.querySelectorAll(
      'header a, header button, [role=tab], [aria-label="Panes"] button',
    )) {
      const { left, right, top, bottom, width } = control.getBoundingClientRect()
      if (width === 0 || isScrolled(control)) continue
      const [x, y] = [(left + right) / 2, (top + bottom) / 2]
      const found = document.elementFromPoint(x, y)
      if (!found || !(control.contains(found) || found.contains(control))) return `${control.textContent} is covered`
    }
    return ''
  })

const SWITCHED = [
  ['define', ['Picture', 'Definition', 'Source']],
  ['spec', ['Spec', 'Sheet']],
  ['strength', ['By part', 'Unnoticed']],
  ['behaviour', ['Scenarios', 'Film', 'Sheet']],
] as const

test.each(SWITCHED)(
  'in a narrow window the panes of %s are seen one at a time: %j',
  async (view, names) => {
    const page = await app.open(`/firnline/lamp-switch/${view}`, PHONE)
    await page.waitForSelector('[aria-label="Panes"]')
    for (const name of names) {
      await press(page, 'button', name)
      await page.waitForSelector(`aria/${name}[role="button"]`)
      const sizes = await page.$$eval('main > div', (panes) =>
        panes.map((pane) => pane.getBoundingClientRect()).filter(({ width }) => width > 0),
      )
      expect(sizes).toHaveLength(1)
      expect(await page.$eval('main > div:not(.hidden) > *', (pane) => pane.getBoundingClientRect().width)).toBe(390)
      expect(
        await page.$eval('main > div:not(.hidden) > *', (pane) => pane.getBoundingClientRect().height),
      ).toBeGreaterThan(400)
      expect(await stray(page)).toBe('')
    }
    await page.close()
  },
  60_000,
)

test.each([
  '/firnline',
  '/firnline/lamp-switch/matrix',
  '/firnline/lamp-switch/guide',
  '/firnline/tokens',
  '/firnline/bring-in',
  '/-/libraries',
])(
  'in a narrow window nothing of %s is off the screen',
  async (path) => {
    const page = await app.open(path, PHONE)
    await waitForText(page, 'main', /./)
    expect(await stray(page)).toBe('')
    await page.close()
  },
  60_000,
)

test('in a narrow window a case’s readings lie over the board, and go again', async () => {
  const page = await app.open('/firnline/lamp-switch/matrix', PHONE)
  await page.waitForSelector('[data-case]')
  await page.click('[data-case]')
  const card = await page.waitForSelector('[data-testid="card"]')
  expect((await card!.boundingBox())!.width).toBe(390)
  await press(page, 'button', 'Close the reading card')
  await page.waitForFunction(() => !document.querySelector('[data-testid="card"]'))
  await page.close()
})
