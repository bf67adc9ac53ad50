import { existsSync, mkdtempSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { fill, press, startApp, waitForText, type App } from '../support/app'
import { thorough } from '../support/extent'
import { removeRepository, writeRepository } from '../support/repository'
import { until } from '../support/until'

let app: App
const folder = mkdtempSync(join(tmpdir(), 'brelt-component-acts-'))
const FILES: Record<string, string> = {
  'library.yaml': 'library: 1\nname: Act pegs\n',
  'components/peg/peg.sheet.yaml':
    'sheet: 1\nname: Peg\nsource:\n  kind: markup\n  markup: peg.liquid\n  styles: [peg.css]\n',
  'components/peg/peg.liquid': '<p class="peg">Coat</p>\n',
  'components/peg/peg.css': '.peg { width: 80px }\n',
}
const path = (file: string) => join(folder, 'components/peg', file)
const onDisk = (file: string) => readFileSync(path(file), 'utf8')
/** Waits until the sheet on disk says something. */
const sheetSays = async (pattern: RegExp) =>
  expect(
    await until(
      () => Promise.resolve(onDisk('peg.sheet.yaml')),
      (text) => pattern.test(text),
      10_000,
    ),
  ).toMatch(pattern)

beforeAll(async () => {
  for (const [file, text] of Object.entries(FILES)) {
    mkdirSync(dirname(join(folder, file)), { recursive: true })
    writeFileSync(join(folder, file), text)
  }
  app = await startApp()
  await app.command('import', '--link', folder)
})
afterAll(async () => {
  await app.close()
  rmSync(folder, { recursive: true, force: true })
})

const define = async () => {
  const page = await app.open('/act-pegs/peg/define')
  await page.waitForSelector('[data-editor]')
  return page
}

test('name, sentence, status and owner are fields', async () => {
  const page = await define()
  await press(page, 'tab', 'About')
  await fill(page, 'About this component', 'Holds a coat')
  await sheetSays(/about: Holds a coat/)
  await press(page, 'combobox', 'Status')
  await press(page, 'option', 'retired')
  await sheetSays(/status: retired/)
  await fill(page, 'Owner', 'Hut team')
  await sheetSays(/owner: Hut team/)
  await fill(page, 'Name of this component', 'Coat peg')
  await sheetSays(/name: Coat peg/)
  await waitForText(page, 'header', /Coat peg.*retired/)
  await page.close()
})

test('files are added, renamed and deleted, and the sheet follows', async () => {
  const page = await define()
  await press(page, 'button', 'Add a file')
  await press(page, 'menuitem', 'Script')
  await sheetSays(/script: peg\.js/)
  expect(onDisk('peg.js')).toContain('export default (root')
  await page.waitForSelector('[data-editor$="peg.js"]')
  await press(page, 'button', 'Add a file')
  await press(page, 'menuitem', 'Style sheet')
  await sheetSays(/styles: \[peg\.css, peg-2\.css\]/)
  await page.waitForSelector('[data-editor$="peg-2.css"]')
  await press(page, 'button', 'Rename peg-2.css')
  await fill(page, 'Name of peg-2.css', 'night.css')
  await sheetSays(/styles: \[peg\.css, night\.css\]/)
  expect(existsSync(path('peg-2.css'))).toBe(false)
  await page.waitForSelector('[data-editor$="night.css"]')
  await press(page, 'button', 'Delete night.css')
  await sheetSays(/styles: \[peg\.css\]/)
  expect(existsSync(path('night.css'))).toBe(false)
  // What is rendered cannot go.
  await press(page, 'tab', 'peg.liquid')
  await page.waitForSelector('button[aria-label="Delete peg.liquid"]:disabled')
  await page.close()
})

test('a component is duplicated with files of its own', async () => {
  const page = await define()
  await press(page, 'tab', 'About')
  await fill(page, 'Duplicate as', 'coat-hook')
  await page.waitForFunction(() => location.pathname === '/act-pegs/coat-hook/define')
  await waitForText(page, 'header', /Coat hook.*draft/)
  expect(readFileSync(join(folder, 'components/coat-hook/peg.css'), 'utf8')).toBe(FILES['components/peg/peg.css'])
  await page.goto(new URL('/act-pegs/peg/define', page.url()).href)
  await press(page, 'tab', 'About')
  await fill(page, 'Duplicate as', 'coat-hook')
  await waitForText(page, '[role=alert]', /there is a component "coat-hook" already/)
  await page.close()
})

thorough('a component gets another name in files and addresses, and the settings take it back', async () => {
  const page = await app.open('/act-pegs/peg/define?tab=about')
  await fill(page, 'Name in files and addresses', 'tack')
  await page.waitForFunction(() => location.pathname === '/act-pegs/tack/define')
  await page.waitForSelector('[data-status="saved"]')
  // In a linked folder the code stays where it is.
  expect(['peg.sheet.yaml', 'tack.sheet.yaml', 'peg.css'].map((file) => existsSync(path(file)))).toEqual([
    false,
    true,
    true,
  ])
  await page.goto(`${app.address}/act-pegs/settings`)
  await press(page, 'button', 'Undo: peg is called tack in files and addresses')
  expect(await until(() => Promise.resolve(existsSync(path('peg.sheet.yaml'))), Boolean, 60_000)).toBe(true)
  expect(existsSync(path('tack.sheet.yaml'))).toBe(false)
  await page.goto(`${app.address}/act-pegs/peg/define`)
  await waitForText(page, '[data-status="saved"]', /Undone: peg is called tack/)
  await page.close()
})

thorough('a component is copied into another library, or moved there, and can be brought back', async () => {
  const other = writeRepository({
    'library.yaml': 'library: 1\nname: Named\n',
    'components/card/card.sheet.yaml': 'sheet: 1\nname: Card\nsource: { kind: markup, markup: card.liquid }\n',
    'components/card/card.liquid': '<p class="card"></p>',
  })
  await app.command('import', other)
  removeRepository(other)
  const page = await app.open('/act-pegs/coat-hook/define?tab=about')
  await press(page, 'combobox', 'Another library')
  await press(page, 'option', 'Named')
  await press(page, 'button', 'Copy Coat hook there')
  await page.waitForFunction(() => location.pathname === '/named/coat-hook/define')
  await waitForText(page, '[data-status="saved"]', /coat-hook copied from Act pegs/)
  await page.goto(`${app.address}/act-pegs/coat-hook/define?tab=about`)
  await press(page, 'combobox', 'Another library')
  await press(page, 'option', 'Named')
  await press(page, 'button', 'Move Coat hook there')
  await waitForText(page, '[role=alert]', /Named has a component "coat-hook" already/)
  await page.goto(`${app.address}/named/card/define?tab=about`)
  await press(page, 'combobox', 'Another library')
  await press(page, 'option', 'Act pegs')
  await press(page, 'button', 'Move Card there')
  await page.waitForFunction(() => location.pathname === '/act-pegs/card/define')
  // A linked folder gets its files.
  expect(readFileSync(join(folder, 'components/card/card.liquid'), 'utf8')).toContain('class="card"')
  await page.goto(`${app.address}/named`)
  await waitForText(page, 'body', /Card/)
  expect(await page.$('a[href^="/named/card/"]')).toBeNull()
  await page.close()
})
