import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Page } from 'puppeteer-core'
import { fill, press, stageFrames, startApp, waitForText, type App } from '../support/app'
import { thorough } from '../support/extent'
import { demoFolder } from '../support/demo'
import { until } from '../support/until'

let app: App
const scratch = mkdtempSync(join(tmpdir(), 'brelt-define-'))
const linked = join(scratch, 'linked')
const PEG = 'components/peg/peg.sheet.yaml'
const SHEET = `sheet: 1
name: Peg # of larch wood
source: { kind: markup, markup: peg.liquid, styles: [peg.css] }

parts:
  root: .peg   # the whole
  text: .peg__text

props:
  label: { type: text, default: Coat }
  size:  { type: choice, values: [small, large], default: small }

axes:
  size: [small, large]

spec:
  # Small pegs stand close.
  - when: { size: small }
    expect: { root: { width: 80px } }
  - when: { size: large }
    expect: { root: { width: 120px, height: same as size:small } }
`

beforeAll(async () => {
  const write = (folder: string, name: string) => {
    mkdirSync(join(folder, 'components/peg'), { recursive: true })
    writeFileSync(join(folder, 'library.yaml'), `library: 1\nname: ${name}\n`)
    writeFileSync(join(folder, PEG), SHEET)
    writeFileSync(
      join(folder, 'components/peg/peg.liquid'),
      '<p class="peg peg--{{ props.size }}"><b class="peg__text">{{ props.label }}</b></p>\n',
    )
    writeFileSync(
      join(folder, 'components/peg/peg.css'),
      '.peg { width: 80px; height: 30px; margin: 0 }\n.peg--large { width: 120px }\n.peg__text::after { content: "!" }\n',
    )
  }
  write(linked, 'Linked')
  write(join(scratch, 'plain'), 'Plain')
  app = await startApp([join(scratch, 'plain'), demoFolder('define', ['trail-tile', 'lamp-group'])])
  await app.command('import', '--link', linked)
})

afterAll(async () => {
  await app.close()
  rmSync(scratch, { recursive: true, force: true })
})

const define = async (library: string, slug = 'peg') => {
  const page = await app.open(`/${library}/${slug}/define`)
  await waitForText(page, '[data-status]', /./)
  return page
}
const status = (page: Page, kind: string) => page.waitForSelector(`[data-status="${kind}"]`)
const openTab = (page: Page, name: string) => press(page, 'tab', name)

/** Types at the end of a file in the editor. */
async function typeAtEnd(page: Page, file: string, text: string) {
  await openTab(page, file)
  await page.waitForSelector(`[data-editor$="${file}"] .cm-content`)
  await page.focus(`[data-editor$="${file}"] .cm-content`)
  await page.keyboard.down('Control')
  await page.keyboard.press('End')
  await page.keyboard.up('Control')
  await page.keyboard.type(text)
}

/** The file's text as the server has it. */
async function stored(page: Page, library: string, ending: string, slug = 'peg') {
  const { texts } = (await page.evaluate(
    (address) => fetch(address).then((answer) => answer.json()),
    `/api/libraries/${library}/components/${slug}/define`,
  )) as {
    texts: Record<string, string>
  }
  return Object.entries(texts).find(([path]) => path.endsWith(ending))![1]
}

/** A computed style of what the picture shows. */
async function shown(page: Page, selector: string, property: string): Promise<string> {
  for (const frame of stageFrames(page)) {
    const value = await frame
      .evaluate(
        (css, name) => {
          const roots = [...document.querySelectorAll('brelt-case')].map((host) => host.shadowRoot ?? host)
          const found = roots.map((root) => root.querySelector(css)).find(Boolean)
          return found
            ? name === 'text'
              ? (found.textContent ?? '')
              : getComputedStyle(found).getPropertyValue(name)
            : ''
        },
        selector,
        property,
      )
      .catch(() => '')
    if (value !== '') return value
  }
  return ''
}

async function untilShown(page: Page, selector: string, property: string, wanted: string) {
  expect(
    await until(
      () => shown(page, selector, property),
      (value) => value === wanted,
    ),
  ).toBe(wanted)
}

describe('a component from nothing', () => {
  thorough('is made, drawn, specified and verified in the interface alone', async () => {
    const page = await app.open('/plain/bring-in')
    await (await page.waitForSelector('[aria-label="Name of the component"]'))!.type('door-sign')
    await page.waitForSelector('[data-proposal="door-sign"] iframe')
    await press(page, 'button', 'Make this component')
    await page.waitForFunction(() => location.pathname === '/plain/door-sign/define')
    await status(page, 'saved')

    await openTab(page, 'Axes 0')
    await press(page, 'combobox', 'Kind of the new axis')
    await press(page, 'option', 'off and on')
    await fill(page, 'Name of a new axis', 'open')
    await page.waitForSelector('[data-axis="open"]')
    await waitForText(page, '[data-testid="case-count"]', /^2 cases/)

    await typeAtEnd(page, 'door-sign.css', '.door-sign.is-open { background: rgb(0, 90, 40) ')
    await page.keyboard.down('Control')
    await page.keyboard.press('s')
    await page.keyboard.up('Control')
    await status(page, 'saved')
    await openTab(page, 'door-sign.liquid')
    await page.focus('[data-editor$="door-sign.liquid"] .cm-content')
    await page.keyboard.press('ArrowDown')
    // Behind `<div class="door-sign`.
    await page.keyboard.down('Control')
    await page.keyboard.press('Home')
    await page.keyboard.up('Control')
    for (let at = 0; at < '<div class="door-sign'.length; at++) await page.keyboard.press('ArrowRight')
    await page.keyboard.type('{% if props.open %} is-open{% endif %}')
    await page.keyboard.down('Control')
    await page.keyboard.press('s')
    await page.keyboard.up('Control')
    await status(page, 'saved')
    expect(await stored(page, 'plain', '.liquid', 'door-sign')).toContain(
      'door-sign{% if props.open %} is-open{% endif %}',
    )

    await typeAtEnd(page, 'door-sign.sheet.yaml', '')
    // Pasted, as the editor would indent what is typed.
    await page.evaluate(() => {
      const data = new DataTransfer()
      data.setData(
        'text/plain',
        '\nspec:\n  - expect: { root: { padding: 8px } }\n  - when: { open: on }\n    expect: { root: { background-color: "rgb(0, 90, 40)" } }\n',
      )
      document.activeElement!.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
      )
    })
    await page.keyboard.down('Control')
    await page.keyboard.press('s')
    await page.keyboard.up('Control')
    await status(page, 'saved')
    expect(await stored(page, 'plain', '.yaml', 'door-sign')).toContain('spec:')

    await press(page, 'link', 'Matrix')
    await page.waitForSelector('iframe[data-mounted]')
    await press(page, 'button', 'Verify')
    await waitForText(page, '[data-testid="counts"]', /2.*0/)
    await page.close()
  })
})

describe('an existing TSX module', () => {
  const MODULE = `import type { ReactNode } from 'react'
enum Weight { Filled = 'filled', Outlined = 'outlined' }
/** A bell at the door. */
export interface BellProps { size?: 'small' | 'regular' | 'large'; weight?: Weight; busy?: boolean; children?: ReactNode }
export function Bell({ size = 'regular', weight = Weight.Filled, busy = false, children }: BellProps) {
  return <button className={\`bell bell--\${size} bell--\${weight}\`} aria-busy={busy}>{children}</button>
}
`
  test('is brought in with the right axes, and a member added to its union is drift that one press mends', async () => {
    writeFileSync(join(scratch, 'Bell.tsx'), MODULE)
    const page = await app.open('/plain/bring-in')
    await openTab(page, 'Files, a folder or a zip')
    const input = await page.waitForSelector('input[aria-label="Files to bring in"]')
    await (input as unknown as { uploadFile(path: string): Promise<void> }).uploadFile(join(scratch, 'Bell.tsx'))
    await waitForText(
      page,
      '[data-proposal="bell"]',
      /prop size: small, regular, large, regular when left out, an axis/,
    )
    await waitForText(page, '[data-proposal="bell"]', /12 cases/)
    await press(page, 'button', 'Make this component')
    await page.waitForFunction(() => location.pathname === '/plain/bell/define')
    await openTab(page, 'Axes 3')
    const axes = await page.$$eval('[data-axis]', (all) =>
      all.map((axis) => [
        axis.getAttribute('data-axis'),
        ...[...axis.querySelectorAll('[data-value]')].map((each) => each.getAttribute('data-value')),
      ]),
    )
    expect(axes).toEqual([
      ['size', 'small', 'regular', 'large'],
      ['weight', 'filled', 'outlined'],
      ['busy', 'off', 'on'],
    ])
    await openTab(page, 'Bell.tsx')
    const text = await stored(page, 'plain', 'Bell.tsx', 'bell')
    const saved = await page.evaluate(
      async (next, path) => {
        const { base } = (await (await fetch('/api/libraries/plain/components/bell/define')).json()) as { base: number }
        const body = JSON.stringify({ base, texts: { [path]: next } })
        return (await (await fetch('/api/libraries/plain/components/bell/save', { method: 'POST', body })).json()) as {
          kind: string
        }
      },
      text.replace("'large'", "'large' | 'huge'"),
      'components/bell/Bell.tsx',
    )
    expect(saved.kind).toBe('saved')
    // The open view hears of it by itself.
    // Five of its classes are styled nowhere, which is known once it has been rendered.
    await waitForText(page, '[role=tab]', /^Lints 6$/)
    await openTab(page, 'Lints 6')
    await waitForText(page, '[data-lint="axis-drift"]', /Bell\.tsx:4 also allows huge/)
    await press(page, 'button', 'Add huge to “size”')
    await page.waitForFunction(() => !document.querySelector('[data-lint="axis-drift"]'))
    expect(await stored(page, 'plain', '.yaml', 'bell')).toContain('values: [small, regular, large, huge]')
    await page.close()
  })
})

describe('editing', () => {
  thorough('a renamed axis value breaks no rule, and the author’s comments stay', async () => {
    const page = await define('plain')
    await openTab(page, 'Axes 1')
    await fill(page, 'Value small of size', 'snug')
    await page.waitForSelector('[data-value="snug"]')
    await status(page, 'saved')
    const text = await stored(page, 'plain', '.yaml')
    expect(text).toContain('# Small pegs stand close.\n  - when: { size: snug }')
    expect(text).toContain('same as size:snug')
    expect(text).toContain('root: .peg   # the whole')
    expect(await stored(page, 'plain', 'peg.liquid')).toContain('peg--{{ props.size }}')
    await waitForText(page, '[role=tab]', /^Lints 0$/)
    await press(page, 'link', 'Matrix')
    await page.waitForSelector('iframe[data-mounted]')
    await press(page, 'button', 'Verify')
    await waitForText(page, '[data-testid="counts"]', /2.*0/)
    await page.close()
  })

  test('undo and redo outlast a reload; revisions compare by field and come back', async () => {
    const page = await define('plain')
    await openTab(page, 'Props 2')
    await fill(page, 'Default of label', 'Hat')
    await untilShown(page, '.peg__text', 'text', 'Hat')
    await page.reload()
    await waitForText(page, '[data-status="saved"]', /Prop label · default: Coat → Hat/)
    await press(page, 'button', 'Undo')
    await untilShown(page, '.peg__text', 'text', 'Coat')
    await page.reload()
    await press(page, 'button', 'Redo')
    await untilShown(page, '.peg__text', 'text', 'Hat')
    await openTab(page, 'Revisions')
    await page.waitForSelector('[data-revision="4"]')
    await (await page.waitForSelector('[aria-label="Compare from revision 1"]'))!.click()
    await waitForText(page, '[data-change="prop label · default"]', /Coat.*Hat/)
    // Both are seen live, in the same case.
    // By key: what is compared above it still comes, and moves it.
    await page.focus('[data-testid="revisions-seen"] summary')
    await page.keyboard.press('Enter')
    await page.waitForSelector('[data-testid="revisions-seen"][open]')
    const seen = async () => {
      const frames = await page.$$('[data-testid="revisions-seen"] iframe')
      return Promise.all(
        frames.map(async (each) =>
          (await each.contentFrame())?.evaluate(() => {
            const host = document.querySelector('brelt-case')
            return (host?.shadowRoot ?? host)?.querySelector('.peg__text')?.textContent
          }),
        ),
      ).catch(() => [])
    }
    expect(await until(seen, (texts) => texts.join() === 'Coat,Hat', 60_000)).toEqual(['Coat', 'Hat'])
    const first = await page.waitForSelector('[data-revision="1"] button')
    await first!.click()
    await waitForText(page, '[data-status="saved"]', /Restored/)
    expect(await stored(page, 'plain', '.yaml')).toBe(SHEET)
    await page.close()
  })

  test('a part is picked by pointing, its pseudo-element too', async () => {
    const page = await define('plain')
    await page.waitForSelector('[data-outline="text"]')
    await press(page, 'button', 'Point at a new part')
    const outline = await page.$eval('[data-picture]', (box) => {
      const { left, top, width, height } = box.getBoundingClientRect()
      return { x: left + width / 2, y: top + height / 2 }
    })
    const text = stageFrames(page)
    expect(text.length).toBeGreaterThan(0)
    // The text stands at the left of the paragraph, which is in the middle of the picture.
    await page.mouse.move(outline.x, outline.y)
    await waitForText(page, '[data-picture] [role=status]', /\.peg/)
    const at = await page.evaluate(async () => {
      const picture = document.querySelector('[data-picture]')!.getBoundingClientRect()
      for (let x = picture.left; x < picture.right; x += 12) {
        const target = document.querySelector('[data-picture] > div')!
        target.dispatchEvent(
          new PointerEvent('pointermove', {
            clientX: x,
            clientY: picture.top + picture.height / 2 - 20,
            bubbles: true,
          }),
        )
        await new Promise((done) => setTimeout(done, 40))
        if (/peg__text/.test(document.querySelector('[data-picture] [role=status]')?.textContent ?? ''))
          return { x, y: picture.top + picture.height / 2 - 20 }
      }
      return undefined
    })
    await page.mouse.click(at!.x + 4, at!.y)
    await press(page, 'button', 'its ::after')
    await page.waitForSelector('[data-part="after"]')
    await status(page, 'saved')
    expect(await stored(page, 'plain', '.yaml')).toContain('after: { select: .peg__text, pseudo: ::after }')
    await page.close()
  })

  test('a broken state shows its error at its line and keeps the last good rendering', async () => {
    const page = await define('plain')
    await untilShown(page, '.peg__text', 'text', 'Coat')
    await typeAtEnd(page, 'peg.liquid', '\n{% if %}')
    await status(page, 'broken')
    await waitForText(page, '[data-status]', /peg\.liquid:\d/)
    await page.waitForSelector('.cm-lint-marker-error')
    expect(await shown(page, '.peg__text', 'text')).toBe('Coat')
    await press(
      page,
      'button',
      /Go back to revision/.source.replace(
        /.*/,
        await page.$eval('[data-status] button', (button) => button.textContent!),
      ),
    )
    await status(page, 'saved')
    expect(await stored(page, 'plain', 'peg.liquid')).not.toContain('{% if %}')
    await page.close()
  })

  test('a killed tab loses nothing typed more than a second ago', async () => {
    const page = await define('plain')
    await typeAtEnd(page, 'peg.css', '.peg { color: rgb(7, 7, 7')
    await page.waitForFunction(
      async () => {
        const answer = await fetch('/api/libraries/plain/components/peg/define')
        return JSON.stringify(((await answer.json()) as { drafts: unknown }).drafts).includes('rgb(7, 7, 7')
      },
      { polling: 300 },
    )
    const session = await page.createCDPSession()
    const crashed = new Promise((done) => page.once('error', done))
    // It does not answer: the renderer is gone.
    session.send('Page.crash').catch(() => undefined)
    await crashed
    void page.close().catch(() => undefined)
    const again = await define('plain')
    await openTab(again, 'peg.css')
    await waitForText(again, '[data-editor$="peg.css"]', /color: rgb\(7, 7, 7/)
    await untilShown(again, '.peg', 'color', 'rgb(7, 7, 7)')
    await again.close()
  })

  test('works by keyboard alone', async () => {
    const page = await define('firnline-define', 'trail-tile')
    const label = () =>
      page.evaluate(() =>
        (document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.textContent ?? '').trim(),
      )
    const tabTo = async (wanted: RegExp) => {
      for (let at = 0; at < 80 && !wanted.test(await label()); at++) await page.keyboard.press('Tab')
      expect(await label()).toMatch(wanted)
    }
    await tabTo(/^Parts 4$/)
    await page.keyboard.press('ArrowRight')
    await page.waitForSelector('[data-axis="chosen"]')
    await page.keyboard.press('ArrowLeft')
    await tabTo(/^New part$/)
    await page.keyboard.type('edge')
    await page.keyboard.press('Enter')
    await page.waitForSelector('[data-part="edge"]')
    await waitForText(page, '[data-status="saved"]', /Part edge added/)
    await tabTo(/^Point at a new part$/)
    await page.keyboard.down('Control')
    await page.keyboard.press('z')
    await page.keyboard.up('Control')
    await page.waitForFunction(() => !document.querySelector('[data-part="edge"]'))
    await page.keyboard.press('2')
    await page.waitForFunction(() => location.pathname.endsWith('/trail-tile/matrix'))
    await page.close()
  })

  test('what was saved elsewhere meanwhile: different fields merge, the same field asks', async () => {
    const one = await define('firnline-define', 'lamp-group')
    const base = await one.evaluate(
      async () =>
        (await (await fetch('/api/libraries/firnline-define/components/lamp-group/define')).json()) as {
          base: number
          texts: Record<string, string>
        },
    )
    const path = 'components/lamp-group/lamp-group.sheet.yaml'
    await openTab(one, 'Props 4')
    await fill(one, 'Default of legend', 'Lamp in the hall')
    await waitForText(one, '[data-status="saved"]', /Lamp in the hall/, 15_000)
    const save = (text: string, prefer?: string) =>
      one.evaluate(
        async (from, next, file, choice) => {
          const body = JSON.stringify({ base: from, texts: { [file]: next }, ...(choice && { prefer: choice }) })
          return (await (
            await fetch('/api/libraries/firnline-define/components/lamp-group/save', { method: 'POST', body })
          ).json()) as { kind: string; merged?: boolean; conflicts?: { label: string }[] }
        },
        base.base,
        text,
        path,
        prefer,
      )
    expect(await save(base.texts[path]!.replace('width: 240px', 'width: 250px'))).toMatchObject({
      kind: 'saved',
      merged: true,
    })
    expect(
      await save(base.texts[path]!.replace('default: Lamp over the table', 'default: Lamp outside')),
    ).toMatchObject({
      kind: 'conflict',
      conflicts: [{ label: 'prop legend · default' }],
    })
    // The view has heard of the merge.
    await waitForText(one, '[data-status="saved"]', /root · box\.width: 240px → 250px/)
    await openTab(one, 'lamp-group.sheet.yaml')
    await one.focus('[data-editor$="sheet.yaml"] .cm-content')
    // An editor draws the lines that are in sight.
    await one.keyboard.down('Control')
    await one.keyboard.press('f')
    await one.keyboard.up('Control')
    await one.waitForSelector('.cm-search input')
    await one.keyboard.type('250px')
    await one.keyboard.press('Enter')
    await waitForText(one, '[data-editor$="sheet.yaml"]', /box.width: 250px/)
    await one.close()
  })
})

describe('a linked folder', () => {
  test('shows changes on disk live, and gets edits with comments and order kept', async () => {
    const page = await define('linked')
    await untilShown(page, '.peg', 'height', '30px')
    writeFileSync(
      join(linked, 'components/peg/peg.css'),
      '.peg { width: 80px; height: 44px; margin: 0 }\n.peg--large { width: 120px }\n',
    )
    await untilShown(page, '.peg', 'height', '44px')
    await openTab(page, 'Props 2')
    await fill(page, 'Default of label', 'Boots')
    await waitForText(page, '[data-status="saved"]', /Coat → Boots/)
    expect(readFileSync(join(linked, PEG), 'utf8')).toBe(SHEET.replace('default: Coat', 'default: Boots'))
    await page.close()
  })

  thorough('merges by field what changed on both sides', async () => {
    const page = await define('linked')
    const before = readFileSync(join(linked, PEG), 'utf8')
    writeFileSync(
      join(linked, PEG),
      before.replace('width: 120px', 'width: 121px').replace('# the whole', '# all of it'),
    )
    await openTab(page, 'Props 2')
    await fill(page, 'Default of label', 'Skis')
    await waitForText(page, '[data-status="saved"]', /./)
    await page.waitForFunction(() => document.querySelector('[data-status="saved"]'))
    const after = readFileSync(join(linked, PEG), 'utf8')
    expect(after).toContain('width: 121px')
    expect(after).toContain('# all of it')
    await page.waitForFunction(() => true)
    expect(after).toContain('default: Skis')
    await page.close()
  })

  thorough('broken on disk, keeps its last good state and says what is wrong and where', async () => {
    const page = await define('linked')
    await untilShown(page, '.peg', 'height', '44px')
    const before = readFileSync(join(linked, PEG), 'utf8')
    writeFileSync(join(linked, PEG), before.replace('name: Peg', 'nam: Peg'))
    await waitForText(page, '[data-status]', /peg\.sheet\.yaml:2 unknown key "nam".*Did you mean "name"/)
    expect(await shown(page, '.peg', 'height')).toBe('44px')
    writeFileSync(join(linked, PEG), before)
    await page.waitForFunction(() => !document.querySelector('[data-status]')!.textContent!.includes('unknown key'))
    await page.close()
  })
})
