import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import type { Page } from 'puppeteer-core'
import { press, startApp, waitForText, type App } from '../support/app'
import { thorough } from '../support/extent'

let app: App
const folder = mkdtempSync(join(tmpdir(), 'brelt-standing-'))
const put = (path: string, text: string) => {
  mkdirSync(dirname(join(folder, path)), { recursive: true })
  writeFileSync(join(folder, path), text)
}
const component = (slug: string, { css, more = '' }: { css: string; more?: string }) => {
  put(
    `components/${slug}/${slug}.sheet.yaml`,
    `sheet: 1
name: ${slug[0]!.toUpperCase()}${slug.slice(1)}
source: { kind: markup, markup: ${slug}.liquid, styles: [${slug}.css] }
parts: { root: .${slug} }
spec:
  - expect: { root: { display: block } }
${more}`,
  )
  put(`components/${slug}/${slug}.liquid`, `<button class="${slug}">${slug}</button>\n`)
  put(`components/${slug}/${slug}.css`, css)
}
const tokens = (pine: string) =>
  put(
    't.tokens.json',
    `{ "pine": { "$type": "color", "$value": "${pine}" }, "snow": { "$type": "color", "$value": "#fff" } }\n`,
  )

beforeAll(async () => {
  put('library.yaml', 'library: 1\nname: Standing\ntokens: [t.tokens.json]\n')
  tokens('#0a5')
  component('ash', { css: '.ash { display: block; color: var(--pine) }\n' })
  component('birch', {
    css: '.birch { display: block }\n',
    more: `scenarios:
  - name: A press changes nothing
    steps:
      - press: root
      - expect: { root: { width: 1px } }
`,
  })
  component('cedar', { css: '.cedar { display: block }\n', more: 'axes: {}\nwithout: []\n' })
  app = await startApp()
  await app.command('import', '--link', folder)
})
afterAll(async () => {
  await app.close()
  rmSync(folder, { recursive: true, force: true })
})

/** The components that the wall tells to be out of date. */
const outdated = (page: Page) =>
  page.$$eval('[data-tile]', (tiles) =>
    tiles.filter((tile) => tile.querySelector('[data-outdated="true"]')).map((tile) => tile.getAttribute('data-tile')),
  )
const untilOutdated = (page: Page, slugs: string[]) =>
  page.waitForFunction(
    (wanted: string) =>
      JSON.stringify(
        [...document.querySelectorAll('[data-tile]')]
          .filter((tile) => tile.querySelector('[data-outdated="true"]'))
          .map((tile) => tile.getAttribute('data-tile'))
          .toSorted(),
      ) === wanted,
    { timeout: 90_000 },
    JSON.stringify(slugs),
  )

test('a scenario that misses is told wherever marks are, and its component comes first', async () => {
  const page = await app.open('/standing')
  await press(page, 'button', 'Verify all')
  await waitForText(page, '[data-testid="scenario-counts"]', /^0holds1misses$/)
  await waitForText(page, '[data-testid="counts"]', /^3holds0misses$/)
  await waitForText(page, '[data-tile="birch"]', /1 scenario misses/)
  expect(await page.$$eval('[data-tile]', (tiles) => tiles[0]!.getAttribute('data-tile'))).toBe('birch')
  await press(page, 'link', 'Birch 1 case 1 holds 1 scenario misses')
  await page.waitForFunction(() => location.pathname === '/standing/birch/matrix')
  await waitForText(page, '[data-testid="scenario-counts"]', /^0holds1misses$/)
  await page.click('[data-testid="scenario-counts"]')
  await page.waitForFunction(() => location.pathname === '/standing/birch/behaviour')
  await page.close()
})

test('only what depends on a change is out of date', async () => {
  const page = await app.open('/standing')
  await waitForText(page, '[data-tile="ash"]', /1holds/)
  expect(await outdated(page)).toEqual([])
  tokens('#0a6')
  await untilOutdated(page, ['ash'])
  put('components/cedar/cedar.css', '.cedar { display: block; margin: 1px }\n')
  await untilOutdated(page, ['ash', 'cedar'])
  tokens('#0a5')
  await untilOutdated(page, ['cedar'])
  put('notes.md', '# Nothing depends on it\n')
  put('components/cedar/cedar.css', '.cedar { display: block }\n')
  await untilOutdated(page, [])
  await page.close()
})

thorough('opening views makes no revision', async () => {
  const revisions = async (page: Page) =>
    page.evaluate(async () => {
      const slugs = ['ash', 'birch', 'cedar']
      const all = slugs.map(async (slug) => {
        const answer = await fetch(`/api/libraries/standing/components/${slug}/define`)
        return ((await answer.json()) as { revisions: unknown[] }).revisions.length
      })
      return Promise.all(all)
    })
  const page = await app.open('/standing')
  const before = await revisions(page)
  for (const view of ['define', 'matrix', 'spec', 'behaviour', 'guide', 'runs']) {
    await page.goto(new URL(`/standing/birch/${view}`, page.url()).href)
    await waitForText(page, 'header', /Birch/)
    await page.waitForSelector('main')
  }
  expect(await revisions(page)).toEqual(before)
  await page.close()
})

test('what could not be rendered is told, though no rule speaks of it, and so is what was never read', async () => {
  const lost = mkdtempSync(join(tmpdir(), 'brelt-lost-'))
  const write = (path: string, text: string) => writeFileSync(join(lost, path), text)
  write('library.yaml', 'library: 1\nname: Lost huts\n')
  write('peg.sheet.yaml', 'sheet: 1\nname: Peg\nsource: { kind: react, module: peg.tsx, export: Peg }\n')
  write('peg.tsx', "export function Peg() { throw new Error('Peg needs its theme') }\n")
  write('bell.sheet.yaml', 'sheet: 1\nname: Bell\nsource: { kind: markup, markup: bell.liquid }\n')
  write('bell.liquid', '<b>bell</b>\n')
  await app.command('import', lost)
  rmSync(lost, { recursive: true })
  const page = await app.open('/lost-huts/runs?show=found')
  await press(page, 'button', 'Verify all')
  await waitForText(page, '[data-found=peg]', /1 case could not be read: Peg needs its theme/)
  await waitForText(page, '[data-found=bell]', /Hollow: nothing was read/)
  await page.goto(`${app.address}/lost-huts/peg/matrix`)
  await press(page, 'button', '1 case could not be read')
  await waitForText(page, '[aria-label=Findings]', /Peg needs its theme/)
  await page.close()
})
