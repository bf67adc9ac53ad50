import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Page } from 'puppeteer-core'
import { press, startApp, waitForText, type App } from '../support/app'
import { demoFolder } from '../support/demo'
import { removeRepository, writeRepository } from '../support/repository'

const component = (slug: string) => ({
  [`components/${slug}/${slug}.sheet.yaml`]: `sheet: 1
name: ${slug}
source: { kind: markup, markup: ${slug}.liquid, styles: [${slug}.css] }
parts: { root: .${slug} }
axes: { size: [s, l] }
spec: [{ expect: { root: { width: 20px } } }]
`,
  [`components/${slug}/${slug}.liquid`]: `<p class="${slug} ${slug}--{{ props.size }}">x</p>`,
  [`components/${slug}/${slug}.css`]: `.${slug} { width: 20px }\n.${slug}--l { color: red }\n`,
})

let app: App
let folder: string
let page: Page
beforeAll(async () => {
  folder = writeRepository(
    { 'library.yaml': 'library: 1\nname: Watched huts\n', ...component('lamp'), ...component('stove') },
    'huts',
  )
  app = await startApp([demoFolder('unlinked', ['hut-icon'])])
  await app.command('import', '--link', folder)
  page = await app.open('/watched-huts')
})
afterAll(async () => {
  await app.close()
  removeRepository(folder)
})

const write = (path: string, from: string, to: string) => {
  const file = join(folder, 'components', path)
  writeFileSync(file, readFileSync(file, 'utf8').replace(from, to))
}
const counts = (pattern: RegExp) => waitForText(page, '[data-testid="counts"]', pattern)
const tile = (slug: string) => page.$eval(`[data-tile="${slug}"]`, (each) => each.textContent)

test('a linked folder is verified as its files change, and the wall shows what turned', async () => {
  await waitForText(page, '[data-tile="stove"]', /2 cases/)
  await press(page, 'button', 'Verify as files change')
  await counts(/^4\D+0\D*$/)
  expect(await page.$('[data-turned]')).toBeNull()

  write('lamp/lamp.css', 'color: red', 'width: 24px')
  await page.waitForSelector('[data-tile="lamp"] [data-turned="worse"]')
  expect(await tile('lamp')).toContain('1 worse')
  expect(await tile('stove')).not.toContain('worse')
  await counts(/^3\D+1\D*$/)

  write('lamp/lamp.css', 'width: 24px', 'width: 20px')
  await page.waitForSelector('[data-tile="lamp"] [data-turned="better"]')
  expect(await tile('lamp')).toContain('1 better')
  await counts(/^4\D+0\D*$/)

  // What cannot be read is not verified; when it can be again, it is.
  write('stove/stove.sheet.yaml', 'spec:', 'spek:')
  write('lamp/lamp.css', '.lamp {', '.lamp { height: 1px;')
  write('stove/stove.sheet.yaml', 'spek:', 'spec:')
  await page.waitForSelector('[data-tile="lamp"]:not(:has([data-turned]))')
  await counts(/^4\D+0\D*$/)
})

test('no more, when it is pressed again', async () => {
  await press(page, 'button', 'Verify as files change')
  await page.waitForSelector('button[aria-pressed="false"]')
  // What the last change began comes to its end first.
  await page.waitForFunction(() => !document.querySelector('[aria-label="Run"]'))
  write('stove/stove.css', 'width: 20px', 'width: 21px')
  await counts(/out of date/)
  expect(await page.$('[aria-label="Run"]')).toBeNull()
  await press(page, 'button', 'Verify all')
  await counts(/^2\D+2\D*$/)
})

test('a library that is linked to nothing cannot be watched', async () => {
  const other = await app.open('/firnline-unlinked')
  await waitForText(other, 'main', /Link to a folder/)
  expect(await other.$('aria/Verify as files change[role="button"]')).toBeNull()
  const status = await other.evaluate(async () => {
    const given = { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{"isWatched":true}' }
    return (await fetch('/api/libraries/firnline-unlinked/watch', given)).status
  })
  expect(status).toBe(422)
})
