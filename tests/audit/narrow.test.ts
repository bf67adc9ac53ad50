import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { press, startApp, type App } from '../support/app'
import { demoFolder } from '../support/demo'

const PHONE = { width: 390, height: 844 }

let app: App
beforeAll(async () => {
  app = await startApp([demoFolder('narrow', ['lamp-switch'])])
})
afterAll(() => app.close())

const SWITCHED = [
  ['define', ['Picture', 'Definition', 'Source']],
  ['spec', ['Spec', 'Sheet']],
  ['strength', ['By part', 'Unnoticed']],
  ['behaviour', ['Scenarios', 'Film', 'Sheet']],
] as const

test.each(SWITCHED)(
  'in a narrow window the panes of %s are seen one at a time: %j',
  async (view, names) => {
    const page = await app.open(`/firnline-narrow/lamp-switch/${view}`, PHONE)
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
    }
    await page.close()
  },
  60_000,
)

test('in a narrow window a case’s readings lie over the board, and go again', async () => {
  const page = await app.open('/firnline-narrow/lamp-switch/matrix', PHONE)
  await page.waitForSelector('[data-case]')
  await page.click('[data-case]')
  const card = await page.waitForSelector('[data-testid="card"]')
  expect((await card!.boundingBox())!.width).toBe(390)
  await press(page, 'button', 'Close the reading card')
  await page.waitForFunction(() => !document.querySelector('[data-testid="card"]'))
  await page.close()
})
