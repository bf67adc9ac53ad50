import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { extname, join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { unzipSync } from 'fflate'
import type { Browser, Page } from 'puppeteer-core'
import { checkGuide, readGuide } from '@/core/guide'
import { resolvePath, textOf } from '@/core/sheet'
import { launchChromium, openLibrary } from '@/runner'
import { openFolder } from '@/source'
import { boardFrame, press, stageFrames, startApp, waitForText, type App } from '../support/app'
import { thorough } from '../support/extent'

const scratch = mkdtempSync(join(tmpdir(), 'brelt-guides-'))
const FILES: Record<string, string> = {
  'library.yaml': 'library: 1\nname: Guide bells\n',
  'components/bell/bell.sheet.yaml': `sheet: 1
name: Bell
about: It rings.
source: { kind: markup, markup: bell.liquid, styles: [bell.css] }
parts: { root: .bell, cord: .bell b }
props: { tone: { type: choice, values: [deep, high], default: deep, about: How it sounds } }
axes: { tone: [deep, high] }
spec:
  - expect: { root: { color: "rgb(0, 0, 0)" } }
`,
  'components/bell/bell.liquid': '<div class="bell bell--{{ props.tone }}"><b>Cord</b></div>\n',
  'components/bell/bell.css': '.bell { color: #000 }\n.bell--high { color: #f00 }\n.bell--deep { width: 80px }\n',
}

beforeAll(() => {
  for (const [path, text] of Object.entries(FILES)) {
    mkdirSync(join(scratch, 'library', path, '..'), { recursive: true })
    writeFileSync(join(scratch, 'library', path), text)
  }
})

afterAll(() => rmSync(scratch, { recursive: true, force: true }))

/** Texts of the page with less contrast than 4.5 to what lies behind them, in the browser. What is out of use may be faint. */
function faintTexts(): string[] {
  const channels = (css: string) => (css.match(/[\d.]+/g) ?? []).map(Number)
  const light = (css: string) => {
    const [r = 0, g = 0, b = 0] = channels(css).map((each) => {
      const share = each / 255
      return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4
    })
    return 0.2126 * r + 0.7152 * g + 0.0722 * b
  }
  const groundOf = (element: Element): string => {
    for (let at: Element | null = element; at; at = at.parentElement) {
      const { backgroundColor } = getComputedStyle(at)
      // A mixture such as that of an editor's line lets what lies behind it through.
      if (backgroundColor.startsWith('rgb') && (channels(backgroundColor)[3] ?? 1) > 0) return backgroundColor
    }
    return 'rgb(255, 255, 255)'
  }
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
  const faint: string[] = []
  while (walker.nextNode()) {
    const element = walker.currentNode.parentElement!
    const text = walker.currentNode.textContent!.trim()
    const isShown = element.checkVisibility({ visibilityProperty: true, opacityProperty: true })
    if (!text || !isShown || element.closest('script, :disabled, [aria-hidden="true"]')) continue
    const [a, b] = [light(getComputedStyle(element).color), light(groundOf(element))]
    const ratio = (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05)
    if (ratio < 4.5) faint.push(`${ratio.toFixed(2)} ${text.slice(0, 40)}`)
  }
  return faint
}

describe('the guides of the demo', () => {
  const { library, sheets } = openLibrary(openFolder('demo/firnline'))
  test.each(sheets.map((sheet) => [sheet.slug, sheet] as const))(
    '%s: one is written, and all it names is there',
    (_, sheet) => {
      const text = textOf(library.tree, resolvePath(sheet.file, sheet.data.guide!)!)!
      expect(text.split(/\s+/).length).toBeGreaterThan(60)
      const around = { contexts: library.data.contexts, components: sheets.map(({ slug }) => slug) }
      expect(checkGuide(readGuide(text), sheet, around)).toEqual([])
    },
  )
})

describe('the Guide view', () => {
  let app: App
  beforeAll(async () => {
    app = await startApp([join(scratch, 'library')])
  })
  afterAll(async () => app?.close())

  const markOfRow = (page: Page, table: string, name: string) =>
    page.$$eval(
      `[aria-label="${table}"] tbody tr`,
      (rows, wanted) =>
        rows
          .filter((row) => row.querySelector('th')?.textContent === wanted)
          .map((row) => row.querySelector<SVGElement>('[data-mark]')?.dataset.mark),
      name,
    )

  test('shows all that the sheet can tell; rows bear what the last run says', async () => {
    const page = await app.open('/guide-bells/bell/guide')
    await page.waitForSelector('iframe[data-showing="2"]')
    expect(await markOfRow(page, 'Props', 'tone')).toEqual(['open'])
    expect(await page.$eval('[aria-label="Props"]', (table) => table.textContent)).toContain(
      'deep | highdeepHow it sounds',
    )
    await press(page, 'button', 'Verify')
    await page.waitForFunction(
      () => document.querySelector<SVGElement>('[aria-label="Props"] [data-mark]')?.dataset.mark === 'misses',
      { timeout: 90_000 },
    )
    // Where it is high the bell is red: that is what the prop does, and it misses.
    expect(
      await page.$$eval('figcaption [data-mark]', (marks) => marks.map((mark) => (mark as SVGElement).dataset.mark)),
    ).toEqual(['holds', 'misses'])
    expect(await markOfRow(page, 'Parts', 'root').then((marks) => marks)).toEqual([])
    await page.close()
  })

  thorough('opens at its top: bringing states about deep in the page moves nothing', async () => {
    const page = await app.open('/firnline/valley-tabs/guide')
    await page.waitForFunction(
      () => [...document.querySelectorAll('iframe')].some(({ dataset }) => Number(dataset.showing) > 0),
      { timeout: 90_000 },
    )
    expect(await page.evaluate(() => document.documentElement.scrollTop)).toBe(0)
    await page.close()
  })

  test('is written in place: the page follows, what is not there is told at its line, and it can be undone', async () => {
    const page = await app.open('/guide-bells/bell/guide')
    await press(page, 'button', 'Write a guide')
    await page.waitForSelector('section[aria-label="The guide as text"] .cm-content')
    await waitForText(page, '[data-status]', /Revision 2/)
    await page.click('section[aria-label="The guide as text"] .cm-content')
    await page.keyboard.down('Control')
    await page.keyboard.press('a')
    await page.keyboard.up('Control')
    await page.keyboard.type('Ring it **once**.\n\n## How\n\n::case{tone=hihg}\n')
    await waitForText(page, '[role="alert"]', /Line 5: there is no tone "hihg"; did you mean "high"\?/)
    await page.waitForSelector('.cm-lintRange-error, .cm-lint-marker-error')
    await waitForText(page, '.prose', /Ring it once\./)
    expect(
      await page.$$eval('nav[aria-label="On this page"] a', (links) => links.map((link) => link.textContent)),
    ).toEqual(['How'])
    for (let back = 0; back < 7; back++) await page.keyboard.press('Backspace')
    await page.keyboard.type('=hi')
    await page.waitForSelector('.cm-tooltip-autocomplete')
    // The editor takes no key for a list that has only just come: by its own clock.
    await page.waitForFunction(() => {
      const { dataset } = document.body
      dataset.listed ??= String(performance.now())
      return performance.now() - Number(dataset.listed) > 150
    })
    await page.keyboard.press('Enter')
    await page.keyboard.type('}')
    await page.waitForSelector('iframe[data-showing="1"]')
    await waitForText(page, '[data-status]', /Revision 3/)
    await press(page, 'button', 'Undo')
    await waitForText(page, '.prose', /It rings\./)
    await page.close()
  })

  test('an example is live, and can be taken to the bench', async () => {
    const page = await app.open('/firnline/call-button/guide')
    await page.waitForSelector('[data-example="The call goes out"] iframe[data-bench="open"]')
    await page.evaluate(() =>
      document.querySelector<HTMLAnchorElement>('[data-example="The call goes out"] a')!.click(),
    )
    const bench = stageFrames(page).find((frame) => frame.url().includes('live'))!
    await bench.waitForFunction(() => document.querySelector('.call__label')?.textContent === 'Calling')
    expect(page.url()).toContain('#1&label=Calling&busy=yes')
    await page.close()
  })

  thorough('words of guides are found from anywhere', async () => {
    const page = await app.open('/firnline/trail-tile/matrix')
    await boardFrame(page)
    await page.keyboard.press('/')
    await page.waitForSelector('[aria-label="Search"]')
    await page.keyboard.type('thumb slides 180')
    await waitForText(page, '#finder-list', /The thumb slides in 180 ms/)
    await page.keyboard.press('Enter')
    await page.waitForSelector('[data-guide="lamp-switch"]')
    await page.close()
  })

  test('can be published from the application, with the marks of the last run', async () => {
    const answer = await fetch(`${app.address}/api/libraries/guide-bells/guide`)
    expect(answer.headers.get('content-type')).toBe('application/zip')
    const files = unzipSync(new Uint8Array(await answer.arrayBuffer()))
    const text = new TextDecoder().decode(files['guide-bells-guide/bell.html'])
    expect(text).toMatch(/Last verified on \d{4}-\d\d-\d\d in .*Chrom/)
    expect(Object.keys(files)).toContain('guide-bells-guide/assets/stage-live.html')
  })
})

describe('a published guide', () => {
  const out = join(scratch, 'site')
  let server: Server
  let browser: Browser
  const asked: string[] = []

  beforeAll(async () => {
    // As if one component had been verified before: pictures are taken of all.
    const states = join(scratch, 'states.json')
    const marks = [
      ['a', 'holds', 0],
      ['b', 'misses', 2],
    ]
    const veil = {
      ...{ slug: 'busy-veil', runId: '', milliseconds: 1, browser: '', isOutdated: false, startedAt: '' },
      marks,
    }
    const more = { lints: [], notes: [], findings: [], scenarios: [] }
    writeFileSync(states, JSON.stringify({ states: [['busy-veil', { ...veil, ...more }]], foot: 'Verified once.' }))
    const { status, stderr } = spawnSync(
      process.execPath,
      ['dist/cli.mjs', 'guide', 'demo/firnline', '--out', out, '--states', states],
      { encoding: 'utf8', env: { ...process.env, NODE_OPTIONS: '' } },
    )
    expect([status, stderr.replace(/npm warn.*\n/g, '')]).toEqual([0, ''])
    const TYPES: Record<string, string> = { '.html': 'text/html', '.js': 'text/javascript', '.css': 'text/css' }
    server = createServer((request, response) => {
      const path = join(out, decodeURIComponent(request.url!.split(/[?#]/)[0]!))
      asked.push(request.url!)
      if (!existsSync(path) || !statSync(path).isFile()) return void response.writeHead(404).end()
      response
        .writeHead(200, { 'content-type': TYPES[extname(path)] ?? 'application/octet-stream' })
        .end(readFileSync(path))
    }).listen(0, '127.0.0.1')
    browser = await launchChromium({ isOnline: true })
  })
  afterAll(async () => {
    await browser?.close()
    server?.close()
  })

  const address = (path: string) => `http://127.0.0.1:${(server.address() as AddressInfo).port}/${path}`

  async function open(url: string): Promise<Page> {
    const page = await browser.newPage()
    await page.setViewport({ width: 1280, height: 800 })
    await page.goto(url, { waitUntil: 'load' })
    return page
  }

  const itsBenchWorks = async (url: string) => {
    const page = await open(url)
    await page.waitForSelector('iframe[data-bench="open"]')
    const frame = page.frames().find((each) => each.url().includes('stage-live'))!
    await page.click('[data-control="wide"] [role="switch"]')
    await frame.waitForFunction(() => document.querySelector('.hut')!.getBoundingClientRect().width === 480)
    await page.focus('[data-control="height/value"] input[type="number"]')
    await page.keyboard.press('ArrowUp')
    await frame.waitForFunction(
      () => (document.querySelector('height-readout') as { value?: number } | null)?.value === 2418,
    )
    await page.evaluate(() => document.querySelector('[aria-label="Values of filling"]')!.scrollIntoView())
    await page.waitForSelector('[aria-label="Values of filling"] iframe[data-showing="4"]')
    await page.close()
  }
  // From a plain server it is seen with its contrasts; here all of it has an origin that reaches nothing.
  test('its bench works from a folder', () => itsBenchWorks(`file://${join(out, 'hut-card.html')}`))
  thorough('its bench works from a plain server', () => itsBenchWorks(address('hut-card.html')))

  test('its overview shows each component by a picture, with how it stood', async () => {
    const page = await open(address('index.html'))
    await page.evaluate(() => scrollTo(0, document.body.scrollHeight))
    await page.waitForFunction(() =>
      [...document.images].every(({ complete, naturalWidth, width }) => complete && naturalWidth > 0 && width > 0),
    )
    const names = await page.$$eval('main li:has(img) h3', (all) => all.map((each) => each.textContent))
    expect([names.length, names.includes('Busy veil')]).toEqual([18, true])
    const card = await page.$$eval('main li:has(img)', (all) =>
      all.map((each) => (each as HTMLElement).innerText).find((text) => text.startsWith('Busy veil')),
    )
    expect(card).toMatch(/1\s+cases hold\s+1\s+cases miss/)
    await page.close()
  })

  test('anything can be found in it', async () => {
    const page = await open(address('index.html'))
    await page.type('#search', 'thumb slides')
    await waitForText(page, '#found', /180 ms/)
    await page.click('#found a')
    await page.waitForSelector('[data-guide="lamp-switch"]')
    await page.goBack()
    // What was found is told by what it is of; tokens are of the foundations.
    await page.locator('#search').fill('pine.600')
    await waitForText(page, '#found > li', /^Foundationstokenpine\.600: /)
    await page.close()
  })

  thorough('without scripts it says so, and has its words, tables and code all the same', async () => {
    const page = await browser.newPage()
    await page.setJavaScriptEnabled(false)
    await page.goto(address('lamp-switch.html'))
    const text = await page.$eval('body', (body) => (body as HTMLElement).innerText)
    expect(text).toMatch(/Scripts are off/)
    expect(text).toMatch(/Words inside the track/)
    const [width, height] = await page.$eval('img', (image) => [image.naturalWidth, image.naturalHeight])
    expect([width! > 100, height! > 20]).toEqual([true, true])
    await page.close()
  })

  test('its first page is light, every link leads somewhere, and nothing is asked of the network', async () => {
    asked.length = 0
    const page = await open(address('index.html'))
    await page.waitForNetworkIdle()
    const bytes = [...new Set(asked)]
      .map((path) => join(out, path.split('?')[0]!))
      .reduce((sum, path) => sum + (existsSync(path) ? statSync(path).size : 0), 0)
    expect(bytes).toBeLessThan(200_000)
    const pages = readdirSync(out).filter((name) => name.endsWith('.html'))
    expect(pages).toHaveLength(20)
    const broken: string[] = []
    for (const name of pages) {
      const text = readFileSync(join(out, name), 'utf8')
      for (const [, target = ''] of text.matchAll(/(?:href|src)="([^"]*)"/g)) {
        if (target.startsWith('data:') || /^#(1&|$)/.test(target)) continue
        const [path = '', place] = target.split('#')
        const isThere = path === '' || existsSync(join(out, path))
        const there =
          path === '' ? text : isThere && path.endsWith('.html') ? readFileSync(join(out, path), 'utf8') : ''
        const isPlace = place === undefined || there.includes(`id="${place}"`)
        if (!isThere || !isPlace || /^[a-z]+:/.test(target)) broken.push(`${name}: ${target}`)
      }
    }
    expect(broken).toEqual([])
    await page.close()
  })

  thorough('every kind of page reads well on a phone: nothing stands out of the page', async () => {
    const page = await browser.newPage()
    await page.setViewport({ width: 390, height: 844 })
    for (const name of ['index.html', 'foundations.html', 'call-button.html', 'log-field.html']) {
      await page.goto(address(name), { waitUntil: 'load' })
      expect([name, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([name, 390])
    }
    await page.close()
  })

  test('can be used by everybody, light and dark: names, landmarks, contrast; nothing stands out of a phone', async () => {
    const page = await browser.newPage()
    await page.setViewport({ width: 1280, height: 800 })
    const controls = new Set([
      'button',
      'link',
      'textbox',
      'searchbox',
      'combobox',
      'slider',
      'switch',
      'radio',
      'spinbutton',
      'tab',
    ])
    for (const name of ['index.html', 'foundations.html', 'hut-card.html']) {
      await page.goto(address(name), { waitUntil: 'load' })
      if (name === 'hut-card.html') await page.waitForSelector('iframe[data-bench="open"]')
      const session = await page.createCDPSession()
      const { nodes } = await session.send('Accessibility.getFullAXTree')
      const nameless = nodes.filter(
        ({ role, name, ignored }) => !ignored && controls.has(String(role?.value)) && !name?.value,
      )
      expect([name, nameless.map(({ role }) => role?.value)]).toEqual([name, []])
      expect([name, await page.$$eval('h1, main', (found) => found.map((each) => each.localName).toSorted())]).toEqual([
        name,
        ['h1', 'main'],
      ])
      for (const scheme of ['light', 'dark']) {
        await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: scheme }])
        expect([name, scheme, await page.evaluate(faintTexts)]).toEqual([name, scheme, []])
      }
    }
    await page.close()
  })

  test('a folder that holds other things is not written over', () => {
    const other = join(scratch, 'other')
    mkdirSync(other)
    writeFileSync(join(other, 'diary.txt'), 'mine')
    const { status, stderr } = spawnSync(
      process.execPath,
      ['dist/cli.mjs', 'guide', 'demo/firnline', '--out', other, '--no-run'],
      {
        encoding: 'utf8',
        env: { ...process.env, NODE_OPTIONS: '' },
      },
    )
    expect(status).not.toBe(0)
    expect(stderr).toContain('holds other things')
    expect(readdirSync(other)).toEqual(['diary.txt'])
  })
})
