import { mkdtempSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Page } from 'puppeteer-core'
import { thorough } from '../support/extent'
import { fill, press, startApp, waitForText, type App } from '../support/app'
import { Hand } from '../support/hand'

let app: App
/** One view of the tokens, in which all is done as one person does it. */
let page: Page
const folder = mkdtempSync(join(tmpdir(), 'brelt-token-acts-'))
const FILES: Record<string, string> = {
  'library.yaml': 'library: 1\nname: Boards\ntokens: [tokens/day.resolver.json]\ncontexts: { theme: [day, night] }\n',
  'tokens/day.resolver.json': JSON.stringify({
    version: '2025.10',
    sets: { base: { sources: [{ $ref: 'base.tokens.json' }] } },
    modifiers: { theme: { default: 'day', contexts: { day: [], night: [{ $ref: 'night.tokens.json' }] } } },
    resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/theme' }],
  }),
  'tokens/base.tokens.json': `{
  "color": {
    "$type": "color",
    "plate": { "$value": "#7a2412" },
    "edge": { "$value": "{color.plate}" }
  },
  "pace": { "turn": { "$type": "cubicBezier", "$value": [0.2, 0, 0, 1] } }
}
`,
  'tokens/night.tokens.json': '{ "color": { "$type": "color", "plate": { "$value": "#e0a090" } } }\n',
  'components/board/board.sheet.yaml': `sheet: 1
name: Board
source: { kind: markup, markup: board.liquid, styles: [board.css] }
contexts: { theme: all }
spec:
  - expect: { root: { background-color: "{color.plate}", border-top-color: "{ color.plate / 50% }" } }
`,
  'components/board/board.liquid': '<p class="board">North</p>\n',
  'components/board/board.css':
    '.board { background: var(--color-plate); border-top: 2px solid color-mix(in srgb, var(--color-plate) 50%, transparent); transition: color 1s cubic-bezier(var(--pace-turn)) }\n',
}
const onDisk = (path: string) => readFileSync(join(folder, path), 'utf8')

beforeAll(async () => {
  for (const [path, text] of Object.entries(FILES)) {
    mkdirSync(dirname(join(folder, path)), { recursive: true })
    writeFileSync(join(folder, path), text)
  }
  app = await startApp()
  await app.command('import', '--link', folder)
  page = await app.open('/boards/tokens')
})
afterAll(async () => {
  await app.close()
  rmSync(folder, { recursive: true, force: true })
})

const openToken = async (path: string) => {
  await page.locator(`[data-token="${path}"]`).click()
  await page.waitForSelector(`[data-token="${path}"][aria-selected=true]`)
  await page.waitForSelector('[data-testid=token]')
}

test('a token gets another name in all contexts, and whatever names it follows, on disk too; undo takes all of it back', async () => {
  await openToken('color.plate')
  await fill(page, 'Name of the token', 'color.board.ground')
  await page.waitForSelector('[data-token="color.board.ground"]')
  expect(onDisk('tokens/base.tokens.json')).toContain('"{color.board.ground}"')
  expect(JSON.parse(onDisk('tokens/night.tokens.json'))).toMatchObject({
    color: { board: { ground: { $value: '#e0a090' } } },
  })
  expect(onDisk('components/board/board.sheet.yaml')).toContain('"{color.board.ground}"')
  expect(onDisk('components/board/board.sheet.yaml')).toContain('"{ color.board.ground / 50% }"')
  expect(onDisk('components/board/board.css')).not.toContain('--color-plate')
  expect(onDisk('components/board/board.css').match(/var\(--color-board-ground\)/g)).toHaveLength(2)
  // The component has a revision of it.
  const revisions = await page.evaluate(() =>
    fetch('/api/libraries/boards/components/board/define').then((answer) => answer.json()),
  )
  expect((revisions as { revisions: { note: string }[] }).revisions.at(-1)!.note).toMatch(/color.plate renamed/)
  await press(page, 'button', 'Undo color.plate renamed to color.board.ground')
  await page.waitForSelector('[data-token="color.plate"]')
  for (const path of Object.keys(FILES)) expect([path, onDisk(path)]).toEqual([path, FILES[path]])
})

thorough('a group gets another name', async () => {
  await press(page, 'button', 'Rename the group color')
  await fill(page, 'Name of the group color', 'paint')
  await page.waitForSelector('[data-token="paint.edge"]')
  expect(onDisk('components/board/board.css')).toContain('var(--paint-plate)')
  await page.keyboard.press('u')
  await page.waitForSelector('[data-token="color.edge"]')
})

test('a name that is taken, and one that is none, are told', async () => {
  await openToken('color.edge')
  await fill(page, 'Name of the token', 'color.plate')
  await waitForText(page, '[data-testid=token] [role=alert]', /there is a token called color.plate already/)
  expect(onDisk('tokens/base.tokens.json')).toBe(FILES['tokens/base.tokens.json'])
})

test('what others stand for is not deleted; a token that nothing needs is, after a question', async () => {
  await openToken('color.plate')
  await press(page, 'button', 'Delete color.plate')
  await waitForText(page, '[role=alertdialog]', /5 uses of it will lead nowhere/)
  await page.locator('[role=alertdialog] button:last-of-type').click()
  await waitForText(page, '[data-testid=token] [role=alert]', /color.plate/)
  await page.locator('[data-token="color.edge"]').click()
  await press(page, 'button', 'Delete color.edge')
  await page.locator('[role=alertdialog] button:last-of-type').click()
  await page.waitForFunction(() => !document.querySelector('[data-token="color.edge"]'))
  await page.keyboard.press('u')
  await page.waitForSelector('[data-token="color.edge"]')
})

test('what is being typed stays while something else of the library changes', async () => {
  await openToken('color.edge')
  const field = await page.waitForSelector('[aria-label="Value in day"], [aria-label="Value in day, night"]')
  await field!.click({ count: 3 })
  await page.keyboard.type('#1234')
  const uses = () => page.$eval('[data-testid=token]', (pane) => pane.textContent!)
  expect(await uses()).not.toContain('board.css:3')
  writeFileSync(
    join(folder, 'components/board/board.css'),
    `${onDisk('components/board/board.css')}\n.board b { color: var(--color-edge) }\n`,
  )
  await waitForText(page, '[data-testid=token]', /board\.css:\d/)
  await page.keyboard.type('56')
  expect(await field!.evaluate((element) => (element as HTMLInputElement).value)).toBe('#123456')
  await press(page, 'button', 'Discard')
  writeFileSync(join(folder, 'components/board/board.css'), FILES['components/board/board.css']!)
})

test('a colour is picked in another space, a curve by its points, with keys', async () => {
  await openToken('color.plate')
  await press(page, 'combobox', 'Colour space')
  await press(page, 'option', 'OKLCH')
  await page.waitForFunction(() =>
    document.querySelector<HTMLInputElement>('[aria-label="Value in day"]')?.value.startsWith('oklch('),
  )
  await page.focus('[role=slider][aria-label=Lightness]')
  await page.keyboard.press('Home')
  await page.waitForFunction(() =>
    document.querySelector<HTMLInputElement>('[aria-label="Value in day"]')?.value.startsWith('oklch(0 '),
  )
  await press(page, 'button', 'Discard')
  await page.locator('[data-token="pace.turn"]').click()
  await page.waitForSelector('[role=slider][aria-label="Second point, up"]')
  await page.focus('[role=slider][aria-label="Second point, up"]')
  await page.keyboard.press('End')
  await press(page, 'button', 'Save')
  await waitForText(page, '[data-token="pace.turn"]', /1\.25/)
})

test('the first token of a library that has none makes its file', async () => {
  const hand = await Hand.at(app, '/-/libraries')
  await hand.emptyLibrary('Bare boards')
  await hand.press('link', 'Tokens')
  await hand.newToken('color.ink', '#101820')
  await hand.sees(/library.tokens.json/)
  await hand.page.close()
})
