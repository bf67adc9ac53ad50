import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { press, startApp, waitForText, type App } from './support/app'

let app: App
beforeAll(async () => {
  app = await startApp(['tests/fixtures/odd-hut'])
}, 60_000)
afterAll(() => app.close())

test('a library is removed when that is confirmed, undone at once, and brought back later with its history', async () => {
  const page = await app.open('/firnline')
  const listed = () =>
    page.$$eval('main li a[href^="/"]:not([download])', (links) => links.map((link) => link.textContent))
  await press(page, 'button', 'Firnline')
  await press(page, 'menuitem', 'All libraries …')
  await waitForText(page, 'h1', /^Libraries$/)
  expect(await listed()).toEqual(['Firnline', 'Odd hut'])

  await press(page, 'button', 'Remove Odd hut')
  await waitForText(page, '[role=alertdialog]', /Remove Odd hut\?.*can be brought back/s)
  await press(page, 'button', 'Cancel')
  expect(await listed()).toEqual(['Firnline', 'Odd hut'])

  await press(page, 'button', 'Remove Odd hut')
  await page.locator('[role=alertdialog] button:last-child').click()
  await waitForText(page, '[role=status]', /Odd hut was removed/)
  await page.waitForSelector('aria/Bring Odd hut back')
  expect(await listed()).toEqual(['Firnline'])
  const gone = await app.open('/odd-hut')
  await waitForText(gone, 'h1', /nothing at this address/)
  await gone.close()
  await page.bringToFront()

  await press(page, 'button', 'Undo')
  await page.waitForSelector('aria/Remove Odd hut')
  expect(await listed()).toEqual(['Firnline', 'Odd hut'])

  await press(page, 'button', 'Remove Odd hut')
  await page.locator('[role=alertdialog] button:last-child').click()
  await page.waitForSelector('aria/Bring Odd hut back')
  await page.reload()
  await press(page, 'button', 'Bring Odd hut back')
  await page.waitForSelector('aria/Remove Odd hut')
  const back = await app.open('/odd-hut')
  await back.waitForSelector('[data-tile]')
}, 60_000)

test('taking the same library in again brings a removed one back', async () => {
  const page = await app.open('/-/libraries')
  await press(page, 'button', 'Remove Odd hut')
  await page.locator('[role=alertdialog] button:last-child').click()
  await page.waitForSelector('aria/Bring Odd hut back')
  app.command('import', 'tests/fixtures/odd-hut')
  await page.reload()
  await page.waitForSelector('aria/Remove Odd hut')
}, 60_000)
