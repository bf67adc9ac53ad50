import { cpSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { HTTPRequest, Page } from 'puppeteer-core'
import type { LibraryStates } from '@/contract'
import { boardFrame, press, stageFrames, startApp, waitForText, type App } from '../support/app'
import { thorough } from '../support/extent'
import { demoFolder } from '../support/demo'
import { until } from '../support/until'

let app: App
beforeAll(async () => {
  app = await startApp([
    'tests/fixtures/odd-hut',
    demoFolder('app', ['bunk-check', 'trail-tile', 'call-button', 'valley-tabs']),
  ])
})
afterAll(() => app.close())

const count = (page: Page, selector: string) => page.$$eval(selector, (found) => found.length)
const texts = (page: Page, selector: string) =>
  page.$$eval(selector, (found) => found.map((element) => element.textContent?.trim()))
const focusedCase = (page: Page) => page.evaluate(() => (document.activeElement as HTMLElement).dataset.case)
const column = (page: Page) => page.$eval('[role=grid]', (grid) => grid.getAttribute('aria-colcount'))

/** What stands on the tiles of components that have words of their own. */
const TOLD = [
  'Attic dormitory All bunks By the window By the stove By the door',
  'Call the hut',
  'Grey Saddle Hut BringRopeCramponsLamp Call the hut',
  'KitRopeCramponsLamp',
  'Lamp over the table North South Attic',
  'Lower bunk',
  'Over the Grey Saddle Open',
  'Party leader',
  'Porch lamp',
  'Ascent 4 h 20 Night at the hut 24 bunks Summit closed',
]

/** What is found of a library, in words. */
async function missesOf(library: string) {
  const { components } = (await (await fetch(`${app.address}/api/libraries/${library}/states`)).json()) as LibraryStates
  return components.flatMap(({ slug, findings }) =>
    findings.map(
      ({ part, reading, expected, measured, cases }) =>
        `${slug}: ${part} · ${reading} is ${measured}, not ${expected}, in ${cases.length}`,
    ),
  )
}

const MISSES = [
  'bunk-check: box · outline is color(srgb 0.117647 0.376471 0.286275 / 0.18) solid 3px, not color(srgb 0.117647 0.376471 0.286275 / 0.22) solid 3px, in 6',
  'bunk-check: box · outline is color(srgb 0.560784 0.768627 0.658824 / 0.18) solid 3px, not color(srgb 0.560784 0.768627 0.658824 / 0.22) solid 3px, in 6',
  'bunk-check: mark · border-left-color is rgb(255, 255, 255), not rgb(67, 74, 69), in 2',
  'bunk-check: mark · border-left-color is rgb(25, 30, 27), not rgb(217, 220, 215), in 2',
]

describe('the wall', () => {
  thorough('the address without a library opens the first one, with every component live', async () => {
    // As high as all tiles: those far out of sight have no frames.
    const page = await app.open('/', { width: 1280, height: 2400 })
    await page.waitForSelector('[data-tile] iframe')
    expect(new URL(page.url()).pathname).toBe('/firnline')
    expect(await texts(page, '[data-tile] a > span:first-child')).toEqual([
      'Bunk check',
      'Bunk dormitory',
      'Busy veil',
      'Call button',
      'Day plan',
      'Gear hint',
      'Height readout',
      'Hut card',
      'Hut icon',
      'Hut picker',
      'Kit chips',
      'Lamp group',
      'Lamp switch',
      'Log field',
      'Trail tile',
      'Valley tabs',
      'Warden note',
      'Weather notice',
    ])
    await page.waitForFunction(() => document.querySelectorAll('[data-tile] iframe').length === 18)
    const shown = async () =>
      Promise.all(
        stageFrames(page).map((frame) =>
          frame
            .evaluate(
              () => document.querySelector('brelt-case')?.shadowRoot?.textContent?.replace(/\s+/g, ' ').trim() ?? '',
            )
            // A frame that is being loaded has nothing to show yet.
            .catch(() => ''),
        ),
      )
    const found = await until(shown, (now) => TOLD.every((told) => now.includes(told)), 120_000)
    // The icon and the readout are drawn: they have no text of their own.
    expect(found).toEqual(expect.arrayContaining(TOLD))
    await page.close()
  })

  thorough('only components near to what is in sight take a process', async () => {
    const page = await app.open('/firnline')
    const live = () => texts(page, '[data-tile]:has(iframe) a > span:first-child')
    await page.waitForSelector('[data-tile=bunk-check] iframe')
    expect(await live()).not.toContain('Weather notice')
    await page.$eval('[data-tile=weather-notice]', (tile) => tile.scrollIntoView())
    await page.waitForSelector('[data-tile=weather-notice] iframe')
    await page.waitForFunction(() => !document.querySelector('[data-tile=bunk-check] iframe'))
    expect(await live()).not.toContain('Bunk check')
    await page.close()
  })

  test('is filtered and ordered', async () => {
    const page = await app.open('/firnline-app')
    await (await page.waitForSelector('input[type=search]'))!.type('trail')
    await page.waitForFunction(() => document.querySelectorAll('[data-tile]').length === 1)
    await page.type('input[type=search]', 'zzz')
    await waitForText(page, 'main', /No component matches/)
    await page.close()
  })

  test('verifies all, with progress, and keeps what it found', async () => {
    const page = await app.open('/firnline-app')
    await press(page, 'button', 'Verify all')
    await page.waitForSelector('[role=progressbar]')
    await waitForText(page, '[data-testid=progress]', /^\d+\/\d+$/)
    await page.waitForSelector('[data-testid=counts]')
    await waitForText(page, 'header', /Verify all/, 120_000)
    expect(await missesOf('firnline-app')).toEqual(MISSES)
    await waitForText(page, '[data-testid=counts]', /174holds16misses/)
    await page.reload()
    await waitForText(page, '[data-testid=counts]', /\d+holds16misses/)
    expect(await page.$eval('[data-tile=bunk-check] canvas', (canvas) => canvas.getAttribute('aria-label'))).toBe(
      'Bunk check: 72 cases, 16 of them miss',
    )
    // What the run has pictured is there at once; it is live when it is pointed at.
    const face = await page.waitForSelector('[data-tile=bunk-check] [data-face] img')
    const seen = await face!.evaluate(async (img) => {
      await (img as HTMLImageElement).decode()
      return img.clientWidth
    })
    expect(seen).toBeGreaterThan(40)
    expect(await page.$('[data-tile=bunk-check] iframe')).toBeNull()
    await page.hover('[data-tile=bunk-check] [data-face]')
    await page.waitForSelector('[data-tile=bunk-check] iframe')
    await page.close()
  })

  // In one of its components' views a run is stopped and taken up again: see runs.
  thorough('a run can be stopped, and the results of the one before stay', async () => {
    const page = await app.open('/firnline-app')
    await press(page, 'button', 'Verify all')
    await press(page, 'button', 'Stop')
    await waitForText(page, 'header', /Verify all/, 20_000)
    await waitForText(page, '[data-testid=counts]', /\d+holds16misses/)
    await page.close()
  })
})

describe('the matrix', () => {
  test('shows every case live, in its own forced state and context', async () => {
    const page = await app.open('/firnline-app/bunk-check/matrix', { width: 1280, height: 1600 })
    const frame = await boardFrame(page, 72)
    expect(await count(page, '[data-case]')).toBe(72)
    const outline = (key: string) =>
      frame.evaluate((wanted) => {
        const host = document.querySelector(`brelt-case[data-key="${wanted}"]`)!
        const box = host.shadowRoot!.querySelector('.bunk__box')!
        return [
          getComputedStyle(box).outlineStyle,
          getComputedStyle(box).outlineColor,
          getComputedStyle(box).backgroundColor,
        ]
      }, key)
    expect(await outline('size=compact,value=off,interaction=rest')).toEqual([
      'none',
      expect.anything(),
      'rgb(255, 255, 255)',
    ])
    expect(await outline('size=compact,value=off,interaction=hover')).toEqual([
      'solid',
      expect.stringContaining('0.18'),
      'rgb(255, 255, 255)',
    ])
    expect(await outline('size=regular,value=mixed,interaction=focus@theme=night')).toEqual([
      'solid',
      expect.stringContaining('0.6'),
      'rgb(143, 196, 168)',
    ])
    await page.close()
  })

  test('component code has no origin, no network and no way to the application', async () => {
    const page = await app.open('/firnline-app/call-button/matrix')
    const frame = await boardFrame(page)
    const reached = await frame.evaluate(async () => ({
      origin: self.origin,
      fetch: await fetch('/api/libraries/firnline-app/states').then(
        () => 'reached',
        () => 'refused',
      ),
      parent: (() => {
        try {
          return parent.document.title
        } catch {
          return 'refused'
        }
      })(),
    }))
    expect(reached).toEqual({ origin: 'null', fetch: 'refused', parent: 'refused' })
    await page.close()
  })

  test('axes are pivoted and held, and a reload brings them back', async () => {
    const page = await app.open('/firnline-app/bunk-check/matrix')
    await page.waitForSelector('[data-axis=theme]')
    expect(await column(page)).toBe('6')
    await page.click('[data-axis=theme]')
    await press(page, 'menuitem', 'To columns')
    await page.waitForFunction(() => document.querySelector('[role=grid]')?.getAttribute('aria-colcount') === '12')
    await page.click('[data-axis=value]')
    await press(page, 'menuitem', 'mixed')
    await page.waitForFunction(() => document.querySelectorAll('[data-case]').length === 24)
    await page.reload()
    await page.waitForFunction(() => document.querySelectorAll('[data-case]').length === 24)
    expect(await column(page)).toBe('12')
    expect(await page.$eval('[data-axis=value]', (chip) => chip.textContent)).toBe('value: mixed')
    await page.close()
  })

  test('a case is selected, and the card tells expected, read, rule and source line', async () => {
    const page = await app.open('/firnline-app/bunk-check/matrix')
    const key = 'size=regular,value=on,interaction=hover'
    // Cells get their size once all cases stand.
    await boardFrame(page, 72)
    await page.locator(`[data-case="${key}"][data-mark=misses]`).click()
    await page.waitForSelector('[data-testid=card] [data-reading=outline]')
    const [row] = await texts(page, '[data-testid=card] [data-reading=outline]')
    expect(row).toMatch(/asked\{line\.ring\} solid \{color\.accent\.\$root \/ 22%\}/)
    expect(row).toMatch(/expected#1e6049 \/ 22% solid 3px/)
    expect(row).toMatch(/read#1e6049 \/ 18% solid 3px/)
    expect(row).toMatch(/differencealpha -4%/)
    expect(row).toMatch(/becauseoutline: var\(--line-ring\) solid rgb\(from var\(--bunk-tone\) r g b \/ 18%\)/)
    await press(page, 'button', 'bunk-check.css:74')
    await waitForText(page, '[role=dialog] pre', /74.*outline: var\(--line-ring\)/)
    await page.keyboard.press('Escape')
    await press(page, 'button', 'All readings')
    await page.waitForFunction(() => document.querySelectorAll('[data-testid=card] [data-verdict=holds]').length > 20)
    await page.reload()
    await page.waitForSelector('[data-testid=card] [data-reading=outline]')
    await page.close()
  })

  test('findings are told by their cause and value, and lead to a case', async () => {
    const page = await app.open('/firnline-app/bunk-check/matrix')
    await page.locator('button::-p-text(2 findings)').click()
    await waitForText(
      page,
      '[data-finding="box outline"]',
      /expected #1e6049 \/ 22% solid 3px, read #1e6049 \/ 18% solid 3px \(.*\) in 6; expected #8fc4a8.*12 cases, bunk-check\.css:74/,
    )
    await page.click('[data-finding="mark border-left-color"] button')
    await page.waitForSelector('[data-testid=card] [data-reading=border-left-color][data-verdict=misses]')
    await page.close()
  })

  test('everything is done by keyboard', async () => {
    const page = await app.open('/firnline-app/trail-tile/matrix')
    await page.waitForSelector('[data-case]')
    await page.focus('[data-case][tabindex="0"]')
    await page.keyboard.press('ArrowRight')
    expect(await focusedCase(page)).toBe('chosen=off,condition=caution')
    await page.keyboard.press('ArrowDown')
    expect(await focusedCase(page)).toBe('chosen=on,condition=caution')
    await page.keyboard.press('ArrowDown')
    expect(await focusedCase(page)).toBe('chosen=off,condition=caution@theme=night')
    await page.waitForSelector('[data-testid=card]')
    await page.keyboard.press('Escape')
    await page.waitForFunction(() => !document.querySelector('[data-testid=card]'))
    await page.keyboard.press('?')
    await waitForText(page, '[role=dialog]', /The next case that misses/)
    await page.keyboard.press('Escape')
    await page.keyboard.press(']')
    await page.waitForFunction(() => location.pathname === '/firnline-app/valley-tabs/matrix')
    await page.goto(`${app.address}/firnline-app/bunk-check/matrix`)
    await waitForText(page, '[data-testid=counts]', /56.*16/)
    await page.waitForSelector('[data-case="size=compact,value=off,interaction=hover"][data-mark=misses]')
    await page.keyboard.press('n')
    await page.waitForSelector('[data-testid=card] [data-verdict=misses]')
    await page.keyboard.press('/')
    await page.waitForSelector('[role=combobox]')
    await page.keyboard.type('call button')
    await page.keyboard.press('Enter')
    await page.waitForFunction(() => location.pathname === '/firnline-app/call-button/matrix')
    await page.close()
  })

  thorough('zoom, marks and scheme', async () => {
    const page = await app.open('/firnline-app/bunk-check/matrix')
    await boardFrame(page)
    await press(page, 'radio', 'Marks')
    await page.waitForFunction(() => document.querySelector('[data-case]')!.getBoundingClientRect().width < 30)
    expect(await count(page, '[data-case]')).toBe(72)
    await press(page, 'radio', '200 %')
    await page.waitForFunction(() => document.querySelector('[data-case]')!.getBoundingClientRect().width > 200)
    await page.locator('[aria-label="Marks shown"] button:first-child').click()
    await page.waitForFunction(() =>
      document.querySelector('[data-case][data-mark=holds]')!.className.includes('bg-paper/80'),
    )
    await press(page, 'button', 'Light or dark')
    await page.waitForFunction(() => document.documentElement.dataset.scheme === 'dark')
    await page.close()
  })

  test('the title block takes presses while the view is loading, and keeps what they opened', async () => {
    const page = await app.open('/api/health')
    // What the view waits for is held back, as by a slow server.
    const held: HTTPRequest[] = []
    const hold = (request: HTTPRequest) =>
      void (request.url().endsWith('/bunk-check/board') && held.length === 0 ? held.push(request) : request.continue())
    await page.setRequestInterception(true)
    page.on('request', hold)
    await page.goto(`${app.address}/firnline-app/bunk-check/matrix`)
    await press(page, 'button', 'Bunk check')
    await page.waitForSelector('[role=menu]')
    expect(await until(async () => held.length, Boolean)).toBe(1)
    page.off('request', hold)
    await page.setRequestInterception(false)
    await held[0]!.continue()
    await boardFrame(page, 72)
    expect(await page.$('[role=menu]')).not.toBeNull()
    await page.close()
  })

  test('switching the component in the title block', async () => {
    const page = await app.open('/firnline-app/bunk-check/matrix')
    await press(page, 'button', 'Bunk check')
    await press(page, 'menuitem', 'Trail tile')
    await page.waitForFunction(() => location.pathname === '/firnline-app/trail-tile/matrix')
    await boardFrame(page, 12)
    await page.close()
  })
})

describe('components that misbehave', () => {
  thorough('a script that never returns closes its board, not the application', async () => {
    const page = await app.open('/odd-hut/looper/matrix')
    await waitForText(page, '[role=alert]', /stopped responding/, 20_000)
    await page.keyboard.press('?')
    await waitForText(page, '[role=dialog]', /Search/)
    await page.close()
  })

  thorough('a component that answers late is shown as soon as it does', async () => {
    const page = await app.open('/odd-hut/late-riser/matrix')
    await waitForText(page, '[role=alert]', /stopped responding/)
    await page.waitForSelector('[role=alert]', { hidden: true })
    const frame = await boardFrame(page)
    expect(
      await frame.evaluate(() =>
        [...document.querySelectorAll('brelt-case')].map((one) => one.shadowRoot?.textContent),
      ),
    ).toEqual([expect.stringContaining('Up at last')])
    expect(await page.$eval('iframe', (shown) => getComputedStyle(shown).visibility)).toBe('visible')
    await page.close()
  })

  test('a component that covers the window is shown in documents of its own, and verified there', async () => {
    const page = await app.open('/odd-hut/portal/matrix')
    await page.waitForFunction(() => document.querySelectorAll('[data-live] iframe').length === 2)
    const veil = () => getComputedStyle(document.querySelector('.veil')!).opacity
    // A frame that is still loading has no veil yet.
    const veils = () => Promise.all(stageFrames(page).map((frame) => frame.evaluate(veil).catch(() => '')))
    const found = await until(veils, (now) => now.length === 2 && now.every(Boolean))
    expect(found.toSorted()).toEqual(['0.2', '0.6'])
    await press(page, 'button', 'Verify')
    await page.waitForFunction(() => document.querySelectorAll('[data-case][data-mark=holds]').length === 2, {
      timeout: 90_000,
    })
    await page.close()
  })

  test('results are out of date once a file has changed, and marked so', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'brelt-changed-'))
    cpSync('tests/fixtures/odd-hut', folder, { recursive: true })
    writeFileSync(
      join(folder, 'components/portal/portal.css'),
      '.veil { position: fixed; inset: 0; opacity: 0.3 } .veil.hard { opacity: 0.6 }',
    )
    // Nothing is replaced that nobody has asked for.
    await expect(app.command('import', folder)).rejects.toThrow(
      /There is a library "Odd hut" already.*--as state, or --as new/s,
    )
    await app.command('import', folder, '--as', 'state')
    const page = await app.open('/odd-hut/portal/matrix')
    await waitForText(page, '[data-testid=counts]', /out of date/)
    await page.waitForSelector('[data-case] [data-mark=holds][data-outdated=true]')
    await press(page, 'button', 'Verify')
    await page.waitForSelector('[data-case="tone=soft"][data-mark=misses]')
    expect(await texts(page, '[data-testid=counts]')).toEqual([expect.not.stringContaining('out of date')])
    rmSync(folder, { recursive: true })
    await page.close()
  })

  test('what is not there says so', async () => {
    const page = await app.open('/firnline-app/no-such/matrix')
    await waitForText(page, 'h1', /nothing at this address/)
    await page.close()
  })

  test('a page of another origin cannot start a run', async () => {
    const response = await fetch(`${app.address}/api/libraries/firnline-app/runs`, {
      method: 'POST',
      headers: { origin: 'http://elsewhere.invalid' },
      body: '{}',
    })
    expect(response.status).toBe(403)
  })
})
