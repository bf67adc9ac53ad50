import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { cli } from '../support/cli'
import type { Page } from 'puppeteer-core'
import { press, startApp, waitForText, type App } from '../support/app'
import { beginRepository, commitAll, gitIn } from '../support/git'
import { run } from '../support/runs'
import { removeRepository, writeRepository } from '../support/repository'

const lamp = (slug: string, css: string) => ({
  [`components/${slug}/${slug}.sheet.yaml`]: `sheet: 1
name: ${slug === 'lamp' ? 'Lamp' : 'Stove'}
source: { kind: markup, markup: ${slug}.liquid, styles: [${slug}.css] }
pictures: all
parts: { root: .${slug} }
axes: { size: [s, l], interaction: { of: state, values: { rest: {}, hover: { pseudo: hover } } } }
spec: [{ expect: { root: { display: block } } }]
`,
  [`components/${slug}/${slug}.liquid`]: `<p class="${slug} ${slug}--{{ props.size }}">${slug}</p>`,
  [`components/${slug}/${slug}.css`]: css,
})
const FILES = {
  'library.yaml': 'library: 1\nname: Review huts\ntokens: [base.tokens.json]\n',
  'base.tokens.json':
    '{\n  "tone": { "$type": "color", "$value": "#c04020" },\n  "wall": { "$type": "color", "$value": "#dde4e0" }\n}\n',
  ...lamp(
    'lamp',
    '.lamp { margin: 0; width: 90px; padding: 6px; color: var(--tone); background: var(--wall) }\n.lamp--l { padding: 12px }\n',
  ),
  ...lamp(
    'stove',
    '.stove { margin: 0; width: 70px; border: 2px solid var(--tone) }\n.stove:hover { border-style: dashed }\n',
  ),
}

let app: App
let folder: string
let page: Page
beforeAll(async () => {
  folder = writeRepository(FILES, 'huts')
  beginRepository(folder)
  app = await startApp()
  await app.command('import', '--link', folder)
  page = await app.open('/review-huts/review')
})
afterAll(async () => {
  await app.close()
  removeRepository(folder)
})

const git = (...given: string[]) => gitIn(folder, ...given)
const write = (path: string, from: string, to: string) =>
  writeFileSync(join(folder, path), readFileSync(join(folder, path), 'utf8').replace(from, to))
const indexOf = (slug: string) => join(folder, 'references', `${slug}.yaml`)

const verify = () => run(page, 'Verify all')
const rows = () =>
  page.$$eval('[data-group]', (all) =>
    all.map((row) => [row.getAttribute('data-group'), row.textContent!.replace(/\s+/g, ' ')]),
  )
/** What was decided is through, and so many changes are left. */
const ready = (changes: number) =>
  page.waitForFunction(
    (count) =>
      document.querySelectorAll('[data-group]').length === count &&
      [...document.querySelectorAll('button')].some((each) => /^Approve/.test(each.textContent!) && !each.disabled),
    {},
    changes,
  )
const settled = (pattern: RegExp) => waitForText(page, 'header', pattern)
const tiles = () => page.$$eval('[data-picture]', (all) => all.map((tile) => tile.getAttribute('data-picture')))

test('what there is to do is told from the start', async () => {
  await waitForText(page, '[data-testid="nothing-open"]', /No pictures have been taken yet/)
  await verify()
  await settled(/8 to review/)
  await page.waitForSelector('[data-group="new"]')
  expect(await rows()).toEqual([
    ['new', expect.stringMatching(/^1Lamp: new cases4/)],
    ['new', expect.stringMatching(/^2Stove: new cases4/)],
  ])
  expect(await tiles()).toHaveLength(4)
})

test('pictures are approved by keyboard, change after change', async () => {
  await page.keyboard.press('n')
  await page.keyboard.type('As drawn')
  await page.keyboard.press('Tab')
  await page.evaluate(() => (document.activeElement as HTMLElement).blur())
  await page.keyboard.press('a')
  await settled(/4 to review/)
  await ready(1)
  await page.keyboard.press('a')
  await settled(/as approved/)
  const index = readFileSync(indexOf('lamp'), 'utf8')
  expect(index).toContain('note: As drawn')
  expect(readFileSync(indexOf('stove'), 'utf8')).not.toContain('note:')
  await waitForText(page, '[data-testid="nothing-open"]', /All 8 pictures are as approved/)
  expect((await cli(['verify', folder, '--pictures'])).status).toBe(0)
  commitAll(folder, 'Approve')
})

test('a token that two components take: one change, with the token’s line as its cause, approved and taken back', async () => {
  write('base.tokens.json', '#c04020', '#2040c0')
  git('commit', '-qam', 'Change the tone')
  await settled(/out of date/)
  await verify()
  await settled(/8 to review/)
  await ready(1)
  expect(await rows()).toEqual([
    ['changed', expect.stringMatching(/^1tone: #c04020 → #2040c0base.tokens.json:28 of 2 components/)],
  ])
  // Runs says the same, file and line first.
  await page.goto(`${app.address}/review-huts/runs`)
  await page.waitForSelector('[data-changed="stove"]')
  const told = await page.$eval('[data-testid="run-changes"]', (pane) => pane.textContent!)
  expect(told).toMatch(/1 file changed\s*base.tokens.json 2 lines/)
  expect(told).toMatch(/2\+.*#2040c0/)
  expect(told).toMatch(/Lamp.*4 pictures changed: tone: #c04020 → #2040c0/)
  expect(told).toContain('Other pictures are approved: Lamp, Stove.')
  await page.locator('[data-changed="lamp"] a[href$="/review"]').click()
  await ready(1)
  const cause = await page.$eval('[aria-label="Cause"]', (section) => section.textContent!)
  expect(cause).toContain('tone: #c04020base.tokens.json:2')
  expect(cause).toContain('tone: #2040c0base.tokens.json:2')
  const before = readFileSync(indexOf('lamp'), 'utf8')
  await page.keyboard.press('a')
  await settled(/as approved/)
  expect(readFileSync(indexOf('lamp'), 'utf8')).not.toBe(before)
  expect((await cli(['verify', folder, '--pictures'])).status).toBe(0)
  const pictures = () =>
    readdirSync(join(folder, 'references'), { recursive: true }).filter((path) => String(path).endsWith('.png')).length
  const after = pictures()

  // Undone: the files are as they were, and so is the question.
  await page.keyboard.press('u')
  await settled(/8 to review/)
  await ready(1)
  expect(readFileSync(indexOf('lamp'), 'utf8')).toBe(before)
  expect(pictures()).toBe(after)
  await page.keyboard.press('r')
  await settled(/as approved/)
  commitAll(folder, 'Approve the tone')

  // The change is reverted, the approval stays: it comes back the other way round.
  git('revert', '--no-edit', 'HEAD~1')
  await settled(/out of date/)
  await verify()
  await settled(/8 to review/)
  await ready(1)
  expect(await rows()).toEqual([['changed', expect.stringMatching(/^1tone: #2040c0 → #c04020/)]])
})

test('some of a change is refused with a note, which stands there until it is taken back', async () => {
  const [first] = await tiles()
  await page.keyboard.press('m')
  await waitForText(page, 'button', /Approve 1 picture/)
  await page.keyboard.press('n')
  await page.keyboard.type('Too dark')
  await page.evaluate(() => (document.activeElement as HTMLElement).blur())
  await page.keyboard.press('d')
  await waitForText(page, '[aria-label="Closely"]', /Refused by .*: Too dark/)
  expect(
    await page.$$eval('[data-picture]', (all) => all.filter((each) => each.textContent!.includes('refused')).length),
  ).toBe(1)
  expect((await tiles())[0]).toBe(first)
  await page.keyboard.press('m')
  await page.waitForFunction(() =>
    [...document.querySelectorAll('button')].some(
      (each) => each.textContent === 'Take the refusal back' && !each.disabled,
    ),
  )
  await page.keyboard.press('d')
  await page.waitForFunction(
    () => !document.querySelector('[aria-label="Closely"]')!.textContent!.includes('Refused by'),
  )
  await page.keyboard.press('Escape')
})

test('it is looked at closely in four ways, in step, at any zoom', async () => {
  const sizes = () =>
    page.$$eval('[aria-label="Closely"] canvas', (all) => all.map((canvas) => (canvas as HTMLCanvasElement).width))
  await page.waitForSelector('[data-mode="beside"]')
  await page.waitForFunction(() => document.querySelectorAll('[aria-label="Closely"] canvas').length === 2)
  await press(page, 'button', '1×')
  const [width] = await sizes()
  await page.keyboard.press('+')
  await page.waitForFunction(
    (was) =>
      [...document.querySelectorAll<HTMLCanvasElement>('[aria-label="Closely"] canvas')].every(
        (each) => each.width === was * 2,
      ),
    {},
    width!,
  )
  await press(page, 'button', '16×')
  await page.waitForFunction(
    (was) => document.querySelector<HTMLCanvasElement>('[aria-label="Closely"] canvas')!.width === was * 16,
    {},
    width!,
  )
  const scrolled = await page.evaluate(async () => {
    const [one, other] = document.querySelectorAll<HTMLElement>('[data-pane]')
    const heard = new Promise((done) => other!.addEventListener('scroll', done, { once: true }))
    one!.scrollTo(40, 30)
    await heard
    return [other!.scrollLeft, other!.scrollTop]
  })
  expect(scrolled).toEqual([40, 30])
  for (const mode of ['blended', 'alternating', 'difference', 'beside']) {
    await page.keyboard.press('w')
    await page.waitForSelector(`[data-mode="${mode}"]`)
  }
  expect(
    await page.$$eval('[data-mode="beside"] canvas', (all) => all.map((each) => each.getAttribute('aria-label'))),
  ).toEqual(['As approved', 'As it is'])
})

test('what is not what was seen is not approved', async () => {
  const { slug, key } = { slug: 'lamp', key: 'size=s,interaction=rest' }
  const answer = await page.evaluate(
    async (picture) => {
      const given = { do: 'approve', note: '', pictures: [picture] }
      const response = await fetch('/api/libraries/review-huts/review', {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(given),
      })
      return [response.status, await response.text()]
    },
    { slug, key, picture: 'a'.repeat(64) },
  )
  expect(answer).toEqual([422, expect.stringContaining('not what they were')])
  expect(existsSync(indexOf('lamp'))).toBe(true)
})
