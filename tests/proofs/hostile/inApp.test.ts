import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Page } from 'puppeteer-core'
import { startApp, waitForText, type App } from '../../support/app'
import { isWhole } from '../../support/extent'
import { forgerFiles, FORGERS } from './forgers'
import { SPOILERS, spoilerFiles } from './spoilers'

/** What hostile components come to in the application: they are shown, or their frame says why not; the page around them lives on. */

const STOPPED = /stopped responding/
const LEFT = /left its page/
/** What is said where such a component's cases stand together; the others are shown all the same. */
const TOLD: Readonly<Record<string, RegExp>> = {
  'loops for ever': STOPPED,
  'takes the page away': /cannot be shown/,
  'replaces the document': LEFT,
  'goes elsewhere': LEFT,
  'goes to an empty page': LEFT,
  'loads itself again': LEFT,
  'asks before it goes': LEFT,
  'breaks how elements are made': /cannot be shown/,
  'breaks promises': STOPPED,
}
/** What is tried in a view: another in each. */
const SOME_IN: Readonly<Record<string, string>> = {
  define: 'loops for ever',
  guide: 'goes elsewhere',
  spec: 'empties the page',
  behaviour: 'closes the window',
}

const names = Object.keys(SPOILERS)
const folders: string[] = []
let app: App

function write(files: Readonly<Record<string, string>>): string {
  const folder = mkdtempSync(join(tmpdir(), 'brelt-spoilers-'))
  folders.push(folder)
  for (const [path, text] of Object.entries(files)) {
    mkdirSync(dirname(join(folder, path)), { recursive: true })
    writeFileSync(join(folder, path), text)
  }
  return folder
}

/** The same components, in which the case that everything opens with is the one that spoils. */
const always = () =>
  Object.fromEntries(
    Object.entries(spoilerFiles()).map(([path, text]) => [
      path,
      text
        .replace('name: Spoilers', 'name: Always')
        .replace('default: one', 'default: bad')
        .replaceAll('[one, two, three, bad]', '[bad, one]'),
    ]),
  )

beforeAll(async () => {
  app = await startApp([write(spoilerFiles()), write(always()), write(forgerFiles())])
})
afterAll(async () => {
  await app.close()
  for (const folder of folders) rmSync(folder, { recursive: true })
})

/** The page answers, and is where it was. */
async function isAlive(page: Page, path: string) {
  expect(new URL(page.url()).pathname).toBe(path)
  // The run of the one before may still go on, and end in this moment: then there is neither a run nor a count, and it is asked again.
  await page.waitForFunction(
    () => {
      if (document.querySelector('[aria-label="Run"]')) return true
      const button = [...document.querySelectorAll('button')].find(({ textContent }) => textContent === 'Verify')
      const isAsked = document.body.dataset.asked !== undefined
      if (isAsked && document.querySelector('[data-testid="counts"]')) return true
      button?.click()
      if (button) document.body.dataset.asked = ''
      return false
    },
    { polling: 200, timeout: 90_000 },
  )
}

describe('on the board', () => {
  test.each(isWhole ? names : ['loops for ever', 'goes elsewhere', 'breaks how elements are made'])(
    '%s',
    async (name) => {
      const path = `/spoilers/way-${names.indexOf(name)}/matrix`
      const page = await app.open(path)
      const told = TOLD[name]
      if (told) await waitForText(page, '[role=alert]', told)
      else
        await page.waitForFunction(
          () => document.querySelector('iframe[data-mounted="4"]') ?? document.querySelectorAll('iframe').length >= 4,
          { timeout: 90_000 },
        )
      await isAlive(page, path)
      await page.close()
    },
    150_000,
  )
})

describe.each(['define', 'guide', 'spec', 'behaviour'])('in %s', (view) => {
  test.each(isWhole ? names : [SOME_IN[view]!])(
    '%s',
    async (name) => {
      const path = `/always/way-${names.indexOf(name)}/${view}`
      const page = await app.open(path)
      // The others hold no frame until somebody records, or looks for a part.
      if (/define|guide/.test(view) && TOLD[name] === LEFT) await waitForText(page, '[role=alert]', LEFT)
      await isAlive(page, path)
      await page.close()
    },
    150_000,
  )
})

/** Those that replace nothing that readings are made with. */
const UNDOUBTED = ['the stage itself', 'marks of parts']
const forging = Object.keys(FORGERS)

describe('what is shown is doubted where its code replaces what readings are made with', () => {
  test.each(isWhole ? forging : ['JSON', 'marks of parts'])(
    'on the board: %s',
    async (way) => {
      const page = await app.open(`/forgers/way-${forging.indexOf(way)}/matrix`)
      if (!UNDOUBTED.includes(way)) await waitForText(page, '[role=note]', /replaces functions of the browser/, 60_000)
      else {
        await page.waitForSelector('iframe[data-mounted="2"]')
        expect(await page.$('[role=note]')).toBeNull()
      }
      await page.close()
    },
    90_000,
  )
  test.each(isWhole ? ['define', 'guide'] : ['guide'])(
    'in %s',
    async (view) => {
      const page = await app.open(`/forgers/way-0/${view}`)
      await waitForText(page, '[role=note]', /replaces functions of the browser \(.*getComputedStyle/, 60_000)
      await page.close()
    },
    90_000,
  )
})

describe('in a published guide', () => {
  let out: string
  beforeAll(async () => {
    out = mkdtempSync(join(tmpdir(), 'brelt-published-'))
    folders.push(out)
    await app.command('guide', write(always()), '--out', out, '--no-run')
  })
  // Its frames share their page's process: one that never gives way stops its own page, and no other.
  const shown = names.filter((name) => TOLD[name] !== STOPPED)
  test.each(isWhole ? shown : ['goes elsewhere'])(
    '%s',
    async (name) => {
      const address = `file://${join(out, `way-${names.indexOf(name)}.html`)}`
      const page = await app.open(address)
      await page.waitForSelector('iframe')
      // What the page itself draws and does is there.
      await page.waitForFunction(() => document.querySelector('h1')?.textContent?.startsWith('way-'))
      expect(page.url()).toBe(address)
      await page.locator('a[href="index.html"]').click()
      await page.waitForFunction((before) => location.href !== before, {}, address)
      await page.close()
    },
    90_000,
  )
})
