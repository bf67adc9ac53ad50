import { readFileSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { fill, press, startApp, waitForText, type App } from '../support/app'
import { until } from '../support/until'

const folder = mkdtempSync(join(tmpdir(), 'brelt-settings-'))
const put = (path: string, text: string) => {
  mkdirSync(join(folder, path, '..'), { recursive: true })
  writeFileSync(join(folder, path), text)
}
put('library.yaml', '# Ours.\nlibrary: 1\nname: Set pegs\ncontexts: { theme: [day, night] } # by the sun\n')
put('styles/one.css', '.peg { color: red }')
put('styles/two.css', '.peg { color: blue }')
put('components/peg/peg.liquid', '<p class="peg">peg</p>')
put(
  'components/peg/peg.sheet.yaml',
  'sheet: 1\nname: Peg\nsource: { kind: markup, markup: peg.liquid }\ncontexts: { theme: all }\nparts: { root: .peg }\nspec: [{ expect: { root: { color: blue } } }]\n',
)

let app: App
beforeAll(async () => {
  app = await startApp()
  // Linked, so that what is written can be read from the folder.
  await app.command('import', '--link', folder)
})
afterAll(async () => {
  await app.close()
  rmSync(folder, { recursive: true })
})

const written = () => readFileSync(join(folder, 'library.yaml'), 'utf8')

test('contexts, window, tolerance and shared styles are changed as fields, and taken back', async () => {
  const page = await app.open('/set-pegs')
  await page.waitForSelector('[data-tile=peg]')
  await press(page, 'link', 'Settings')
  await waitForText(page, 'h1', /^Settings of Set pegs$/)
  await waitForText(page, '[data-context=theme]', /1 component of the library has it/)

  await fill(page, 'Values of theme', 'day, dusk, night')
  await page.waitForSelector('aria/Undo: Settings: contexts')
  expect(written()).toMatch(/^# Ours\.\n[\s\S]*theme: \[ ?day, dusk, night ?\]/)

  // What has an effect of its own begins with its usual values; what it cannot be is refused.
  await page.type('[aria-label="Name of the new context"]', 'viewport-width')
  await page.type('[aria-label="Values of the new context"]', 'wide')
  await waitForText(page, 'form', /wide is no value of viewport-width: allowed is a width in px/)
  await page.locator('[aria-label="Values of the new context"]').fill('960px, 390px')
  await press(page, 'button', 'Add')
  await page.waitForSelector('[data-context=viewport-width]')

  await fill(page, 'Width', '800')
  await page.waitForSelector('aria/Undo: Settings: viewport')
  await fill(page, 'Lengths', '0.5')
  await page.waitForSelector('aria/Undo: Settings: tolerance')
  expect(written()).toMatch(/width: 800[\s\S]*length: 0\.5/)

  for (const [at, file] of ['styles/two.css', 'styles/one.css'].entries()) {
    await page.locator('[aria-label="Add a style sheet"]').click()
    await press(page, 'option', file)
    await page.waitForSelector(`[data-style]:nth-child(${at + 1})`)
  }
  // The last one wins.
  await press(page, 'button', 'Move styles/one.css up')
  await waitForText(page, '[data-style]:first-child', /one/)
  await press(page, 'button', 'Verify all')
  await page.waitForSelector('header time')
  await waitForText(page, '[data-testid=counts]', /^3/)

  const before = written()
  await press(page, 'button', 'Delete the context theme')
  await page.waitForFunction(() => !document.querySelector('[data-context=theme]'))
  await page.locator('h1').click()
  await page.keyboard.down('Control')
  await page.keyboard.press('z')
  await page.keyboard.up('Control')
  await page.waitForSelector('[data-context=theme]')
  // What is stored may be seen a moment before it stands in the folder.
  expect(
    await until(
      () => Promise.resolve(written()),
      (text) => text === before,
    ),
  ).toBe(before)
})

test('another name is the library’s everywhere, and what the file cannot hold is told', async () => {
  const page = await app.open('/set-pegs/settings')
  await page.waitForSelector('[aria-label=Name]')
  await fill(page, 'Name', 'Hooks')
  await page.waitForSelector('aria/Undo: Settings: name')
  await page.reload()
  await waitForText(page, 'header', /Hooks/)
  await page.waitForSelector('[aria-label=Scale]')
  await fill(page, 'Scale', '9')
  await waitForText(page, '[role=alert]', /viewport\.scale/)
  expect(written()).not.toMatch(/scale: 9/)
})
