import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Page } from 'puppeteer-core'
import { press, startApp, waitForText, type App } from '../support/app'
import { beginRepository } from '../support/git'
import { removeRepository, writeRepository } from '../support/repository'
import { run } from '../support/runs'

/** Chooses from a list, by the place of the option; -1 is the last one. */
async function choose(page: Page, list: string, at: number) {
  await page.locator(`[aria-label="${list}"]`).click()
  await page.waitForSelector('[role=option]')
  const options = await page.$$('[role=option]')
  await options.at(at)!.click()
}

const component = (slug: string, template: string) => ({
  [`components/${slug}/${slug}.sheet.yaml`]: `sheet: 1
name: ${slug === 'lamp' ? 'Lamp' : 'Stove'}
source: { kind: markup, markup: ${slug}.liquid, styles: [${slug}.css], script: ${slug}.js }
pictures: { size: s }
parts: { root: .${slug} }
axes: { size: [s, l] }
spec: [{ expect: { root: { width: 20px } } }]
`,
  [`components/${slug}/${slug}.liquid`]: template,
  [`components/${slug}/${slug}.css`]: `.${slug} { width: 20px }\n.${slug}--l { color: red }\n`,
  [`components/${slug}/${slug}.js`]: 'export default () => {}\n',
})

let app: App
let folder: string
let page: Page
beforeAll(async () => {
  folder = writeRepository(
    {
      'library.yaml': 'library: 1\nname: Run huts\n',
      ...component('lamp', '<p class="lamp lamp--{{ props.size }}">lamp</p>'),
      ...component('stove', '<p class="stove stove--{{ props.size }}">stove</p>'),
    },
    'huts',
  )
  beginRepository(folder)
  app = await startApp()
  await app.command('import', '--link', folder)
  page = await app.open('/run-huts/runs')
})
afterAll(async () => {
  await app.close()
  removeRepository(folder)
})

const change = async (path: string, from: string, to: string) => {
  const file = join(folder, 'components', path)
  writeFileSync(file, readFileSync(file, 'utf8').replace(from, to))
  await waitForText(page, 'header', /out of date/)
}
const rows = () => page.$$eval('[data-run]', (all) => all.map((row) => row.textContent!.replace(/\s+/g, ' ').trim()))
/** So many runs stand there, and none goes on. */
const listed = (count: number) =>
  page.waitForFunction(
    (wanted) => {
      const all = [...document.querySelectorAll('[data-run]')]
      return all.length === wanted && !all.some((row) => row.textContent!.includes('running'))
    },
    {},
    count,
  )
const selected = () => page.$eval('[data-run][aria-selected=true]', (row) => row.getAttribute('data-run'))
const pane = () => page.$eval('[data-testid="run-changes"]', (each) => each.textContent!)

test('a library that was never verified says what will stand here', async () => {
  await waitForText(page, '[data-testid="no-runs"]', /Nothing has been verified yet/)
  await run(page, 'Verify all')
  await listed(1)
  expect((await rows())[0]).toMatch(/[0-9a-f]{8}main.*4.*2 new.* s$/)
  await waitForText(page, '[role=tabpanel]', /This is the first run/)
})

test('a run says what is otherwise than in the one before, file and line first, and what both have read', async () => {
  await change('lamp/lamp.css', 'color: red', 'width: 24px')
  await run(page, 'Verify all')
  await listed(2)
  await page.waitForSelector('[data-changed="lamp"]')
  const told = await pane()
  expect(told).toMatch(/2 of 4 cases read, the others known/)
  expect(told).toMatch(/components\/lamp\/lamp.css 2 lines/)
  expect(told).toMatch(/−\s*\.lamp--l { color: red }\s*2\+\s*\.lamp--l { width: 24px }/)
  expect(told).toMatch(/1 case: holds →\s+misses/)
  expect(told).toMatch(/\+Finding: width of root is 24px, expected 20px/)
  expect(told).not.toContain('Stove')
  expect((await rows())[0]).toContain('with changes')

  await page.locator('[data-case="size=l"] button').click()
  await waitForText(page, '[aria-label="What was read"]', /root · width20px20px24px/)
  const evidence = await page.$eval('[data-said="new finding"] a', (link) => link.getAttribute('href'))
  expect(evidence).toBe('/run-huts/lamp/matrix?case=size%3Dl')
})

test('a rule that changed is told as the field of the sheet that it is', async () => {
  await change('lamp/lamp.sheet.yaml', 'width: 20px', 'width: ">= 20px"')
  await run(page, 'Verify all')
  await listed(3)
  await page.waitForSelector('[data-change]')
  const told = await pane()
  // What was read is judged by the other rule: nothing is read again.
  expect(told).toMatch(/0 of 4 cases read, the others known/)
  expect(told).toMatch(/rule for every case · root · width20px ">= 20px"/)
  expect(told).toMatch(/1 case: misses →\s+holds/)
  expect(told).toMatch(/−Finding: width of root is 24px/)
})

test('any two are held against each other, by keyboard too, and the address leads there', async () => {
  const last = await selected()
  await page.keyboard.press('ArrowDown')
  await page.waitForSelector('[data-turned="holds misses"]')
  expect(await selected()).not.toBe(last)
  await page.keyboard.press('ArrowUp')
  await page.waitForSelector('[data-turned="misses holds"]')
  const first = await page.$eval('[data-run]:last-child', (row) => row.getAttribute('data-run')!)
  await choose(page, 'Compared with the run of', -1)
  // From the first to the last every case holds: only files and the rule are otherwise.
  await page.waitForFunction(() => !document.querySelector('[data-turned]') && document.querySelector('[data-file]'))
  const address = page.url()
  const compared = () => page.$eval('[aria-label="Compared with the run of"]', (list) => list.textContent)
  const shown = await compared()
  expect(address).toContain(`with=${first}`)
  await page.reload()
  await page.waitForSelector('[data-file]')
  expect(await compared()).toBe(shown)
  await page.keyboard.press('f')
  await waitForText(page, '[data-testid="run-found"]', /Lamp.*1 not approved/)
  await page.keyboard.press('c')
})

test('a figure is followed over all runs, and a point of it leads to its run', async () => {
  await waitForText(page, '[aria-label="Figure"]', /Misses/)
  const label = () => page.$eval('canvas', (canvas) => canvas.getAttribute('aria-label'))
  expect(await label()).toMatch(/^Misses over 3 runs: from 0 to 0, at most 1/)
  const box = (await (await page.$('canvas'))!.boundingBox())!
  await page.waitForFunction(() => document.querySelector('canvas')!.width > 300)
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2)
  const middle = await page.$eval('[data-run]:nth-child(2)', (row) => row.getAttribute('data-run'))
  await page.waitForFunction(
    (wanted) => document.querySelector('[data-run][aria-selected=true]')?.getAttribute('data-run') === wanted,
    {},
    middle,
  )
  await press(page, 'button', 'Reused')
  await page.waitForFunction(() =>
    /^Reused over 3 runs: from 0 % to 100 %/.test(document.querySelector('canvas')!.ariaLabel!),
  )
})

test('a component has its own part of the runs, and the commit that last changed it', async () => {
  const own = await app.open('/run-huts/stove/runs')
  await own.waitForSelector('[data-run]')
  await waitForText(own, 'header', /Commit[0-9a-f]{8}, clean/)
  await waitForText(own, '[data-testid="run-changes"]', /0 of 2 cases read/)
  expect(await own.$('[data-changed]')).toBeNull()
  await own.goto(`${app.address}/run-huts/lamp/runs`)
  await waitForText(own, 'header', /Commit[0-9a-f]{8}, 2 files changed since/)
  await own.waitForSelector('[data-changed="lamp"]')
  await own.goto(`${app.address}/run-huts`)
  await own.waitForSelector('[data-tile="stove"] [data-git="clean"]')
  await waitForText(own, '[data-tile="lamp"] [data-git="changed"]', /Begin.*2 files changed/)
  await own.close()
})

test('what comes out otherwise although nothing has changed is flaky', async () => {
  await page.keyboard.press('y')
  await waitForText(page, '[data-testid="not-flaky"]', /Nothing is flaky/)
  await change(
    'stove/stove.js',
    '() => {}',
    '(root) => { root.textContent = String(crypto.getRandomValues(new Uint32Array(1))[0]) }',
  )
  await run(page, 'Verify all')
  await listed(4)
  await run(page, 'Run again')
  await listed(5)
  await page.waitForSelector('[data-flaky="picture"]')
  expect(await page.$$eval('[data-flaky]', (all) => all.map((each) => each.textContent))).toEqual([
    expect.stringMatching(/^Stovepictures.*[0-9a-f]{8}.*[0-9a-f]{8}/),
  ])
  await page.keyboard.press('c')
})

test('runs are kept, deleted, and go where they are too many', async () => {
  await page.locator('[data-run]:nth-child(2) button').click()
  await page.keyboard.press('k')
  await page.waitForSelector('[data-run]:nth-child(2) [aria-label="kept"]')
  const kept = await selected()

  await choose(page, 'Runs kept', 0)
  // Arrows are the list's as long as it has the focus.
  await page.locator('[data-run]:nth-child(2) button').click()
  await page.keyboard.press('ArrowDown')
  const third = await selected()
  await press(page, 'button', 'Delete the run')
  await page.waitForSelector('[role=alertdialog]')
  await press(page, 'button', 'Delete')
  await listed(4)
  expect(await page.$(`[data-run="${third}"]`)).toBeNull()
  expect(await page.$(`[data-run="${kept}"]`)).not.toBeNull()
  const gone = await page.evaluate(async (id) => (await fetch(`/api/libraries/run-huts/runs/${id}`)).status, third)
  expect(gone).toBe(404)
})

test('a run that is stopped stands as it is, and is taken up again from here', async () => {
  // Long enough to be stopped on the way.
  const slow = '(root) => { const end = Date.now() + 1500; while (Date.now() < end); root.title = "slow" }'
  await change(
    'stove/stove.js',
    '(root) => { root.textContent = String(crypto.getRandomValues(new Uint32Array(1))[0]) }',
    slow,
  )
  await press(page, 'button', 'Verify all')
  await waitForText(page, '[data-run]:first-child', /running/)
  // At once: on a busy machine the run is through before a mouse has found its way.
  await page.waitForFunction(() => {
    document.querySelector<HTMLElement>('[data-run] button')!.click()
    const stop = document.querySelector<HTMLElement>('[aria-label="The run"] header button')
    if (stop?.textContent !== 'Stop') return false
    stop.click()
    return true
  })
  await waitForText(page, '[data-run]:first-child', /stopped/)
  await press(page, 'button', 'Resume')
  await page.waitForSelector('[aria-label="Run"]')
  await page.waitForFunction(
    () =>
      !document.querySelector('[aria-label="Run"]') &&
      !/stopped|running/.test(document.querySelector('[data-run]')!.textContent!),
    { timeout: 90_000 },
  )
  await listed(5)
})
