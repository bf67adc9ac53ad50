import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Page } from 'puppeteer-core'
import { press, startApp, waitForText, type App } from './support/app'

// A browser opens six connections to one server.
const TABS = 8

let app: App
const tabs: Page[] = []
beforeAll(async () => {
  app = await startApp()
}, 60_000)
afterAll(() => app.close())

const path = '/firnline/busy-veil/matrix'
async function hasRead(page: Page) {
  // One behind others draws no frames: nothing can be waited for there.
  await page.bringToFront()
  await waitForText(page, '[data-testid="counts"]', /12/, 60_000)
}

test('more tabs than a browser has connections: each shows its component, and hears of a run', async () => {
  for (let at = 0; at < TABS; at++) {
    const page = await app.open(path)
    await waitForText(page, 'header', /not run yet/)
    tabs.push(page)
  }
  await press(tabs.at(-1)!, 'button', 'Verify')
  await hasRead(tabs.at(-1)!)
  for (const page of tabs.slice(0, -1)) {
    await page.reload()
    await hasRead(page)
  }
}, 120_000)

test('when the tab goes that listens for all, another takes its place', async () => {
  const [first, ...others] = tabs
  await first!.close()
  const page = await app.open(path)
  await hasRead(page)
  await press(page, 'button', 'Verify')
  await waitForText(page, 'header', /as read/, 60_000)
  // Whoever opens a view later, too.
  const late = await app.open(path)
  await waitForText(late, 'header', /as read/)
  expect(others).toHaveLength(TABS - 1)
}, 120_000)
