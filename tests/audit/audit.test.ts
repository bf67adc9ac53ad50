import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Page } from 'puppeteer-core'
import { startApp, type App } from '../support/app'
import { demoFolder } from '../support/demo'
import { audit, nameless } from '../support/audit'
import { run } from '../support/runs'

let app: App
beforeAll(async () => {
  app = await startApp([demoFolder('audit', ['bunk-check', 'lamp-switch', 'hut-icon'])])
  // Views with results have more to show.
  const page = await app.open('/firnline-audit/bunk-check/matrix')
  await page.waitForSelector('[data-case]')
  await run(page, 'Verify')
  await page.close()
})
afterAll(() => app.close())

/** @param press what is pressed in the view, and what is there then */
const VIEWS: [name: string, path: string, ready: string, press?: [css: string, then: string]][] = [
  ['libraries', '/-/libraries', '[data-library]'],
  ['wall', '/firnline-audit', '[data-tile="bunk-check"]'],
  ['define', '/firnline-audit/bunk-check/define', '[data-editor]'],
  ['matrix', '/firnline-audit/bunk-check/matrix', '[data-case]'],
  ['spec', '/firnline-audit/bunk-check/spec', '[data-survey=ready]'],
  ['behaviour', '/firnline-audit/bunk-check/behaviour', '[data-step]'],
  ['strength', '/firnline-audit/bunk-check/strength', '[aria-label="Strength by part"]'],
  ['guide', '/firnline-audit/bunk-check/guide', 'h1'],
  ['bench', '/firnline-audit/bunk-check/bench', 'iframe[data-bench=open]'],
  ['documentation', '/-/docs/reference/readings', 'main table'],
  ['workers', '/-/workers', '[data-testid=no-queue]'],
  ['runs of a component', '/firnline-audit/bunk-check/runs', 'table, [role=grid], main li'],
  ['runs', '/firnline-audit/runs', 'table, [role=grid], main li'],
  ['tokens', '/firnline-audit/tokens', '[data-token]'],
  ['make a component', '/firnline-audit/bring-in', '[role=tab]'],
  ['strength of the library', '/firnline-audit/strength', '[data-component]'],
  ['review', '/firnline-audit/review', 'main'],
  [
    'a reading card',
    '/firnline-audit/bunk-check/matrix',
    '[data-case]',
    ['[data-case]', '[data-testid=card] [data-reading]'],
  ],
  ['axes', '/firnline-audit/bunk-check/define', '[data-editor]', ['[role=tab]:nth-child(2)', '[data-axis]']],
  ['a token', '/firnline-audit/tokens', '[data-token]', ['[data-token]', '[data-testid=token]']],
  [
    'a new token',
    '/firnline-audit/tokens',
    '[data-token]',
    ['[aria-haspopup=dialog]', '[aria-label="Name of the new token"]'],
  ],
  [
    'a draft',
    '/firnline-audit/bunk-check/spec',
    '[data-survey=ready]',
    ['[role=tab]:nth-child(3)', '[data-testid=draft]'],
  ],
  ['the finder', '/firnline-audit', '[data-tile="bunk-check"]', ['[aria-label^="Search"]', '[role=dialog]']],
  ['keys and marks', '/firnline-audit', '[data-tile="bunk-check"]', ['[aria-label^="Keys"]', '[role=dialog]']],
]

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
      // What is out of sight now lies under nothing.
      if (y < 0 || y > window.innerHeight) continue
      const found = document.elementFromPoint(x, y)
      // What stands before the page covers it as a whole.
      if (
        found?.closest('[role=dialog], [data-radix-popper-content-wrapper]') ??
        document.querySelector('[role=dialog]')
      )
        return ''
      if (!found || !(control.contains(found) || found.contains(control))) return `${control.textContent} is covered`
    }
    return ''
  })

const scheme = async (page: Page, value: 'light' | 'dark') => {
  await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value }])
  await page.waitForFunction((wanted: string) => document.documentElement.dataset.scheme === wanted, {}, value)
}

/** Gives the window another width, and waits until the page has taken it. */
const resize = async (page: Page, width: number, height: number) => {
  await page.setViewport({ width, height })
  await page.waitForFunction((wanted: number) => window.innerWidth === wanted, {}, width)
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => setTimeout(done))))
}

// Each is loaded once: it is the same page that becomes narrow and dark, as for those who turn their device.
test.each(
  // A row that is too short would be filled up with a callback.
  VIEWS.map(([name, path, ready, press]) => [name, path, ready, press ?? null] as const),
)('%s: contrast, names, targets and focus, light and dark, wide and narrow', async (name, path, ready, press) => {
  const page = await app.open(path, { width: 1280, height: 800 })
  await page.waitForSelector(ready)
  if (press) {
    await page.locator(press[0]).click()
    await page.waitForSelector(press[1])
  }
  const found: Record<string, unknown> = { light: await audit(page) }
  await scheme(page, 'dark')
  Object.assign(found, { dark: await audit(page), nameless: await nameless(page) })
  await resize(page, 390, 844)
  Object.assign(found, { 'narrow, dark': await audit(page), 'narrow, nameless': await nameless(page) })
  await scheme(page, 'light')
  Object.assign(found, { 'narrow, light': await audit(page), 'narrow, stray': (await stray(page)) || [] })
  expect([name, Object.entries(found).filter(([, faults]) => (faults as unknown[]).length > 0)]).toEqual([name, []])
  await page.close()
})
