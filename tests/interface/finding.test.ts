import { afterAll, beforeAll, describe, test } from '@jest/globals'
import type { Page } from 'puppeteer-core'
import { press, startApp, waitForText, type App } from '../support/app'
import { thorough } from '../support/extent'

let app: App
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.close())

/** Searches for words, and takes the first result that fits. */
async function find(page: Page, words: string, result: RegExp) {
  await press(page, 'button', 'Search (/)')
  await page.waitForSelector('[role=combobox][aria-label=Search]')
  await page.keyboard.type(words)
  await waitForText(page, '[role=option]:first-child', result)
  await page.keyboard.press('Enter')
}

const arrived = (page: Page, path: string) =>
  page.waitForFunction((wanted: string) => location.pathname + location.search === wanted, {}, path)

describe('the finder finds everything, and opens it at its place', () => {
  test('a token and a rule', async () => {
    const page = await app.open('/firnline/tokens')
    await find(page, 'pine.600', /^tokenpine\.600/)
    await arrived(page, '/firnline/tokens?token=pine.600')
    await page.waitForSelector('[aria-label="Token pine.600"]')
    await page.waitForSelector('[data-token="pine.600"][aria-selected=true]')

    await find(page, 'rule hut icon box.width', /^rule.*box\.width.*Hut icon/)
    await page.waitForFunction(() => location.pathname === '/firnline/hut-icon/spec')
    const rule = new URL(page.url()).searchParams.get('rule')!
    await page.waitForSelector(`[data-rule="${rule}"][aria-current=true]`)
  })

  thorough('a step, a part, a prop', async () => {
    const page = await app.open('/firnline/tokens')
    await find(page, 'step lamp switch click', /^stepclick.*Lamp switch/)
    await page.waitForFunction(() => location.pathname === '/firnline/lamp-switch/behaviour')
    const chosen = Number(new URL(page.url()).searchParams.get('scenario'))
    await page.waitForSelector(`li[data-scenario]:nth-child(${chosen + 1}) [aria-expanded=true]`)

    await find(page, 'part hut picker arrow', /^partarrow/)
    await arrived(page, '/firnline/hut-picker/define?part=arrow')
    await find(page, 'prop hut picker placeholder', /^propplaceholder/)
    await arrived(page, '/firnline/hut-picker/define?tab=props')
    await page.waitForSelector('[role=tab][aria-selected=true]::-p-text(Props)')
  })

  thorough('the documentation, a setting, and what was used last comes first', async () => {
    const page = await app.open('/firnline/lamp-switch/matrix')
    await page.waitForSelector('[data-case]')
    await find(page, 'box.width', /^docsbox\.width/)
    await arrived(page, '/-/docs/reference/readings')
    await waitForText(page, 'main h2', /^Readings$/)
    await press(page, 'link', 'Steps')
    await waitForText(page, 'main h2', /^Steps$/)

    await page.goto(`${app.address}/firnline/lamp-switch/matrix`)
    await page.waitForSelector('[data-case]')
    await find(page, 'dark', /^settingDark/)
    await page.waitForSelector('html[data-scheme=dark]')
    await press(page, 'button', 'Search (/)')
    // Nothing is asked for yet: the last two are on top.
    await waitForText(page, '[role=option]:first-child', /^settingDark/)
    await waitForText(page, '[role=option]:nth-child(2)', /^docsbox\.width/)
    await page.keyboard.type('light')
    await waitForText(page, '[role=option]:first-child', /^settingLight/)
    await page.keyboard.press('Enter')
    await page.waitForSelector('html[data-scheme=light]')
  })
})
