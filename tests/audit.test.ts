import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { startApp, type App } from './support/app'
import { audit, nameless } from './support/audit'
import { run } from './support/runs'

let app: App
beforeAll(async () => {
  app = await startApp()
  // Views with results have more to show.
  const page = await app.open('/firnline/bunk-check/matrix')
  await page.waitForSelector('[data-case]')
  await run(page, 'Verify')
  await page.close()
})
afterAll(() => app.close())

/** @param press what is pressed in the view, and what is there then */
const VIEWS: [name: string, path: string, ready: string, press?: [css: string, then: string]][] = [
  ['libraries', '/-/libraries', '[data-library]'],
  ['wall', '/firnline', '[data-tile="bunk-check"]'],
  ['define', '/firnline/bunk-check/define', '[data-editor]'],
  ['matrix', '/firnline/bunk-check/matrix', '[data-case]'],
  ['spec', '/firnline/bunk-check/spec', '[data-survey=ready]'],
  ['behaviour', '/firnline/bunk-check/behaviour', '[data-step]'],
  ['strength', '/firnline/bunk-check/strength', '[aria-label="Strength by part"]'],
  ['guide', '/firnline/bunk-check/guide', 'h1'],
  ['bench', '/firnline/bunk-check/bench', 'iframe[data-bench=open]'],
  ['documentation', '/-/docs/reference/readings', 'main table'],
  ['workers', '/-/workers', '[data-testid=no-queue]'],
  ['runs of a component', '/firnline/bunk-check/runs', 'table, [role=grid], main li'],
  ['runs', '/firnline/runs', 'table, [role=grid], main li'],
  ['tokens', '/firnline/tokens', '[data-token]'],
  ['make a component', '/firnline/bring-in', '[role=tab]'],
  ['strength of the library', '/firnline/strength', '[data-component]'],
  ['review', '/firnline/review', 'main'],
  [
    'a reading card',
    '/firnline/bunk-check/matrix',
    '[data-case]',
    ['[data-case]', '[data-testid=card] [data-reading]'],
  ],
  ['axes', '/firnline/bunk-check/define', '[data-editor]', ['[role=tab]:nth-child(2)', '[data-axis]']],
  ['a token', '/firnline/tokens', '[data-token]', ['[data-token]', '[data-testid=token]']],
  [
    'a new token',
    '/firnline/tokens',
    '[data-token]',
    ['[aria-haspopup=dialog]', '[aria-label="Name of the new token"]'],
  ],
  ['a draft', '/firnline/bunk-check/spec', '[data-survey=ready]', ['[role=tab]:nth-child(3)', '[data-testid=draft]']],
  ['the finder', '/firnline', '[data-tile="bunk-check"]', ['[aria-label^="Search"]', '[role=dialog]']],
  ['keys and marks', '/firnline', '[data-tile="bunk-check"]', ['[aria-label^="Keys"]', '[role=dialog]']],
]

describe.each([
  [1280, 800],
  [390, 844],
])('at %i × %i', (width, height) => {
  // A row that is too short would be filled up with a callback.
  test.each(
    // Two panes stand in front of it there.
    VIEWS.filter(([name]) => name !== 'axes' || width > 600).map(
      ([name, path, ready, press]) => [name, path, ready, press ?? null] as const,
    ),
  )(
    '%s: contrast, names, targets and focus, light and dark',
    async (_, path, ready, press) => {
      const page = await app.open(path, { width, height })
      await page.waitForSelector(ready)
      if (press) {
        await page.locator(press[0]).click()
        await page.waitForSelector(press[1])
      }
      const light = await audit(page)
      await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'dark' }])
      await page.waitForFunction(() => document.documentElement.dataset.scheme === 'dark')
      const dark = await audit(page)
      expect({ light, dark, nameless: await nameless(page) }).toEqual({ light: [], dark: [], nameless: [] })
      await page.close()
    },
    90_000,
  )
})
