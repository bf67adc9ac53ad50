import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Page } from 'puppeteer-core'
import { press, startApp, waitForText, type App } from '../support/app'
import { thorough } from '../support/extent'
import { demoFolder } from '../support/demo'
import { run } from '../support/runs'

let app: App
const folder = mkdtempSync(join(tmpdir(), 'brelt-libraries-'))
beforeAll(async () => {
  mkdirSync(join(folder, 'components/peg'), { recursive: true })
  writeFileSync(join(folder, 'library.yaml'), '# Of wood\nlibrary: 1\nname: Pegs\n')
  writeFileSync(
    join(folder, 'components/peg/peg.sheet.yaml'),
    'sheet: 1\nname: Peg\nsource: { kind: markup, markup: peg.liquid }\n',
  )
  writeFileSync(join(folder, 'components/peg/peg.liquid'), '<p>Peg</p>\n')
  app = await startApp([demoFolder('standing', ['hut-icon'])])
})
afterAll(async () => {
  await app.close()
  rmSync(folder, { recursive: true, force: true })
})

const fill = async (page: Page, label: string, text: string) => {
  const field = await page.waitForSelector(`aria/${label}[role="textbox"]`)
  await field!.click({ count: 3 })
  await page.keyboard.type(text)
}
const arrived = (page: Page, path: string) =>
  page.waitForFunction((wanted: string) => location.pathname === wanted, {}, path)
const names = (page: Page) => page.$$eval('[data-library] > a', (all) => all.map((each) => each.textContent))

thorough('a library is made from nothing, and its first component in it', async () => {
  const page = await app.open('/-/libraries')
  await fill(page, 'From nothing', 'Bare hut')
  await press(page, 'button', 'Make an empty library')
  await arrived(page, '/bare-hut')
  await waitForText(page, 'main', /This library has no components yet/)
  await press(page, 'link', 'Make a component')
  await fill(page, 'Name of the component', 'peg')
  await page.waitForSelector('[data-proposal="peg"]')
  await press(page, 'button', 'Make this component')
  await arrived(page, '/bare-hut/peg/define')
  await page.goto(new URL('/-/libraries', page.url()).href)
  await fill(page, 'From nothing', 'Bare hut')
  await press(page, 'button', 'Make an empty library')
  await waitForText(page, '[role=alert]', /There is a library called “Bare hut” already/)
  await page.close()
})

thorough('one that begins with the demo’s components has them all', async () => {
  const page = await app.open('/-/libraries')
  await fill(page, 'From nothing', 'My huts')
  await press(page, 'button', 'Begin with the demo’s components')
  await arrived(page, '/my-huts')
  await waitForText(page, '[data-tile="lamp-switch"]', /Lamp switch/)
  await page.close()
})

test('a folder is linked; its name is changed in its own file, and back', async () => {
  const page = await app.open('/-/libraries')
  await fill(page, 'From a folder with a library.yaml', folder)
  await press(page, 'button', 'Link the folder')
  await arrived(page, '/pegs')
  await page.goto(new URL('/-/libraries', page.url()).href)
  await press(page, 'button', 'Rename Pegs')
  await fill(page, 'New name of Pegs', 'Hooks')
  await page.keyboard.press('Enter')
  await waitForText(page, '[role=status]', /Pegs is called Hooks now/)
  await waitForText(page, '[data-library="pegs"]', /^Hooks/)
  expect(readFileSync(join(folder, 'library.yaml'), 'utf8')).toBe('# Of wood\nlibrary: 1\nname: Hooks\n')
  await press(page, 'button', 'Undo')
  await waitForText(page, '[data-library="pegs"]', /^Pegs/)
  expect(readFileSync(join(folder, 'library.yaml'), 'utf8')).toContain('name: Pegs')
  await page.close()
})

thorough('a copy is another library: what is removed of one stays in the other', async () => {
  const page = await app.open('/-/libraries')
  await press(page, 'button', 'Duplicate Pegs')
  await waitForText(page, '[data-library="pegs-copy"]', /Pegs copy.*1 component.*in the store/s)
  await press(page, 'button', 'Remove Pegs')
  await press(page, 'button', 'Remove')
  await waitForText(page, '[role=status]', /Pegs was removed/)
  expect(await names(page)).toContain('Pegs copy')
  await press(page, 'button', 'Undo')
  await page.waitForSelector('[data-library="pegs"]')
  await page.close()
})

thorough('a folder that holds no library is told', async () => {
  const page = await app.open('/-/libraries')
  await fill(page, 'From a folder with a library.yaml', join(folder, 'components'))
  await press(page, 'button', 'Link the folder')
  await waitForText(page, '[role=alert]', /holds no library\.yaml/)
  await page.close()
})

thorough('libraries are seen side by side, each with how it stood in its last runs', async () => {
  const page = await app.open('/firnline-standing/hut-icon/matrix')
  await run(page, 'Verify')
  await page.goto(new URL('/-/libraries', page.url()).href)
  await waitForText(page, '[data-standing="firnline-standing"]', /16/)
  await waitForText(page, '[data-library="my-huts"]', /not run yet/)
  await page.close()
})
