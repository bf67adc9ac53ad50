import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { ConsoleMessage, Page } from 'puppeteer-core'
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

/** What comes over a view or in place of a part of it: what is pressed, and what is there then. */
type More = readonly [name: string, press: string, then: string]

const VIEWS: readonly (readonly [name: string, path: string, ready: string, ...more: More[]])[] = [
  ['libraries', '/-/libraries', '[data-library]'],
  [
    'wall',
    '/firnline-audit',
    '[data-tile="bunk-check"]',
    ['the finder', '[aria-label^="Search"]', '[role=dialog]'],
    ['keys and marks', '[aria-label^="Keys"]', '[role=dialog]'],
  ],
  ['define', '/firnline-audit/bunk-check/define', '[data-editor]', ['axes', '[role=tab]:nth-child(2)', '[data-axis]']],
  [
    'matrix',
    '/firnline-audit/bunk-check/matrix',
    '[data-case]',
    ['a reading card', '[data-case]', '[data-testid=card] [data-reading]'],
  ],
  [
    'spec',
    '/firnline-audit/bunk-check/spec',
    '[data-survey=ready]',
    ['a draft', '[role=tab]:nth-child(3)', '[data-testid=draft]'],
  ],
  ['behaviour', '/firnline-audit/bunk-check/behaviour', '[data-step]'],
  ['strength', '/firnline-audit/bunk-check/strength', '[aria-label="Strength by part"]'],
  ['guide', '/firnline-audit/bunk-check/guide', 'h1'],
  ['bench', '/firnline-audit/bunk-check/bench', 'iframe[data-bench=open]'],
  ['documentation', '/-/docs/reference/readings', 'main table'],
  ['workers', '/-/workers', '[data-testid=no-queue]'],
  ['runs of a component', '/firnline-audit/bunk-check/runs', 'table, [role=grid], main li'],
  ['runs', '/firnline-audit/runs', 'table, [role=grid], main li'],
  [
    'tokens',
    '/firnline-audit/tokens',
    '[data-token]',
    ['a token', '[data-token]', '[data-testid=token]'],
    ['a new token', '[aria-haspopup=dialog]', '[aria-label="Name of the new token"]'],
  ],
  ['make a component', '/firnline-audit/bring-in', '[role=tab]'],
  ['strength of the library', '/firnline-audit/strength', '[data-component]'],
  ['review', '/firnline-audit/review', 'main'],
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

/** What is wrong with what a page shows now, in both schemes and both widths; it is left wide and light. */
async function faultsOf(page: Page): Promise<Record<string, unknown>> {
  const found: Record<string, unknown> = { light: await audit(page) }
  await scheme(page, 'dark')
  Object.assign(found, { dark: await audit(page), nameless: await nameless(page) })
  await resize(page, 390, 844)
  Object.assign(found, { 'narrow, dark': await audit(page), 'narrow, nameless': await nameless(page) })
  await scheme(page, 'light')
  Object.assign(found, { 'narrow, light': await audit(page), 'narrow, stray': (await stray(page)) || [] })
  await resize(page, 1280, 800)
  return Object.fromEntries(Object.entries(found).filter(([, faults]) => (faults as unknown[]).length > 0))
}

// Each is loaded once: it is the same page that becomes narrow and dark, as for those who turn their device.
test.each(VIEWS.map(([name, ...view]) => [name, view] as const))(
  '%s: contrast, names, targets and focus, light and dark, wide and narrow',
  async (name, [path, ready, ...more]) => {
    const page = await app.open('/api/health', { width: 1280, height: 800 })
    const complaints: string[] = []
    const note = (message: ConsoleMessage) => {
      if (/Content Security Policy|violates/i.test(message.text())) complaints.push(message.text())
    }
    page.on('console', note)
    await page.goto(app.address + path)
    await page.waitForSelector(ready)
    expect([name, await faultsOf(page)]).toEqual([name, {}])
    for (const [over, press, then] of more) {
      await page.locator(press).click()
      await page.waitForSelector(then)
      expect([over, await faultsOf(page)]).toEqual([over, {}])
      await page.keyboard.press('Escape')
    }
    // Under its policy nothing of ours is kept from running.
    expect([name, complaints]).toEqual([name, []])
    page.off('console', note)
    await page.close()
  },
)
