import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { treeOf, type FileTree } from '@/core/sheet'
import { launchChromium, prepareLibrary, verifyLibrary } from '@/runner'
import { openFolder } from '@/source'
import { connect, importTree, migrateTables } from '@/store'
import { press } from '../tests/support/app'
import { inApp, onDisk } from './board'
import { benchLibrary } from './component'

const KEYSTROKES = 30
/** The pause in typing after which the stage follows. */
const PAUSE_MS = 120

/** From a keystroke to the board's next rendering, less the pause, for a file of styles and for the template. */
export async function keystrokeTimes(): Promise<Record<string, number[]>> {
  const folder = onDisk(benchLibrary(100))
  const times = await inApp(folder, async (app) => {
    const page = await app.open('/bench/berth/define', { width: 2400, height: 4200 })
    await press(page, 'button', 'All cases')
    await page.waitForFunction(
      () => Number(document.querySelector<HTMLElement>('iframe[data-mounted]')?.dataset.mounted) === 100,
      { polling: 20, timeout: 60_000 },
    )
    const found: Record<string, number[]> = {}
    for (const [file, start, key] of [
      ['berth.css', '\n.berth__note { width: 1', '0'],
      ['berth.liquid', '<!-- ', 'x'],
    ] as const) {
      await press(page, 'tab', file)
      await page.focus(`[data-editor$="${file}"] .cm-content`)
      await page.keyboard.down('Control')
      await page.keyboard.press('End')
      await page.keyboard.up('Control')
      await page.keyboard.type(start)
      await new Promise((done) => setTimeout(done, 1500))
      found[file] = []
      for (let at = 0; at < KEYSTROKES; at++) {
        await page.evaluate(() => {
          const frame = document.querySelector('iframe[data-mounted]')!
          const view = window as unknown as { took: Promise<number> }
          let from = 0
          window.addEventListener('keydown', () => (from = performance.now()), { once: true, capture: true })
          view.took = new Promise((done) => {
            const observer = new MutationObserver(() => {
              observer.disconnect()
              done(performance.now() - from)
            })
            observer.observe(frame, { attributes: true, attributeFilter: ['data-renderings'] })
          })
        })
        // A figure that grows and shrinks: each is a state that can be read.
        await page.keyboard.press(at % 2 === 0 ? key : 'Backspace')
        found[file].push((await page.evaluate(() => (window as unknown as { took: Promise<number> }).took)) - PAUSE_MS)
        await new Promise((done) => setTimeout(done, 150))
      }
    }
    return found
  })
  rmSync(folder, { recursive: true, force: true })
  return times
}

/** From a folder of many sheets on disk to the library in the store, ms. */
export async function importTime(count: number): Promise<number> {
  const home = process.env.BRELT_HOME ?? process.cwd()
  const demo = openFolder(join(home, 'demo', 'firnline'))
  const files: Record<string, Uint8Array> = {}
  for (const path of demo.paths) if (!path.startsWith('components/')) files[path] = demo.bytes(path)!
  const own = demo.paths.filter((path) => path.startsWith('components/log-field/'))
  for (let at = 0; at < count; at++)
    for (const path of own) {
      const name = path.endsWith('.sheet.yaml') ? `log-field-${at}.sheet.yaml` : path.slice(path.lastIndexOf('/') + 1)
      files[`components/log-field-${at}/${name}`] = demo.bytes(path)!
    }
  const folder = onDisk(treeOf(files))
  const data = mkdtempSync(join(tmpdir(), 'brelt-bench-'))
  process.env.BRELT_DATA = join(data, 'bench.db')
  const link = await connect(home)
  await migrateTables(link, home)
  const start = performance.now()
  const { components } = await importTree(link, openFolder(folder), { author: 'bench' })
  const took = performance.now() - start
  if (components.length !== count) throw new Error(`took in ${components.length} of ${count}`)
  rmSync(folder, { recursive: true, force: true })
  rmSync(data, { recursive: true, force: true })
  return took
}

const NAMES = Array.from({ length: 100 }, (_, at) => `v${at}`)
const HEAD = `sheet: 1\nname: Peg\nparts: { root: "[data-peg]" }\nprops: { variant: { type: choice, values: [${NAMES.join(', ')}], default: v0 } }
axes: { variant: [${NAMES.join(', ')}], state: { of: state, values: { rest: {}, hover: { pseudo: hover }, focus: { pseudo: focus }, pressed: { pseudo: active }, on: { attr: { data-on: yes } } } } }
spec: [{ expect: { root: { width: 80px, color: "rgb(1, 2, 3)", display: block } } }]\n`
const CSS = '[data-peg] { display: block; width: 80px; color: rgb(1, 2, 3) }'

const KINDS: Record<string, FileTree> = {
  markup: treeOf({
    'library.yaml': 'library: 1\nname: Bench',
    'peg.sheet.yaml': `${HEAD}source: { kind: markup, markup: peg.liquid, styles: [peg.css] }`,
    'peg.liquid': '<p data-peg tabindex="0" class="{{ props.variant }}"><b>Coat</b></p>',
    'peg.css': CSS,
  }),
  react: treeOf({
    'library.yaml': 'library: 1\nname: Bench',
    'peg.sheet.yaml': `${HEAD}source: { kind: react, module: peg.tsx, export: Peg, styles: [peg.css] }`,
    'peg.tsx':
      'export const Peg = ({ variant }: { variant: string }) => <p data-peg tabIndex={0} className={variant}><b>Coat</b></p>',
    'peg.css': CSS,
  }),
  element: treeOf({
    'library.yaml': 'library: 1\nname: Bench',
    'peg.sheet.yaml': `${HEAD}source: { kind: element, module: peg.js, tag: coat-peg, styles: [peg.css] }`.replace(
      '"[data-peg]"',
      'coat-peg',
    ),
    'peg.js': `customElements.define('coat-peg', class extends HTMLElement { constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<b>Coat</b>' } connectedCallback() { this.tabIndex = 0 } set variant(name) { this.className = name } get variant() { return this.className } })`,
    'peg.css': CSS.replace('[data-peg]', 'coat-peg'),
  }),
}

/** Milliseconds a case of each kind, 500 cases, the median of three rounds. */
export async function kindTimes(): Promise<Record<string, number>> {
  const browser = await launchChromium({ whole: true })
  const times: Record<string, number[]> = {}
  try {
    for (let round = 0; round < 4; round++)
      for (const [kind, tree] of Object.entries(KINDS)) {
        const start = performance.now()
        const { totals } = await verifyLibrary(browser, await prepareLibrary(tree), { workers: 1 })
        if (totals.cases !== 500 || totals.holds !== 1500) throw new Error(`${kind}: ${JSON.stringify(totals)}`)
        // The first round pays for what later ones find ready.
        if (round > 0) (times[kind] ??= []).push((performance.now() - start) / 500)
      }
  } finally {
    await browser.close()
  }
  return Object.fromEntries(Object.entries(times).map(([kind, each]) => [kind, each.toSorted((a, b) => a - b)[1]!]))
}
