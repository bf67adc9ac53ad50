import { cpSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { basename, dirname, join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { unzipSync } from 'fflate'
import type { Page } from 'puppeteer-core'
import { press, startApp, waitForText, type App } from '../support/app'
import { thorough } from '../support/extent'

let app: App
beforeAll(async () => {
  app = await startApp(['tests/fixtures/odd-hut'], { isOwn: true })
})
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
})

thorough('taking the same library in again brings a removed one back', async () => {
  const page = await app.open('/-/libraries')
  await press(page, 'button', 'Remove Odd hut')
  await page.locator('[role=alertdialog] button:last-child').click()
  await page.waitForSelector('aria/Bring Odd hut back')
  await app.command('import', 'tests/fixtures/odd-hut')
  await page.reload()
  await page.waitForSelector('aria/Remove Odd hut')
})

test('a component is removed with what only it uses, undone, and brought back later; what others hold stays', async () => {
  const page = await app.open('/firnline/hut-card/define')
  await press(page, 'tab', 'About')
  await press(page, 'button', 'Remove Hut card')
  await page.locator('[role=alertdialog] button:last-child').click()
  await waitForText(page, '[role=status]', /Hut card was removed/)
  expect(await page.$('[data-tile="hut-card"]')).toBeNull()
  expect((await filesOf(page)).filter((path) => path.includes('hut-card'))).toEqual([])
  await press(page, 'button', 'Undo')
  await page.waitForSelector('[data-tile="hut-card"]')
  expect((await filesOf(page)).filter((path) => path.includes('hut-card')).length).toBeGreaterThan(2)

  await page.goto(`${app.address}/firnline/call-button/define`)
  await press(page, 'tab', 'About')
  await press(page, 'button', 'Remove Call button')
  await page.locator('[role=alertdialog] button:last-child').click()
  await waitForText(page, '[role=alert]', /it stands in slots of .*take it out there first/)
  await page.close()
})

thorough('a component of a linked folder loses its sheet there, and gets it back; its code stays', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'brelt-linked-'))
  cpSync('tests/fixtures/odd-hut', folder, { recursive: true })
  const text = readFileSync(join(folder, 'library.yaml'), 'utf8')
  writeFileSync(join(folder, 'library.yaml'), text.replace('Odd hut', 'Linked hut'))
  await app.command('import', folder, '--link')
  const sheet = 'components/portal/portal.sheet.yaml'
  const slug = basename(sheet, '.sheet.yaml')
  const page = await app.open(`/linked-hut/${slug}/define`)
  await press(page, 'tab', 'About')
  const button = await page.waitForSelector('button[aria-label^="Remove "]:not([aria-label*="revision"])')
  await button!.click()
  await waitForText(page, '[role=alertdialog]', /Its sheet is deleted in .*; its code stays/)
  await page.locator('[role=alertdialog] button:last-child').click()
  await waitForText(page, '[role=status]', /was removed/)
  expect(existsSync(join(folder, sheet))).toBe(false)
  expect(readdirSync(dirname(join(folder, sheet))).length).toBeGreaterThan(0)
  await page.reload()
  await page.locator('summary').click()
  const back = await page.waitForSelector('button[aria-label^="Bring "]')
  await back!.click()
  await page.waitForSelector(`[data-tile="${slug}"]`)
  expect(existsSync(join(folder, sheet))).toBe(true)
  rmSync(folder, { recursive: true })
})

thorough('a revision leaves the list when that is confirmed, and comes back', async () => {
  const page = await app.open('/firnline/hut-card/define')
  await press(page, 'tab', 'Revisions')
  await page.waitForSelector('[data-revision="1"]')
  await press(page, 'button', 'Remove revision 1')
  await page.locator('[role=alertdialog] button:last-child').click()
  await page.waitForFunction(() => !document.querySelector('[data-revision="1"]'))
  await page.reload()
  await press(page, 'tab', 'Revisions')
  await page.waitForSelector('[data-revision="2"]')
  expect(await page.$('[data-revision="1"]')).toBeNull()
  await press(page, 'button', 'Show removed revisions (1)')
  await press(page, 'button', 'Bring back')
  await page.waitForFunction(() => !document.body.innerText.includes('removed revisions'))
  expect(await page.$('[data-revision="1"]')).not.toBeNull()
})

/** All files of the library that is open, from its zip. */
const filesOf = async (page: Page): Promise<string[]> => {
  const bytes = await page.evaluate(async () => [
    ...new Uint8Array(await (await fetch('/api/libraries/firnline/export')).arrayBuffer()),
  ])
  return Object.keys(unzipSync(Uint8Array.from(bytes)))
}
