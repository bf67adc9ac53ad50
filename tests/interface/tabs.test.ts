import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Page } from 'puppeteer-core'
import { press, startApp, waitForText, type App } from '../support/app'
import { thorough } from '../support/extent'
import { demoFolder } from '../support/demo'

// A browser opens six connections to one server.
const TABS = 7
const REFUSALS = 3

let app: App
const tabs: Page[] = []
beforeAll(async () => {
  app = await startApp([demoFolder('tabs', ['busy-veil'])])
})
afterAll(() => app.close())

const path = '/firnline-tabs/busy-veil/runs'
async function hasRead(page: Page) {
  // One behind others draws no frames: nothing can be waited for there.
  await page.bringToFront()
  await waitForText(page, '[data-testid="counts"]', /12/)
}

test('more tabs than a browser has connections: each shows its component, and hears of a run', async () => {
  for (let at = 0; at < TABS; at++) {
    const page = await app.open(path)
    await waitForText(page, 'header', /not run yet/)
    tabs.push(page)
  }
  await press(tabs.at(-1)!, 'button', 'Verify')
  await hasRead(tabs.at(-1)!)
  // They were there before, and hear of it without being loaded anew.
  for (const page of tabs.slice(0, -1)) await hasRead(page)
  // One whose connections were all taken loads anew, too.
  await tabs[0]!.reload()
  await hasRead(tabs[0]!)
})

test('when the tab goes that listens for all, another takes its place', async () => {
  const [first, ...others] = tabs
  await first!.close()
  tabs.shift()
  const page = await app.open(path)
  tabs.push(page)
  await hasRead(page)
  await press(page, 'button', 'Verify')
  await waitForText(page, 'header', /as read/)
  // Whoever opens a view later, too.
  const late = await app.open(path)
  tabs.push(late)
  await waitForText(late, 'header', /as read/)
  expect(others).toHaveLength(TABS - 1)
})

thorough('one whose connection is refused asks again, and hears of what is saved', async () => {
  const page = await app.open('/firnline-tabs')
  let refused = 0
  await page.setRequestInterception(true)
  page.on('request', (request) => {
    const isRefused = request.url().endsWith('/api/libraries/firnline-tabs/events') && refused < REFUSALS
    if (!isRefused) return void request.continue()
    refused++
    void request.respond({ status: 503, body: '' })
  })
  // The others would tell it.
  for (const other of tabs.splice(0)) await other.close()
  await page.goto(new URL('/firnline-tabs/busy-veil/define', page.url()).href)
  await waitForText(page, '[data-status]', /./)
  const saved = await page.evaluate(async () => {
    const place = '/api/libraries/firnline-tabs/components/busy-veil'
    const { base, file, texts } = (await (await fetch(`${place}/define`)).json()) as {
      base: number
      file: string
      texts: Record<string, string>
    }
    const body = JSON.stringify({ base, texts: { [file]: texts[file]!.replace(/^name: .*/m, 'name: Veil of mist') } })
    return (await (await fetch(`${place}/save`, { method: 'POST', body })).json()) as { kind: string }
  })
  expect(saved.kind).toBe('saved')
  await waitForText(page, '[data-status]', /→ Veil of mist/)
  expect(refused).toBe(REFUSALS)
})
