import { appendFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Page } from 'puppeteer-core'
import { startApp, waitForText, type App } from '../support/app'
import { demoFolder } from '../support/demo'
import { run as runBy } from '../support/runs'

const COMPONENTS = ['trail-tile', 'busy-veil', 'hut-icon']

let app: App
beforeAll(async () => {
  const folder = demoFolder('kept', COMPONENTS)
  // Results are kept for all libraries of a server: these are nobody else's.
  for (const slug of COMPONENTS)
    appendFileSync(join(folder, 'components', slug, `${slug}.css`), '.kept-in-app { top: 0 }\n')
  app = await startApp([folder])
})
afterAll(() => app.close())

/** Starts a run once the page hears of it. */
async function run(page: Page, button: string) {
  await page.waitForSelector('iframe[data-mounted], [data-live] iframe')
  await runBy(page, button)
}

test('what has not changed is taken over from the run that read it, told so, and read again when that is asked for', async () => {
  const page = await app.open('/firnline-kept/trail-tile/matrix')
  await run(page, 'Verify')
  const counts = () => page.$eval('[data-testid="counts"]', (element) => element.textContent)
  const first = await counts()
  expect(await page.$('aria/Read again[role="button"]')).toBeNull()

  await run(page, 'Verify')
  await waitForText(page, 'header', /, all as read/)
  expect(await counts()).toBe(first)

  await run(page, 'Read again')
  await page.waitForFunction(() => !document.querySelector('header')!.textContent!.includes('as read'))
  expect(await counts()).toBe(first)

  // Another component's cases are not known by that.
  await page.goto(`${app.address}/firnline-kept/busy-veil/matrix`)
  await run(page, 'Verify')
  expect(await page.$('aria/Read again[role="button"]')).toBeNull()
  await page.goto(`${app.address}/firnline-kept`)
  await run(page, 'Verify all')
  await waitForText(page, 'header', /, 2 of \d+ as read/)
})
