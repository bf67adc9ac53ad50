import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { LibraryStates } from '@/contract'
import { press, startApp, waitForText, type App } from './support/app'

let app: App
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.close())

const COUNTS = '[data-testid=counts]'

test('a run that is killed with its server is interrupted, and taken up where it was', async () => {
  const page = await app.open('/firnline')
  await press(page, 'button', 'Verify all')
  // Some components are through, and some are not.
  await waitForText(page, COUNTS, /\d/)
  await app.crash()
  await page.reload()
  await page.waitForSelector('aria/Resume the run')
  const title = await page.$eval('aria/Resume the run', (button) => button.getAttribute('title')!)
  expect(title).toMatch(/was interrupted: Brelt ended while it ran\. \d+ components? (is|are) through/)

  await press(page, 'button', 'Resume the run')
  await page.waitForSelector('[aria-label="Run"]')
  await page.waitForFunction(() => document.querySelector('[aria-label="Run"]') === null, { timeout: 400_000 })
  expect(await page.$('aria/Resume the run')).toBeNull()
  // All of Firnline, as of a run that nobody interrupted.
  const { components, unfinished } = await page.evaluate(
    async () => (await (await fetch('/api/libraries/firnline/states')).json()) as LibraryStates,
  )
  expect(unfinished).toBeNull()
  expect(new Set(components.map(({ runId }) => runId)).size).toBe(1)
  expect(components).toHaveLength(18)
  expect(components.flatMap(({ scenarios }) => scenarios)).toHaveLength(56)
  expect(components.flatMap(({ marks }) => marks).filter(([, mark]) => !/^(holds|misses)$/.test(mark))).toEqual([])
}, 500_000)
