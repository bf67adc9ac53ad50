import { cpSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Frame, Page } from 'puppeteer-core'
import ts from 'typescript'
import { launchChromium } from '@/runner'
import { type App, frames, press, startApp, waitForText } from '../support/app'
import { thorough } from '../support/extent'
import { until } from '../support/until'

let app: App

beforeAll(async () => {
  app = await startApp()
})

afterAll(async () => {
  await app?.close()
})

/** A component's page, once its bench is open, and the frame in which it stands. */
async function openBench(path: string, page?: Page): Promise<{ page: Page; frame: Frame }> {
  const opened = page ?? (await app.open(`/firnline/${path}`))
  return { page: opened, frame: await benchFrame(opened) }
}

/** The frame of the bench itself, once the component stands in it: a guide's examples have frames of the same kind. */
async function benchFrame(page: Page, place = 0): Promise<Frame> {
  await page.waitForFunction(
    (at: number) => document.querySelectorAll('[data-bench-of] iframe[data-bench="open"]').length > at,
    { timeout: 90_000 },
    place,
  )
  const frames = await page.$$('[data-bench-of] iframe[data-bench="open"]')
  return (await frames[place]!.contentFrame())!
}

const row = (key: string) => `[data-control="${key}"]`

/** Waits until something holds in the frame. */
const shows = (frame: Frame, holds: string) => frame.waitForFunction(`Boolean(${holds})`)

/** Types over what stands in a field. */
async function typeOver(page: Page, selector: string, text: string) {
  await page.focus(selector)
  await page.keyboard.down('Control')
  await page.keyboard.press('a')
  await page.keyboard.up('Control')
  await page.keyboard.type(text)
}

/** Flips a switch or picks a choice by keyboard: while a guide's examples load, what lies under a pointer moves. */
async function flip(page: Page, selector: string) {
  await page.focus(selector)
  await page.keyboard.press('Space')
}

/** Chooses from a list by keyboard, for the same reason. */
async function choose(page: Page, selector: string, option: string) {
  await page.focus(selector)
  await page.keyboard.press('Enter')
  const item = await page.waitForSelector(`aria/${option}[role="option"]`)
  await item!.focus()
  await page.keyboard.press('Enter')
  await page.waitForFunction(() => !document.querySelector('[role="listbox"]'))
}

describe('the bench', () => {
  test('each kind of control changes the live component, also three levels down', async () => {
    const { page, frame } = await openBench('hut-card/bench')
    await flip(page, `${row('wide')} [role="switch"]`)
    await shows(frame, `document.querySelector('.hut').getBoundingClientRect().width === 480`)
    await typeOver(page, `${row('name')} input`, 'Moor House')
    await shows(frame, `document.querySelector('.hut__name').textContent === 'Moor House'`)
    await typeOver(page, `${row('height/value')} input[type="number"]`, '1204')
    await shows(frame, `document.querySelector('height-readout').value === 1204`)
    await page.focus(`${row('height/digits')} [role="slider"]`)
    await page.keyboard.press('End')
    await shows(frame, `document.querySelector('height-readout').digits === 8`)
    const sign = `document.querySelector('.hut__foot svg path').getAttribute('d')`
    const bell = await frame.evaluate(sign)
    await press(page, 'radio', 'rope')
    await shows(frame, `document.querySelector('.hut__sign svg path').getAttribute('d') !== ${JSON.stringify(bell)}`)
    await flip(page, `${row('action/lead/sign')} [role="radio"]:last-child`)
    await shows(frame, `${sign} !== ${JSON.stringify(bell)}`)
    await choose(page, `${row('height/lit-colour')} button`, 'color.ink')
    await shows(frame, `document.querySelector('height-readout').litColour === 'var(--color-ink)'`)
    await choose(page, `${row('action/:condition')} button`, 'hover')
    await shows(frame, `document.querySelector('.call').dataset.reach === 'hover'`)
    await typeOver(page, `${row('kit/kit')} .cm-content`, '["Ice axe"]')
    await shows(
      frame,
      `[...document.querySelectorAll('.kit__chip')].map((chip) => chip.textContent).join() === 'Ice axe'`,
    )
    await page.close()
  })

  thorough('slots are filled and emptied: the controls of what fills them come and go', async () => {
    const { page, frame } = await openBench('hut-card/bench')
    expect(await page.$(row('beds/taken'))).toBeNull()
    await choose(page, `${row('beds/')} button`, 'Bunk dormitory')
    await shows(frame, `document.querySelectorAll('.hut__beds .bunk').length > 0`)
    await page.waitForSelector('[data-fold="beds/"] [data-control]')
    await choose(page, `${row('beds/')} button`, 'nothing')
    await shows(frame, `!document.querySelector('.hut__beds')`)
    expect(await page.$('[data-fold="beds/"]')).toBeNull()
    // A component that the slot does not accept is brought on request, and marked.
    await choose(page, `${row('sign/')} button`, 'Gear hint (not meant for this place)')
    // Its code has to be loaded: the frame is another.
    const isThere = async () => {
      try {
        return await (await benchFrame(page)).$('.hut__sign .hint')
      } catch {
        return null // the old frame, which has just gone
      }
    }
    expect(await until(isThere, Boolean)).not.toBeNull()
    await page.close()
  })

  test('controls without effect are gone', async () => {
    const { page } = await openBench('bunk-check/bench')
    expect(await page.$(row('note'))).toBeNull()
    await flip(page, `${row('error')} [role="switch"]`)
    await page.waitForSelector(row('note'))
    await page.close()
  })

  thorough('an address reproduces a nested setting in another session', async () => {
    const { page, frame } = await openBench('hut-card/bench')
    await choose(page, 'button[aria-label="theme"]', 'night')
    await typeOver(page, `${row('action/label')} input`, 'Ring & wait')
    await flip(page, `${row('action/lead/sign')} [role="radio"]:last-child`)
    await typeOver(page, `${row('height/value')} input[type="number"]`, '981')
    await page.focus('[role="slider"][aria-label="Width"]')
    await page.keyboard.press('ArrowLeft')
    await shows(frame, `document.querySelector('height-readout').value === 981`)
    const address = page.url()
    expect(decodeURIComponent(address)).toContain('action/label=Ring & wait')
    const markup = await page.$eval('[data-code]', (code) => code.textContent)
    const elsewhere = await launchChromium({ isOnline: true })
    try {
      const fresh = await elsewhere.newPage()
      await fresh.setViewport({ width: 1280, height: 800 })
      await fresh.goto(address)
      const other = await openBench('', fresh)
      await shows(
        other.frame,
        `document.querySelector('.call__label').textContent === 'Ring & wait' && document.documentElement.dataset.theme === 'night'`,
      )
      expect(await other.frame.evaluate(`document.querySelector('height-readout').value`)).toBe(981)
      // Ids differ from instance to instance.
      const plain = (text: string) => text.replace(/\bc\d+|_c\d+r|\s+/g, '')
      expect(plain((await fresh.$eval('[data-code]', (code) => code.textContent))!)).toBe(plain(markup!))
      const widths = await Promise.all(
        [page, fresh].map((each) => each.$eval('iframe[data-bench]', (element) => element.clientWidth)),
      )
      expect(widths[1]).toBe(widths[0])
    } finally {
      await elsewhere.close()
    }
    await page.goto(`${app.address}/firnline/hut-card/guide#1&nmae=x`)
    await page.reload()
    await waitForText(page, '[role="alert"]', /there is no prop "nmae"; did you mean "name"\?/)
    await page.close()
  })

  test('a value that is swept shows every step', async () => {
    const { page, frame } = await openBench('height-readout/bench')
    await frame.evaluate(() => {
      const seen: number[] = []
      Object.assign(window, { seen })
      const look = () => {
        const { digits } = document.querySelector('height-readout') as unknown as { digits: number }
        if (seen.at(-1) !== digits) seen.push(digits)
        requestAnimationFrame(look)
      }
      look()
    })
    await press(page, 'button', 'Sweep digits')
    await frame.waitForFunction('seen.length >= 10')
    // From the first to the last, and round again.
    expect(await frame.evaluate('seen.slice(1, 10)')).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 1])
    await press(page, 'button', 'Pause the sweep of digits')
    const paused = await page.$eval('[data-sweep]', (bar) => (bar as HTMLElement).dataset.sweep)
    // As many frames as several steps of it take.
    await frames(page, 40)
    expect(await page.$eval('[data-sweep]', (bar) => (bar as HTMLElement).dataset.sweep)).toBe(paused)
    await press(page, 'button', 'End the sweep of digits')
    await press(page, 'button', 'Reset digits')
    await shows(frame, `document.querySelector('height-readout').digits === 4`)
    await page.close()
  })

  test('events are told as they fire, and can be cleared', async () => {
    const { page, frame } = await openBench('day-plan/bench')
    await press(page, 'tab', 'Events (0)')
    await frame.click('.plan__header')
    await page.waitForSelector('[data-event="toggle"]')
    expect(await page.$eval('[data-event="toggle"]', (item) => item.textContent)).toContain('{"section":1,"open":true}')
    await press(page, 'button', 'Clear')
    await page.waitForFunction(() => !document.querySelector('[data-event]'))
    await page.close()
  })

  thorough('two settings stand side by side', async () => {
    const { page } = await openBench('call-button/guide')
    await press(page, 'button', 'Compare')
    await typeOver(page, `${row('label')} input`, 'Ring')
    const [changed, kept] = [await benchFrame(page), await benchFrame(page, 1)]
    await shows(changed, `document.querySelector('.call__label').textContent === 'Ring'`)
    expect(await kept.$eval('.call__label', (label) => label.textContent)).toBe('Call the hut')
    await page.close()
  })
})

describe('code that was copied', () => {
  thorough('React’s compiles against the component, in three settings', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'brelt-code-'))
    cpSync('demo/firnline/components/kit-chips', folder, { recursive: true })
    const { page, frame } = await openBench('kit-chips/guide')
    const codes: string[] = []
    const take = async () => codes.push((await page.$eval('[data-code="React"]', (code) => code.textContent))!)
    await take()
    await choose(page, `${row('way')} button`, 'selectable')
    await page.waitForSelector(row('tone'))
    await flip(page, `${row('tone')} [role="radio"]:last-child`)
    await typeOver(page, `${row('label')} input`, 'What "you" need {now}')
    await shows(frame, `document.body.textContent.includes('{now}')`)
    await take()
    await typeOver(page, `${row('kit')} .cm-content`, '["Rope \\"30 m\\"", "Axe"]')
    await flip(page, `${row('disabled')} [role="switch"]`)
    await shows(frame, `document.body.textContent.includes('30 m')`)
    await take()
    expect(new Set(codes).size).toBe(3)
    const files = codes.map((code, at) => {
      const file = join(folder, `example${at}.tsx`)
      writeFileSync(file, code)
      return file
    })
    const program = ts.createProgram(files, {
      strict: true,
      noEmit: true,
      jsx: ts.JsxEmit.ReactJSX,
      module: ts.ModuleKind.ESNext,
      moduleResolution: ts.ModuleResolutionKind.Bundler,
      target: ts.ScriptTarget.ES2022,
      skipLibCheck: true,
      types: [],
      paths: { '*': [join(process.cwd(), 'node_modules/@types/*'), join(process.cwd(), 'node_modules/*')] },
    })
    const faults = ts
      .getPreEmitDiagnostics(program)
      .map(({ messageText }) => ts.flattenDiagnosticMessageText(messageText, '\n'))
    expect(faults).toEqual([])
    // A fault would be found: the same program with a value that the component does not take.
    const wrong = join(folder, 'wrong.tsx')
    writeFileSync(wrong, codes[1]!.replace('way="selectable"', 'way="sideways"'))
    const other = ts.createProgram([wrong], program.getCompilerOptions(), undefined, program)
    expect(ts.getPreEmitDiagnostics(other)).not.toHaveLength(0)
    rmSync(folder, { recursive: true, force: true })
    await page.close()
  })
})

describe('measures', () => {
  test('are drawn while a key is held: sizes with their tokens, and distances from a part that was kept', async () => {
    const { page, frame } = await openBench('call-button/bench#1&lead/=hut-icon')
    await page.evaluate(() => document.querySelector('[aria-label="Bench"]')!.scrollIntoView())
    const told = () => frame.evaluate(() => document.querySelector('brelt-measure')?.shadowRoot?.textContent ?? '')
    const at = async (selector: string) => {
      const handle = (await frame.$(selector))!
      const { x, y, width, height } = (await handle.boundingBox())!
      return [x + width / 2, y + height / 2] as const
    }
    const label = await at('.call__label')
    await page.mouse.move(...label)
    await page.keyboard.down('Alt')
    await frame.waitForSelector('brelt-measure')
    await page.mouse.move(label[0] + 1, label[1])
    const [, width = '', height = ''] = /label {2}([\d.]+) × ([\d.]+)/.exec(await told())!
    const rect = await frame.$eval('.call__label', (element) => element.getBoundingClientRect().toJSON() as DOMRect)
    expect([Number(width), Number(height)]).toEqual([rect.width, rect.height].map((px) => Math.round(px * 100) / 100))
    expect(await told()).toMatch(/colour #[0-9a-f]{6} color-/)
    // A press keeps the part and is none for the component.
    await frame.evaluate(() => document.addEventListener('click', () => document.body.setAttribute('data-pressed', '')))
    await page.mouse.down()
    await page.mouse.up()
    await page.mouse.move(...(await at('.call__lead')))
    const gap = await frame.evaluate(() => {
      const [lead, words] = ['.call__lead', '.call__label'].map((each) =>
        document.querySelector(each)!.getBoundingClientRect(),
      )
      return Math.round((words!.left - lead!.right) * 100) / 100
    })
    expect(gap).toBeGreaterThan(0)
    expect(
      await frame.$$eval('brelt-measure', ([layer]) => layer!.shadowRoot!.querySelector('.word')?.textContent),
    ).toBe(String(gap))
    expect(await frame.$eval('body', (body) => body.hasAttribute('data-pressed'))).toBe(false)
    await page.keyboard.up('Alt')
    await frame.waitForFunction(() => !document.querySelector('brelt-measure'))
    await page.close()
  })

  thorough('a combination that the sheet excludes is told as soon as it is set', async () => {
    const { page } = await openBench('lamp-switch/bench')
    const told = () => page.$eval('[data-panel] > [role=status]', (line) => line.textContent)
    await flip(page, `${row('words')} [role=switch]`)
    await page.waitForFunction(() => location.hash.includes('words'))
    expect(await told()).toBe('')
    await flip(page, `${row('size')} [role=radio]:last-child`)
    await waitForText(page, '[data-panel] > [role=status]', /The sheet excludes this: size: large {2}words: short/)
    await page.close()
  })

  thorough('measures take what is seen: an invisible control over a box does not hide it', async () => {
    const { page, frame } = await openBench('bunk-check/bench')
    const box = await frame.waitForSelector('.bunk__box')
    const { x, y, width, height } = (await box!.boundingBox())!
    expect(
      await frame.$eval('.bunk__box', (element) => {
        const { left, top, width: w, height: h } = element.getBoundingClientRect()
        return document.elementFromPoint(left + w / 2, top + h / 2)?.className
      }),
    ).toBe('bunk__input')
    await page.mouse.move(x + width / 2, y + height / 2)
    await page.keyboard.down('Alt')
    await frame.waitForFunction(() =>
      /^box {2}22 × 22/.test(document.querySelector('brelt-measure')?.shadowRoot?.textContent ?? ''),
    )
    await page.keyboard.up('Alt')
    await page.close()
  })

  thorough('the bench has a view of its own, and can take the whole window', async () => {
    const { page } = await openBench('lamp-switch/bench')
    expect(await page.$eval('nav[aria-label=Views] [aria-current]', (link) => link.textContent)).toBe('Bench')
    await flip(page, `${row('lit')} [role=switch]`)
    await page.waitForFunction(() => location.hash.includes('lit'))
    await press(page, 'button', 'Full window')
    const covers = () => page.evaluate(() => document.elementFromPoint(10, 10)?.closest('[data-full]') !== null)
    expect(await covers()).toBe(true)
    const bench = await page.$eval('[data-full]', (box) => box.getBoundingClientRect().toJSON() as DOMRect)
    expect([bench.left, bench.top, bench.width, bench.height]).toEqual([0, 0, 1280, 800])
    await page.keyboard.press('Escape')
    await page.waitForFunction(() => !document.querySelector('[data-full]'))
    expect(await covers()).toBe(false)
    await page.close()
  })
})
