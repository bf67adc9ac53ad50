import { cpSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { basename, dirname, join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { unzipSync } from 'fflate'
import type { Page } from 'puppeteer-core'
import { press, startApp, waitForText, type App } from '../support/app'
import { demoFolder } from '../support/demo'
import { thorough } from '../support/extent'

let app: App
const spare = demoFolder('spare', ['hut-icon'])
beforeAll(async () => {
  app = await startApp([demoFolder('removing', ['bunk-dormitory']), spare], { isOwn: true })
})
afterAll(() => app.close())

const ALL = ['Firnline', 'Firnline removing', 'Firnline spare']

test('a library is removed when that is confirmed, undone at once, and brought back later with its history', async () => {
  const page = await app.open('/firnline-removing/tokens')
  const listed = () =>
    page.$$eval('main li a[href^="/"]:not([download])', (links) => links.map((link) => link.textContent))
  await press(page, 'button', 'Firnline removing')
  await press(page, 'menuitem', 'All libraries …')
  await waitForText(page, 'h1', /^Libraries$/)
  expect(await listed()).toEqual(ALL)

  await press(page, 'button', 'Remove Firnline spare')
  await waitForText(page, '[role=alertdialog]', /Remove Firnline spare\?.*can be brought back/s)
  await press(page, 'button', 'Cancel')
  expect(await listed()).toEqual(ALL)

  await press(page, 'button', 'Remove Firnline spare')
  await page.locator('[role=alertdialog] button:last-child').click()
  await waitForText(page, '[role=status]', /Firnline spare was removed/)
  await page.waitForSelector('aria/Bring Firnline spare back')
  expect(await listed()).toEqual(ALL.toSpliced(-1))
  const gone = await app.open('/firnline-spare')
  await waitForText(gone, 'h1', /nothing at this address/)
  await gone.close()
  await page.bringToFront()

  await press(page, 'button', 'Undo')
  await page.waitForSelector('aria/Remove Firnline spare')
  expect(await listed()).toEqual(ALL)

  await press(page, 'button', 'Remove Firnline spare')
  await page.locator('[role=alertdialog] button:last-child').click()
  await page.waitForSelector('aria/Bring Firnline spare back')
  await page.reload()
  await press(page, 'button', 'Bring Firnline spare back')
  await page.waitForSelector('aria/Remove Firnline spare')
  const back = await app.open('/firnline-spare')
  await back.waitForSelector('[data-tile]')
})

thorough('taking the same library in again brings a removed one back', async () => {
  const page = await app.open('/-/libraries')
  await press(page, 'button', 'Remove Firnline spare')
  await page.locator('[role=alertdialog] button:last-child').click()
  await page.waitForSelector('aria/Bring Firnline spare back')
  await app.command('import', spare)
  await page.reload()
  await page.waitForSelector('aria/Remove Firnline spare')
})

test('a component is removed with what only it uses, undone, and brought back later; what others hold stays', async () => {
  const page = await app.open('/firnline-removing/bunk-dormitory/define')
  await press(page, 'tab', 'About')
  await press(page, 'button', 'Remove Bunk dormitory')
  await page.locator('[role=alertdialog] button:last-child').click()
  await waitForText(page, '[role=status]', /Bunk dormitory was removed/)
  expect(await page.$('[data-tile="bunk-dormitory"]')).toBeNull()
  expect((await filesOf(page)).filter((path) => path.includes('bunk-dormitory'))).toEqual([])
  await press(page, 'button', 'Undo')
  await page.waitForSelector('[data-tile="bunk-dormitory"]')
  expect((await filesOf(page)).filter((path) => path.includes('bunk-dormitory')).length).toBeGreaterThan(2)

  await page.goto(`${app.address}/firnline-removing/bunk-check/define`)
  await press(page, 'tab', 'About')
  await press(page, 'button', 'Remove Bunk check')
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
  const page = await app.open('/firnline-removing/bunk-dormitory/define')
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
    ...new Uint8Array(await (await fetch('/api/libraries/firnline-removing/export')).arrayBuffer()),
  ])
  return Object.keys(unzipSync(Uint8Array.from(bytes)))
}
