import type { Page } from 'puppeteer-core'
import { press } from './controls'

/** Starts a run by a button, and waits until it has ended. */
export async function run(page: Page, button: string): Promise<void> {
  const before = await page.$eval('header time', (time) => time.getAttribute('datetime')).catch(() => null)
  await press(page, 'button', button)
  await page.waitForFunction(
    (was) => {
      const at = document.querySelector('header time')?.getAttribute('datetime')
      return at !== undefined && at !== was && !document.querySelector('[aria-label="Run"]')
    },
    { timeout: 120_000 },
    before,
  )
}
