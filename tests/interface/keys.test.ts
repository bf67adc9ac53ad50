import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { KeyInput, Page } from 'puppeteer-core'
import { press, startApp, waitForText, type App } from '../support/app'
import { thorough } from '../support/extent'
import { demoFolder } from '../support/demo'

let app: App
beforeAll(async () => {
  app = await startApp([demoFolder('keys', ['lamp-switch', 'gear-hint', 'busy-veil'])])
})
afterAll(() => app.close())

const focused = (page: Page) =>
  page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.textContent ?? '')
const untilFocused = (page: Page, pattern: RegExp) =>
  page.waitForFunction(
    (source: string) => {
      const { activeElement } = document
      return new RegExp(source).test(activeElement?.getAttribute('aria-label') ?? activeElement?.textContent ?? '')
    },
    {},
    pattern.source,
  )
const withCtrl = async (page: Page, ...keys: KeyInput[]) => {
  await page.keyboard.down('Control')
  for (const key of keys) await page.keyboard.press(key)
  await page.keyboard.up('Control')
}
const focus = (page: Page, role: string, name: string) => page.focus(`aria/${name}[role="${role}"]`)

describe('keys of a view', () => {
  thorough('rest while a list is open', async () => {
    const page = await app.open('/firnline-keys/lamp-switch/define')
    await page.waitForSelector('[data-status]')
    await press(page, 'combobox', 'Show size')
    await page.waitForSelector('[role="listbox"]')
    await page.keyboard.press('3')
    await page.keyboard.press('v')
    await page.keyboard.press('Escape')
    await page.waitForFunction(() => !document.querySelector('[role="listbox"]'))
    expect(new URL(page.url()).pathname).toBe('/firnline-keys/lamp-switch/define')
    await waitForText(page, 'header', /not run yet/)
    await page.close()
  })

  test('leave Space to the control that has the focus', async () => {
    const page = await app.open('/firnline-keys/lamp-switch/behaviour')
    await page.waitForSelector('aria/Play the scenario[role="button"]')
    await focus(page, 'button', 'Play the scenario')
    await page.keyboard.press('Space')
    await page.waitForSelector('[aria-label="Film"], [data-film]')
    await page.close()
  })

  thorough('undo and redo as everywhere', async () => {
    const page = await app.open('/firnline-keys/gear-hint/define')
    await waitForText(page, '[data-status="saved"]', /Imported/)
    const name = await page.evaluate(async () => {
      const place = '/api/libraries/firnline-keys/components/gear-hint'
      const { base, file, texts } = (await (await fetch(`${place}/define`)).json()) as {
        base: number
        file: string
        texts: Record<string, string>
      }
      const text = texts[file]!.replace(/^name: .*/m, 'name: Hint of gear')
      await fetch(`${place}/save`, { method: 'POST', body: JSON.stringify({ base, texts: { [file]: text } }) })
      return file
    })
    expect(name).toContain('gear-hint')
    await waitForText(page, '[data-status="saved"]', /→ Hint of gear/)
    // The title follows the sheet.
    await waitForText(page, 'header', /Hint of gear/)
    await page.waitForFunction(() => document.title === 'Hint of gear, define – Firnline keys – Brelt')
    await withCtrl(page, 'z')
    await waitForText(page, '[data-status="saved"]', /Undone/)
    await page.keyboard.down('Shift')
    await withCtrl(page, 'z')
    await page.keyboard.up('Shift')
    await waitForText(page, '[data-status="saved"]', /Redone/)
    await page.close()
  })

  test('that are one letter or sign are switched off in their help, which has a control', async () => {
    const page = await app.open('/firnline-keys/lamp-switch/matrix')
    await press(page, 'button', 'Keys and marks (?)')
    await press(page, 'checkbox', 'Keys that are one letter or sign')
    await press(page, 'button', 'Close')
    await page.waitForFunction(() => !document.querySelector('[role=dialog]'))
    await page.keyboard.press('3')
    await page.keyboard.press('/')
    await press(page, 'button', 'Search (/)')
    await page.waitForSelector('[role=dialog]')
    await page.keyboard.press('Escape')
    expect(new URL(page.url()).pathname).toBe('/firnline-keys/lamp-switch/matrix')
    await press(page, 'button', 'Keys and marks (?)')
    await press(page, 'checkbox', 'Keys that are one letter or sign')
    await press(page, 'button', 'Close')
    await page.waitForFunction(() => !document.querySelector('[role=dialog]'))
    await page.keyboard.press('3')
    await page.waitForFunction(() => location.pathname === '/firnline-keys/lamp-switch/spec')
    await page.close()
  })
})

describe('the focus', () => {
  test('comes back from the finder and the help', async () => {
    const page = await app.open('/firnline-keys/lamp-switch/matrix')
    await page.waitForSelector('[data-case]')
    await focus(page, 'button', 'Light or dark')
    for (const key of ['/', '?'] as const) {
      await page.keyboard.press(key)
      await page.waitForSelector('[role=dialog]')
      await page.keyboard.press('Escape')
      await untilFocused(page, /^Light or dark$/)
    }
    await page.close()
  })

  thorough('stays with a run that is started by keys, and with its end', async () => {
    const page = await app.open('/firnline-keys/busy-veil/matrix')
    await page.waitForSelector('[data-case]')
    await focus(page, 'button', 'Verify')
    await page.keyboard.press('Enter')
    await untilFocused(page, /^Stop$/)
    await page.waitForFunction(() => !document.querySelector('[role=progressbar]'))
    await untilFocused(page, /^Verify$/)
    // Told once, and not with every step of its progress.
    await waitForText(page, '[data-testid="run-words"]', /^\d+ cases hold, \d+ miss/)
    await page.close()
  })

  test('goes from a case to its readings and back', async () => {
    const page = await app.open('/firnline-keys/busy-veil/matrix')
    const first = await page.waitForSelector('[data-case]')
    const key = await first!.evaluate((cell) => cell.getAttribute('data-case')!)
    await page.focus('[data-case]')
    await page.keyboard.press('Enter')
    await page.waitForSelector('[data-testid="card"]')
    await page.keyboard.press('Enter')
    await page.waitForFunction(() => document.activeElement?.closest('[data-testid="card"]'))
    await page.keyboard.press('Escape')
    await page.waitForFunction(() => !document.querySelector('[data-testid="card"]'))
    expect(await focused(page)).toContain(key)
    await page.close()
  })

  test('a row of rules is one stop of Tab, its controls are reached by arrows', async () => {
    const page = await app.open('/firnline-keys/lamp-switch/spec')
    await page.waitForSelector('[data-claim]')
    const stops = () =>
      page.$$eval('table tr', (rows) =>
        rows.map(
          (row) =>
            [...row.querySelectorAll<HTMLElement>('button:enabled, a')].filter(({ tabIndex }) => tabIndex === 0).length,
        ),
      )
    const [head, ...rows] = await stops()
    expect([head, new Set(rows)]).toEqual([0, new Set([1])])
    const first = /^Expected of (.*): .*, change$/
    await page.focus('[data-claim] button')
    const claim = (await focused(page)).match(first)![1]!
    await page.keyboard.press('ArrowRight')
    expect(await focused(page)).toContain(claim)
    expect(await focused(page)).not.toMatch(first)
    await page.keyboard.press('Home')
    await page.keyboard.press('ArrowDown')
    expect(await focused(page)).toMatch(first)
    expect(await focused(page)).not.toContain(`Expected of ${claim}:`)
    await page.keyboard.press('Enter')
    // A field keeps its arrows.
    await page.keyboard.press('ArrowLeft')
    expect(await page.evaluate(() => document.activeElement?.tagName)).toBe('INPUT')
    await page.keyboard.press('Escape')
    await page.waitForFunction(() => !document.querySelector('[data-claim] input'))
    expect(new Set((await stops()).slice(1))).toEqual(new Set([1]))
    await page.close()
  })

  thorough('tells the words of an icon', async () => {
    const page = await app.open('/firnline-keys/lamp-switch/matrix')
    await page.waitForSelector('[data-case]')
    await focus(page, 'button', 'Verify')
    await page.keyboard.press('Tab')
    await waitForText(page, '[data-focus-tip]', /^Search \(\/\)$/)
    await page.keyboard.press('Escape')
    await page.waitForFunction(() => !document.querySelector('[data-focus-tip]'))
    await page.close()
  })
})
