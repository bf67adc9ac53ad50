import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { boardFrame, press, startApp, waitForText, type App } from '../support/app'
import { demoFolder } from '../support/demo'

let app: App
beforeAll(async () => {
  app = await startApp([demoFolder('cover', ['log-field'])])
})
afterAll(() => app.close())

test('with a cover the chosen cases are a list; what it leaves out is drawn and tested when somebody asks', async () => {
  const page = await app.open('/firnline-cover/log-field/matrix')
  const cells = () => page.$$eval('[role="grid"] [data-case]', (all) => all.length)
  await page.waitForSelector('[role="grid"] [data-case]')
  const [chosen] = await page.$$eval('[aria-label="Cases shown"] button', (all) =>
    all.map((each) => Number(/\d+/.exec(each.textContent ?? '')?.[0])),
  )
  expect(chosen).toBeGreaterThan(10)
  expect(await page.$$('[data-left-out]')).toHaveLength(0)
  expect(Number(await page.$eval('[role="grid"]', (grid) => grid.getAttribute('aria-rowcount')))).toBe(chosen)
  await press(page, 'radio', 'All')
  await page.waitForSelector('[data-left-out]')
  expect(await page.evaluate(() => location.search)).toContain('cases=all')
  const before = await cells()
  const key = await page.$eval('[data-left-out]', (cell) => cell.getAttribute('data-left-out')!)
  await page.click('[data-left-out]')
  await page.waitForSelector(`[data-case="${key}"]`)
  expect(await cells()).toBe(before + 1)
  await boardFrame(page)
  await page.click(`[data-case="${key}"]`)
  await waitForText(page, '[data-testid="card"]', /cover leaves this case out/)
  await press(page, 'button', 'Test this case')
  await waitForText(page, '[data-testid="card"]', /All \d+ readings hold|readings do not hold|No rule covers/)
  // Nothing of it is kept: no run was made.
  await waitForText(page, 'header', /not run yet/)
  await page.reload()
  await page.waitForSelector(`[data-case="${key}"]`)
  await page.close()
})
