import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { press, startApp, waitForText, type App } from '../support/app'
import { isWhole, thorough } from '../support/extent'

let app: App
const folder = mkdtempSync(join(tmpdir(), 'brelt-faults-'))
const sheetOf = (slug: string) => join(folder, 'components', slug, `${slug}.sheet.yaml`)
const SOUND = `sheet: 1
name: Peg
source: { kind: markup, markup: peg.liquid }
parts:
  root: .peg
axes: {}
spec:
  - expect: { root: { display: block } }
`

const write = (slug: string, sheet: string) => {
  mkdirSync(join(folder, 'components', slug), { recursive: true })
  writeFileSync(sheetOf(slug), sheet)
}

beforeAll(async () => {
  writeFileSync(join(folder, 'library.yaml'), 'library: 1\nname: Torn\n')
  write('peg', SOUND)
  writeFileSync(join(folder, 'components/peg/peg.liquid'), '<p class="peg">Peg</p>\n')
  write('hook', 'sheet: 1\nname: [\nsource: { kind: markup, markup: hook.liquid }\n')
  writeFileSync(join(folder, 'components/hook/hook.liquid'), '<p class="hook">Hook</p>\n')
  write('rail', 'sheet: 1\nname: Rail\n')
  write('shelf', 'sheet: 1\nname: Shelf\nsource: { kind: markup, markup: gone.liquid }\n')
  app = await startApp()
  await app.command('import', '--link', folder)
})
afterAll(async () => {
  await app.close()
  rmSync(folder, { recursive: true, force: true })
})

test('the wall tells what is wrong with each component that cannot be read, and the others are verified', async () => {
  const page = await app.open('/torn')
  await waitForText(page, '[data-tile="hook"]', /cannot be read.*hook\.sheet\.yaml:3:1: not readable as YAML/s)
  await waitForText(page, '[data-tile="rail"]', /rail\.sheet\.yaml:1:1: missing key "source"/)
  await waitForText(page, '[data-tile="shelf"]', /no file "gone\.liquid"/)
  await waitForText(page, '[data-tile="peg"]', /1 case/)
  await press(page, 'button', 'Verify all')
  await waitForText(page, '[role="alert"]', /hook was left out.*rail was left out.*shelf was left out/s)
  await waitForText(page, '[data-tile="peg"]', /1/)
  await waitForText(page, '[data-testid="counts"]', /^1holds0misses$/)
  await page.close()
})

describe('a sheet that cannot be read', () => {
  test.each(isWhole ? ['define', 'spec', 'behaviour'] : ['define'])('opens in %s at its fault', async (view) => {
    const page = await app.open(`/torn/hook/${view}`)
    await waitForText(page, 'main h1', /This sheet cannot be read/)
    await waitForText(page, '[aria-label="Errors"] li', /hook\.sheet\.yaml:3:1 not readable as YAML/)
    await waitForText(page, '.cm-content', /name: \[/)
    await page.close()
  })

  test.each(isWhole ? ['matrix', 'guide'] : ['guide'])('is told in %s, with the way to its files', async (view) => {
    const page = await app.open(`/torn/rail/${view}`)
    await waitForText(page, '[role="alert"], [aria-label="Errors"]', /missing key "source"/)
    await page.close()
  })

  test('is mended in its text, and the view comes back', async () => {
    const page = await app.open('/torn/hook/define')
    await page.waitForSelector('[aria-label="Errors"]')
    await press(page, 'button', 'hook.sheet.yaml:3:1')
    await page.keyboard.press('ArrowUp')
    await page.keyboard.press('End')
    await page.keyboard.press('Backspace')
    await page.keyboard.type('Hook')
    await waitForText(page, '[data-status="saved"]', /./)
    await page.waitForSelector('[aria-label="Picture"]')
    expect(readFileSync(sheetOf('hook'), 'utf8')).toContain('name: Hook\n')
    await waitForText(page, 'header', /Hook/)
    await page.close()
  })

  thorough('that breaks on disk goes back to the last revision that can be read', async () => {
    const page = await app.open('/torn/peg/spec')
    await page.waitForSelector('main')
    writeFileSync(sheetOf('peg'), SOUND.replace('parts:', 'parts: ['))
    await waitForText(page, '[data-status="broken"]', /peg\.sheet\.yaml:\d+ not readable/)
    await page.reload()
    await waitForText(page, 'main h1', /This sheet cannot be read/)
    await press(page, 'button', 'Go back to revision 1')
    await page.waitForFunction(() => !document.querySelector('[aria-label="Errors"]'))
    await page.waitForFunction(() => document.querySelector('[data-status="saved"]'))
    expect(readFileSync(sheetOf('peg'), 'utf8')).toBe(SOUND)
    await page.close()
  })

  test('is edited while it is broken on disk: the edit is kept, and saved when it is mended', async () => {
    const page = await app.open('/torn/peg/define')
    await waitForText(page, '[data-status="saved"]', /./)
    writeFileSync(sheetOf('peg'), SOUND.replace('axes: {}', 'axes: {'))
    await waitForText(page, '[data-status="broken"]', /not readable/)
    await press(page, 'tab', 'peg.liquid')
    await page.waitForSelector('[data-editor$="peg.liquid"] .cm-content')
    await page.click('.cm-content')
    await page.keyboard.down('Control')
    await page.keyboard.press('End')
    await page.keyboard.up('Control')
    await page.keyboard.type('<i>new</i>')
    await page.keyboard.down('Control')
    await page.keyboard.press('s')
    await page.keyboard.up('Control')
    await page.waitForFunction(() => document.querySelector('[data-status="broken"]'))
    writeFileSync(sheetOf('peg'), SOUND)
    await waitForText(page, '[data-status="saved"]', /./)
    expect(readFileSync(join(folder, 'components/peg/peg.liquid'), 'utf8')).toContain('<i>new</i>')
    await page.close()
  })
})

test('the wall follows the folder: what comes, goes, is renamed and breaks', async () => {
  const page = await app.open('/torn')
  await waitForText(page, '[data-tile="peg"]', /Peg/)
  write('lamp', SOUND.replace('Peg', 'Lamp').replace('peg.liquid', 'lamp.liquid'))
  writeFileSync(join(folder, 'components/lamp/lamp.liquid'), '<p class="peg">Lamp</p>\n')
  await waitForText(page, '[data-tile="lamp"]', /Lamp/)
  write('lamp', SOUND.replace('Peg', 'Lantern').replace('peg.liquid', 'lamp.liquid'))
  await waitForText(page, '[data-tile="lamp"]', /Lantern/)
  write('lamp', SOUND.replace('name: Peg', 'nam: Lantern').replace('peg.liquid', 'lamp.liquid'))
  await waitForText(page, '[data-tile="lamp"]', /cannot be read.*unknown key "nam"/s)
  rmSync(join(folder, 'components/lamp'), { recursive: true })
  await page.waitForFunction(() => !document.querySelector('[data-tile="lamp"]'))
  writeFileSync(join(folder, 'library.yaml'), 'library: 1\nnam: Torn\n')
  await waitForText(page, '[role="alert"]', /cannot be taken in.*unknown key "nam"/s)
  writeFileSync(join(folder, 'library.yaml'), 'library: 1\nname: Torn\n')
  await page.waitForFunction(() => !/cannot be taken in/.test(document.body.textContent ?? ''))
  await page.close()
})
