import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Page } from 'puppeteer-core'
import { parse } from 'yaml'
import { boardFrame, press, startApp, waitForText, type App } from '../support/app'
import { thorough } from '../support/extent'
import { until } from '../support/until'

let app: App
const scratch = mkdtempSync(join(tmpdir(), 'brelt-specify-'))

const srgb = (red: number) => `{ "$value": { "colorSpace": "srgb", "components": [${red / 255}, 0, 0] } }`
const FILES: Record<string, string> = {
  'library.yaml': 'library: 1\nname: Signs\ntokens: [tokens/signs.resolver.json]\ncontexts: { theme: [day, night] }\n',
  'tokens/signs.resolver.json': JSON.stringify({
    version: '2025.10',
    sets: { base: { sources: [{ $ref: 'base.tokens.json' }] } },
    modifiers: { theme: { default: 'day', contexts: { day: [], night: [{ $ref: 'night.tokens.json' }] } } },
    resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/theme' }],
  }),
  'tokens/base.tokens.json': `{\n  "color": {\n    "$type": "color",\n    "plate": ${srgb(102)},\n    "edge": { "$value": "{color.plate}" }\n  },\n  "vendor": { "$extensions": { "org.example": [1, 2] } }\n}\n`,
  'tokens/night.tokens.json': `{ "color": { "$type": "color", "plate": ${srgb(204)} } }\n`,
  // One kind takes the token, the other spells its day value out.
  'components/sign/sign.sheet.yaml': `sheet: 1
name: Sign
source: { kind: markup, markup: sign.liquid, styles: [sign.css] }
contexts: { theme: all }
parts: { root: .sign, text: .sign b }
props: { size: { type: choice, values: [small, large], default: small }, kind: { type: choice, values: [plain, painted], default: plain } }
axes: { size: [small, large], kind: [plain, painted] }
spec:
  # Plates are of one colour.
  - expect: { root: { background-color: "{color.plate}" } }
  - when: { kind: painted, theme: night }
    expect: { root: { background-color: "#660000" } }
`,
  'components/sign/sign.liquid': '<p class="sign sign--{{ props.size }} sign--{{ props.kind }}"><b>North</b></p>\n',
  'components/sign/sign.css':
    '.sign { background: var(--color-plate); width: 80px; margin: 0 }\n.sign--large { width: 120px }\n.sign--painted { background: #660000 }\n',
  'components/peg/peg.sheet.yaml': `sheet: 1
name: Peg
source: { kind: markup, markup: peg.liquid, styles: [peg.css] }
contexts: { theme: all }
parts: { root: .peg, head: .peg i }
props: { size: { type: choice, values: [small, medium, large], default: small } }
axes:
  size: [small, medium, large]
  interaction: { of: state, values: { rest: {}, hover: { pseudo: [hover], on: root } } }
`,
  'components/peg/peg.liquid': '<p class="peg peg--{{ props.size }}"><i></i></p>\n',
  'components/peg/peg.css': `.peg { width: 80px; height: 30px; margin: 0; border: 2px solid var(--color-edge) }
.peg--medium { width: 100px }
.peg--large { width: 120px }
.peg:hover { border-color: #0000ff }
.peg i { display: block; width: 12px; height: 12px; background: var(--color-plate) }
`,
}

beforeAll(async () => {
  for (const [path, text] of Object.entries(FILES)) {
    mkdirSync(dirname(join(scratch, path)), { recursive: true })
    writeFileSync(join(scratch, path), text)
  }
  app = await startApp([scratch])
})

afterAll(async () => {
  await app.close()
  rmSync(scratch, { recursive: true, force: true })
})

const get = <T>(page: Page, address: string) =>
  page.evaluate((path) => fetch(path).then((answer) => answer.json()), address) as Promise<T>

/** A sheet as the server has it. */
async function sheetOf(page: Page, slug: string) {
  const { texts } = await get<{ texts: Record<string, string> }>(page, `/api/libraries/signs/components/${slug}/define`)
  return texts[`components/${slug}/${slug}.sheet.yaml`]!
}

const draftsOf = async (page: Page, slug: string) =>
  (await get<{ drafts: unknown[] }>(page, `/api/libraries/signs/components/${slug}/define`)).drafts

const specOf = async (page: Page, slug: string) => (parse(await sheetOf(page, slug)) as { spec: unknown[] }).spec

interface State {
  slug: string
  marks: [string, string, number][]
  findings: { part: string; reading: string; cases: string[]; origin?: { file: string; line: number } }[]
}

async function verify(page: Page, slug: string): Promise<State> {
  await press(page, 'button', 'Verify')
  const ended = await until(async () => {
    const { going, components } = await get<{ going: string | null; components: (State & { isOutdated: boolean })[] }>(
      page,
      '/api/libraries/signs/states',
    )
    return components.find((each) => each.slug === slug && !going && !each.isOutdated)
  }, Boolean)
  if (!ended) throw new Error('the run did not end')
  return ended
}

/** Puts a whole text into an editor. */
async function retype(page: Page, file: string, text: string) {
  await page.waitForSelector(`[data-editor$="${file}"] .cm-content`)
  await page.focus(`[data-editor$="${file}"] .cm-content`)
  await page.evaluate((next) => {
    document.execCommand('selectAll')
    document.execCommand('insertText', false, next)
  }, text)
}

async function fillIn(page: Page, label: string, text: string) {
  const field = await page.waitForSelector(`[aria-label="${label}"]`)
  await field!.click({ count: 3 })
  await page.keyboard.type(text)
}

const read = (page: Page) => page.waitForSelector('[data-survey=ready]')

describe('the spec', () => {
  test('from nothing: drafted, taken, verified; one value changed by one unit is one finding, at its line', async () => {
    const page = await app.open('/signs/peg/spec')
    await waitForText(page, 'main', /No rules yet/)
    await read(page)
    await press(page, 'button', 'Draft from what is rendered')
    await waitForText(page, '[data-testid=draft]', /head/)
    expect(
      await page.$$eval('[data-proposed] [data-claim]', (rows) => rows.map((row) => row.getAttribute('data-claim'))),
    ).toContain('root · border')
    await (await page.waitForSelector('[data-testid=draft] button.control:last-of-type:not(:disabled)'))!.click()
    await page.waitForFunction(() => document.querySelectorAll('[data-rule]').length > 2)
    // The token that means it in both themes is found, and one rule says it.
    expect(
      await page.$$eval('[data-rule="0"] [data-claim="head · background-color"]', (rows) =>
        rows.map((row) => row.textContent),
      ),
    ).toEqual([expect.stringContaining('{color.plate}')])
    await page.waitForSelector('[data-status=saved]')
    expect(new Set((await verify(page, 'peg')).marks.map(([, mark]) => mark))).toEqual(new Set(['holds']))
    await page.goto(`${app.address}/signs/peg/define`, { waitUntil: 'load' })
    await waitForText(page, '[data-status]', /./)
    await press(page, 'tab', 'peg.css')
    await retype(page, 'peg.css', FILES['components/peg/peg.css']!.replace('100px', '101px'))
    await page.keyboard.down('Control')
    await page.keyboard.press('s')
    await page.keyboard.up('Control')
    await page.waitForSelector('[data-status=saved]')
    await waitForText(page, '[data-status=saved]', /css edited/)
    const { findings } = await verify(page, 'peg')
    expect(
      findings.map(({ part, reading, origin }) => ({ part, reading, line: origin?.line, file: origin?.file })),
    ).toEqual([{ part: 'root', reading: 'width', line: 2, file: 'peg.css' }])
    await page.close()
  })

  test('table and text follow each other; rules are edited, split, moved and taken away, and undone', async () => {
    const page = await app.open('/signs/sign/spec')
    await read(page)
    await page.waitForSelector('[data-rule="1"]')
    const before = await sheetOf(page, 'sign')
    await (await page.waitForSelector('[data-rule="1"] [data-claim] button[aria-label^="Expected"]'))!.click()
    await fillIn(page, 'Expected of root · background-color', '{color.pl')
    await page.waitForFunction(() =>
      [...document.querySelectorAll('[role=option]')].some((each) => each.textContent?.includes('{color.plate}')),
    )
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('Enter')
    await page.keyboard.press('Enter')
    // Judged at once by what was read: the painted ones do not take the token at night.
    await page.waitForFunction(
      () => document.querySelector('[data-rule="1"] [data-claim] td:nth-child(6)')?.textContent?.trim() === '2',
    )
    await page.waitForSelector('[data-status=saved]')
    expect(await sheetOf(page, 'sign')).toBe(before.replace('"#660000"', '"{color.plate}"'))
    // What both rules ask for is no conflict, but a rule that never decides anything else than the first is none either.
    await press(page, 'button', 'Move rule 2 up')
    await page.waitForFunction(() => document.querySelector('[data-rule="0"]')?.textContent?.includes('kind: painted'))
    await press(page, 'button', 'Undo')
    await page.waitForFunction(() => document.querySelector('[data-rule="1"]')?.textContent?.includes('kind: painted'))
    await press(page, 'button', 'Undo')
    expect(
      await until(
        () => sheetOf(page, 'sign'),
        (text) => text === before,
      ),
    ).toBe(before)
    // The text follows: typing into it changes the table.
    await retype(page, 'sign.sheet.yaml', before.replace('kind: painted, theme: night', 'kind: painted, size: large'))
    await waitForText(page, '[data-rule="1"]', /size: large/)
    expect(
      await until(
        () => draftsOf(page, 'sign'),
        (drafts) => drafts.length > 0,
      ),
    ).toHaveLength(1)
    await retype(page, 'sign.sheet.yaml', before)
    await waitForText(page, '[data-rule="1"]', /theme: night/)
    expect(
      await until(
        () => sheetOf(page, 'sign'),
        (now) => now === before,
      ),
    ).toBe(before)
    // What was typed and taken back is no draft: nothing finds it again.
    expect(
      await until(
        () => draftsOf(page, 'sign'),
        (drafts) => drafts.length === 0,
      ),
    ).toEqual([])
    await page.close()
  })

  test('what varies and no rule speaks of is listed, and drafted one by one', async () => {
    const page = await app.open('/signs/sign/spec')
    await read(page)
    await press(page, 'tab', 'Gaps 1')
    expect(await page.$$eval('[data-covered]', (rows) => rows.map((row) => row.getAttribute('data-covered')))).toEqual([
      'root · width',
    ])
    await press(page, 'button', 'Draft')
    await page.waitForSelector('[data-proposed] [data-claim="root · width"]')
    await press(page, 'button', 'Add 2 expectations')
    await waitForText(page, '[role=tab]', /^Rules 3$/)
    await page.waitForSelector('[data-status=saved]')
    expect((await specOf(page, 'sign')).slice(1)).toEqual([
      { when: { kind: 'painted', theme: 'night' }, expect: { root: { 'background-color': '#660000' } } },
      { when: { size: 'large' }, expect: { root: { width: '120px' } } },
    ])
    await press(page, 'button', 'Undo')
    await waitForText(page, '[role=tab]', /^Rules 2$/)
    // Values that the rules cannot tell apart lead to what tells them apart on the screen.
    await waitForText(page, '[data-lint=look-alike]', /values of size apart/)
    await press(page, 'button', 'Draft what differs')
    await page.waitForSelector('[data-proposed] [data-claim="root · width"]')
    expect(await page.$$eval('[data-proposed] [data-claim]', (rows) => rows.length)).toBe(2)
    await page.close()
  })
})

describe('by keyboard', () => {
  thorough('the parts of the spec, and cases selected from one to another', async () => {
    const page = await app.open('/signs/sign/spec')
    await read(page)
    await page.keyboard.press('c')
    await waitForText(page, '[data-testid=code] pre', /background-color: var\(--color-plate\)/)
    await waitForText(page, '[data-testid=code] pre', /\[data-theme="night"\] \.sign\.sign--painted/)
    await waitForText(page, '[data-testid=code] pre', /size\?: "small" \| "large"/)
    await page.keyboard.press('o')
    await page.waitForSelector('[data-testid=coverage]')
    await page.keyboard.press('d')
    await page.waitForSelector('[data-testid=draft]')
    await page.keyboard.press('t')
    await page.waitForSelector('[data-rule="0"]')
    await page.keyboard.press('2')
    await boardFrame(page, 8)
    await page.focus('[data-case="size=small,kind=plain"]')
    await page.keyboard.press('Enter')
    await page.waitForSelector('[data-testid=card]')
    await page.keyboard.down('Shift')
    await page.keyboard.press('ArrowDown')
    await page.keyboard.up('Shift')
    await waitForText(page, '[data-testid=selection]', /2 cases/)
    await waitForText(page, '[data-testid=condition]', /kind: plain.*theme: day/)
    await page.keyboard.press('Escape')
    await page.waitForFunction(() => !document.querySelector('[data-testid=selection]'))
    await page.close()
  })
})

describe('the matrix', () => {
  test('three cases selected, one expectation typed: the rule has the right condition', async () => {
    const page = await app.open('/signs/peg/matrix')
    await boardFrame(page, 12)
    await page.click('[data-case="size=small,interaction=hover"]')
    await page.waitForSelector('[data-testid=card]')
    await page.keyboard.down('Shift')
    await page.click('[data-case="size=large,interaction=hover"]')
    await page.keyboard.up('Shift')
    await waitForText(page, '[data-testid=selection]', /3 cases/)
    expect(await page.$eval('[data-testid=condition]', (node) => node.textContent)).toMatch(
      /interaction: hover.*theme: day/,
    )
    await page.waitForSelector('[data-summary="root · width"][data-common=false]')
    expect(await page.$('[data-summary="root · height"][data-common=true]')).not.toBeNull()
    await fillIn(page, 'Reading', 'opacity')
    await page.keyboard.press('Enter')
    await fillIn(page, 'Expectation', '0.5')
    // Opacity was in no survey: it is read at once, and the expectation judged before it is a rule.
    await page.waitForSelector('[data-trial="0/3/0"]')
    await fillIn(page, 'Expectation', '1')
    await page.waitForSelector('[data-trial="3/0/0"]')
    await page.keyboard.press('Enter')
    await page.waitForFunction(
      () =>
        fetch('/api/libraries/signs/components/peg/define')
          .then((answer) => answer.json())
          .then(({ texts }) => texts['components/peg/peg.sheet.yaml'].includes('opacity')),
      { polling: 300 },
    )
    expect((await specOf(page, 'peg')).at(-1)).toEqual({
      when: { interaction: 'hover', theme: 'day' },
      expect: { root: { opacity: 1 } },
    })
    await page.close()
  })

  thorough(
    'rows, values and single cases add up; what no one condition describes is told with what comes nearest',
    async () => {
      const page = await app.open('/signs/peg/matrix')
      await boardFrame(page, 12)
      await page.click('button[title^="Select interaction hover"]')
      await waitForText(page, '[data-testid=selection]', /6 cases/)
      await page.keyboard.press('Escape')
      await page.waitForFunction(() => !document.querySelector('[data-testid=selection]'))
      await page.click('[data-case="size=small,interaction=rest"]')
      await page.keyboard.down('Control')
      await page.click('[data-case="size=medium,interaction=hover"]')
      await page.keyboard.up('Control')
      await waitForText(page, '[data-testid=condition]', /No single condition/)
      await page.waitForFunction(() => new URLSearchParams(location.search).getAll('where').length === 2)
      await press(page, 'button', 'Select these')
      await waitForText(page, '[data-testid=selection]', /4 cases/)
      // The address holds what is selected, by its condition.
      await page.waitForFunction(() => new URLSearchParams(location.search).getAll('where').length === 1)
      await page.reload()
      await waitForText(page, '[data-testid=selection]', /4 cases/)
      await waitForText(page, '[data-testid=condition]', /size: small, medium.*theme: day/)
      await page.keyboard.press('Escape')
      await page.waitForFunction(() => !new URLSearchParams(location.search).has('where'))
      // Drawn over with the pointer.
      const box = async (key: string) => (await (await page.$(`[data-case="${key}"]`))!.boundingBox())!
      const [from, to] = [await box('size=small,interaction=rest'), await box('size=large,interaction=rest')]
      await page.mouse.move(from.x + 20, from.y + 20)
      await page.mouse.down()
      await page.mouse.move(from.x + 24, from.y + 60, { steps: 4 })
      await page.mouse.move(to.x + 24, to.y + 20, { steps: 6 })
      await page.mouse.up()
      await waitForText(page, '[data-testid=selection]', /3 cases/)
      await page.close()
    },
  )

  thorough('a rule is changed from the case that misses it', async () => {
    const page = await app.open('/signs/peg/matrix')
    await boardFrame(page, 12)
    await verify(page, 'peg')
    await page.reload()
    await boardFrame(page, 12)
    await page.click('[data-case="size=medium,interaction=rest"]')
    await waitForText(page, '[data-testid=card]', /101px/)
    await press(page, 'button', 'Change')
    await press(page, 'button', 'Accept what was measured')
    await page.waitForFunction(
      () =>
        fetch('/api/libraries/signs/components/peg/define')
          .then((answer) => answer.json())
          .then(({ texts }) => texts['components/peg/peg.sheet.yaml'].includes('101px')),
      { polling: 300 },
    )
    await page.goto(`${app.address}/signs/peg/matrix`, { waitUntil: 'load' })
    expect(new Set((await verify(page, 'peg')).marks.map(([, mark]) => mark))).toEqual(new Set(['holds']))
    await page.close()
  })
})

describe('tokens', () => {
  test('before a token is changed, exactly the cases are named that then miss; the change can be undone', async () => {
    const page = await app.open('/signs/tokens')
    await (await page.waitForSelector('[data-token="color.plate"]'))!.click()
    expect(await page.$eval('[data-token="color.edge"]', (row) => row.textContent)).toContain('→ color.plate')
    await waitForText(page, '[data-testid=token]', /sign\.css:1/)
    await fillIn(page, 'Value in day', '#670000')
    await waitForText(page, '[data-expected=sign]', /rule 1, 6 cases|rule 1, 4 cases/)
    await (await page.waitForSelector('[data-testid=effects] p button.control'))!.click()
    await page.waitForSelector('[data-testid=trial]')
    const named = await page.$$eval('[data-miss]', (rows) => rows.map((row) => row.getAttribute('data-miss')!))
    expect(named.sort()).toEqual(['sign|size=large,kind=painted', 'sign|size=small,kind=painted'])
    await press(page, 'button', 'Save')
    await page.waitForSelector('button[aria-label^="Undo color.plate"]')
    const { tokens } = await get<{ tokens: { path: string; cells: { css: string }[] }[] }>(
      page,
      '/api/libraries/signs/tokens',
    )
    expect(tokens.map(({ path, cells }) => [path, ...cells.map(({ css }) => css)])).toEqual([
      ['color.plate', '#670000', '#cc0000'],
      ['color.edge', '#670000', '#cc0000'],
    ])
    await page.goto(`${app.address}/signs/sign/matrix`, { waitUntil: 'load' })
    const { marks } = await verify(page, 'sign')
    expect(
      marks
        .filter(([, mark]) => mark === 'misses')
        .map(([key]) => `sign|${key}`)
        .sort(),
    ).toEqual(named)
    await page.goto(`${app.address}/signs/tokens`, { waitUntil: 'load' })
    await (await page.waitForSelector('button[aria-label^="Undo color.plate"]:not(:disabled)'))!.click()
    await waitForText(page, '[data-token="color.plate"]', /#660000/)
    // What Brelt does not know in the file is still there, as it was written.
    const { text } = await get<{ text: string }>(page, '/api/libraries/signs/files?path=tokens/base.tokens.json')
    expect(text).toBe(FILES['tokens/base.tokens.json'])
    await page.close()
  })

  thorough('what a type does not take, and what would break others, is refused with the reason', async () => {
    const page = await app.open('/signs/tokens')
    await (await page.waitForSelector('[data-token="color.plate"]'))!.click()
    await fillIn(page, 'Value in day', 'reddish')
    await waitForText(page, '[data-testid=token]', /Expected a colour/)
    await fillIn(page, 'Value in day', '{color.edge}')
    await press(page, 'button', 'Save')
    await waitForText(page, '[data-testid=token] [role=alert]', /color\.plate.*color\.edge|cycle|leads back/i)
    await page.close()
  })
})
