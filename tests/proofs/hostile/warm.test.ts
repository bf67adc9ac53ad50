import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Browser } from 'puppeteer-core'
import type { Report } from '@/core/report'
import type { FileTree } from '@/core/sheet'
import { BrowserSource, emptyShelves, prepareLibrary, returnBrowser, startBrowser, verifyLibrary } from '@/runner'
import { thing } from '../../support/library'
import { keepBrowsers } from '../../support/warm'

beforeAll(() => keepBrowsers())
afterAll(() => emptyShelves())

const SCRIPT = { kind: 'markup', markup: 'thing.liquid', styles: ['thing.css'], script: 'thing.js' }

/** Leaves all that it can for whoever comes after it in the same browser. */
const LEAVER = `export default (root) => {
  const tries = [
    () => localStorage.setItem('left', '1'),
    () => sessionStorage.setItem('left', '1'),
    () => { document.cookie = 'left=1; path=/; domain=localhost' },
    () => { window.name = 'left' },
    () => { Array.prototype.left = true },
    () => { Element.prototype.getBoundingClientRect = () => ({ width: 1, height: 1 }) },
    () => new Worker(URL.createObjectURL(new Blob(['for (;;);']))),
    () => new SharedWorker(URL.createObjectURL(new Blob(['for (;;);'])), 'left'),
    () => window.open('about:blank'),
    () => history.pushState({ left: 1 }, ''),
    () => setInterval(() => { const end = performance.now() + 20; while (performance.now() < end); }, 20),
    () => new BroadcastChannel('left').postMessage('left'),
  ]
  for (const each of tries) try { each() } catch {}
}`

/** Says what it finds that it did not bring along. */
const FINDER = `export default (root) => {
  const found = {
    local: () => localStorage.length, session: () => sessionStorage.length, cookie: () => document.cookie,
    name: () => window.name, array: () => 'left' in [], history: () => JSON.stringify(history.state),
    width: () => root.getBoundingClientRect().width === 1 || '',
  }
  const told = Object.entries(found).flatMap(([name, ask]) => {
    let value = ''
    try { value = ask() } catch {}
    return value && value !== 'null' ? [name + ' ' + value] : []
  })
  root.setAttribute('aria-label', told.join(', ') || 'nothing')
}`

const sheetOf = (name: string) => `parts: { root: .thing }
spec: [{ expect: { root: { name: ${name} } } }]
scenarios:
  - name: pressed
    steps: [{ click: root }, { expect: { root: { name: ${name} } } }]
`
const MARKUP = '<button class="thing" aria-label="Hut">x</button>'

/** A component with a script, and what is to stand beside it. */
const tree = (script: string, name: string, beside: Readonly<Record<string, string>> = {}) =>
  thing({
    sheet: `source: ${JSON.stringify(SCRIPT)}\n${sheetOf(name)}`,
    markup: MARKUP,
    css: '.thing { width: 60px }',
    'components/thing/thing.js': script,
    ...beside,
  })

/** Comes before the other. */
const ANOTHER = {
  'components/another/another.sheet.yaml': `sheet: 1
name: Another
source: { kind: markup, markup: another.liquid, styles: [], script: another.js }
${sheetOf('Hut')}`,
  'components/another/another.liquid': MARKUP,
  'components/another/another.js': LEAVER,
}

/** A run as a server makes it. @returns the browser in which it read, too */
async function run(files: FileTree): Promise<{ report: Report; browser: Browser }> {
  const source = new BrowserSource(startBrowser)
  try {
    return {
      report: await verifyLibrary(source, await prepareLibrary(files), { workers: 1 }),
      browser: await source.get(),
    }
  } finally {
    await source.close()
  }
}

const told = ({ totals, components }: Report) => ({
  totals,
  missed: components.flatMap(({ findings }) => findings.map(({ measured, message }) => `${measured} ${message}`)),
  scenarios: components.flatMap(({ scenarios = [] }) =>
    scenarios.map(({ name, verdict, steps }) => `${name} ${verdict}${steps.map(({ message }) => message).join('')}`),
  ),
})

test('a component leaves nothing in a browser that is kept for the next run', async () => {
  await emptyShelves()
  const fresh = await run(tree(FINDER, 'nothing'))
  expect(told(fresh.report)).toMatchObject({ missed: [], scenarios: ['pressed holds'] })
  const left = await run(tree(LEAVER, 'Hut'))
  const after = await run(tree(FINDER, 'nothing'))
  // Else it would prove nothing.
  expect([left, after].map(({ browser }) => browser === fresh.browser)).toEqual([true, true])
  expect(told(after.report)).toEqual(told(fresh.report))
})

test('a component leaves nothing for the next one of the same run', async () => {
  const { report } = await run(tree(FINDER, 'nothing', ANOTHER))
  expect(told(report)).toMatchObject({ missed: [], scenarios: ['pressed holds', 'pressed holds'] })
})

test('a browser in which a page is left is used by nobody else', async () => {
  const browser = await startBrowser()
  await (await browser.newPage()).goto('data:text/html,left')
  await returnBrowser(browser)
  expect(browser.connected).toBe(false)
  const next = await startBrowser()
  expect(next === browser).toBe(false)
  await returnBrowser(next)
})
