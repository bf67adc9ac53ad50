import { expect } from '@jest/globals'
import type { LibraryStates } from '@/contract'
import { press, waitForText, type App } from './app'

const COUNTS = '[data-testid=counts]'
const LONGEST_MS = 400_000

/** What a library comes to when it is run without a break. */
interface Whole {
  library: string
  components: number
  scenarios: number
}

/** Runs a library of the demo's components in the application, kills the server half way, and takes the run up where it was: all of it is there then. */
export async function killAndTakeUp(app: App, whole: Whole): Promise<void> {
  const page = await app.open(`/${whole.library}`)
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
  await page.waitForFunction(() => document.querySelector('[aria-label="Run"]') === null, { timeout: LONGEST_MS })
  expect(await page.$('aria/Resume the run')).toBeNull()
  // All of it, as of a run that nobody interrupted.
  const { components, unfinished } = await page.evaluate(
    async (library) => (await (await fetch(`/api/libraries/${library}/states`)).json()) as LibraryStates,
    whole.library,
  )
  expect(unfinished).toBeNull()
  expect(new Set(components.map(({ runId }) => runId)).size).toBe(1)
  expect(components).toHaveLength(whole.components)
  expect(components.flatMap(({ scenarios }) => scenarios)).toHaveLength(whole.scenarios)
  expect(components.flatMap(({ marks }) => marks).filter(([, mark]) => !/^(holds|misses)$/.test(mark))).toEqual([])
}
