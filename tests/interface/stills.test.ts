import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { boardFrame, startApp, type App } from '../support/app'
import { thorough } from '../support/extent'

const folder = mkdtempSync(join(tmpdir(), 'brelt-stills-'))
mkdirSync(join(folder, 'components/hatch'), { recursive: true })
const put = (path: string, text: string) => writeFileSync(join(folder, path), text)
put(
  'library.yaml',
  'library: 1\nname: Hatches\ncontexts: { forced-colors: [none, active], viewport-width: [960px, 320px] }\n',
)
put('components/hatch/hatch.liquid', '<div class="hatch"><button>Open</button></div>')
put(
  'components/hatch/hatch.css',
  '.hatch { width: 80px; height: 40px; background: rgb(9 99 199) } @media (max-width: 400px) { .hatch { height: 60px } }',
)
put(
  'components/hatch/hatch.sheet.yaml',
  `sheet: 1
name: Hatch
source: { kind: markup, markup: hatch.liquid, styles: [hatch.css] }
contexts: { forced-colors: all, viewport-width: all }
parts: { root: .hatch, button: button, lid: .lid }
axes:
  open:
    of: state
    values:
      no: {}
      yes: { steps: [{ click: button }, { click: lid }] }
spec:
  - expect: { root: { width: 80px } }
`,
)

let app: App
beforeAll(async () => {
  app = await startApp([folder])
})
afterAll(async () => {
  await app.close()
  rmSync(folder, { recursive: true })
})

describe('cases that are reached by steps, in the matrix', () => {
  test('an open list is seen open, in its cell and in the reading card', async () => {
    const page = await app.open('/firnline/hut-picker')
    const cell = await page.waitForSelector('[data-still=drawn] img')
    // Open, it takes up more than the button: the list with it.
    const seen = await cell!.evaluate(async (img) => {
      const image = img as HTMLImageElement
      await image.decode()
      const { height: box } = image.parentElement!.getBoundingClientRect()
      const scale = new DOMMatrix(getComputedStyle(image).transform).a
      return { width: image.naturalWidth, shown: box / scale }
    })
    expect(seen.width).toBe(960)
    expect(seen.shown).toBeGreaterThan(200)
    await page.locator('[data-case*="open=open"]').click()
    await page.waitForSelector('[data-testid=card] [data-still=drawn] img')
    expect(await page.$$('[data-case*="open=closed"] ~ [data-still]')).toEqual([])
  })

  thorough('what cannot be brought about says why', async () => {
    const page = await app.open('/hatches/hatch')
    const told = await page.waitForSelector('[data-still=failed]')
    expect(await told!.evaluate((each) => each.textContent)).toMatch(/It could not be taken: .*click lid.*/)
  })

  thorough('a case with forced colours is a picture, and one in a narrow window is drawn as there', async () => {
    const page = await app.open('/hatches/hatch?hold=forced-colors:active.viewport-width:960px')
    const img = await page.waitForSelector('[data-still=drawn] img')
    const colour = await img!.evaluate(async (each) => {
      const image = each as HTMLImageElement
      await image.decode()
      const canvas = new OffscreenCanvas(image.naturalWidth, image.naturalHeight).getContext('2d')!
      canvas.drawImage(image, 0, 0)
      // In the middle of the component, beside its button.
      return [...canvas.getImageData(24 + 70, 24 + 30, 1, 1).data]
    })
    expect(colour).not.toEqual([9, 99, 199, 255])
    const narrow = await app.open('/hatches/hatch?hold=forced-colors:none.viewport-width:320px')
    const height = async (shown: typeof page) =>
      (await boardFrame(shown)).$eval(
        'brelt-case',
        (each) => (each.shadowRoot ?? each).querySelector('.hatch')!.getBoundingClientRect().height,
      )
    expect(await height(narrow)).toBe(60)
    expect(await height(await app.open('/hatches/hatch'))).toBe(40)
  })

  test('a matrix over breakpoints: one width is live, the others are pictures', async () => {
    const page = await app.open('/hatches/hatch?hold=forced-colors:none.open:no&across=viewport-width')
    await boardFrame(page)
    await page.waitForSelector('[data-case*="viewport-width=320px"]')
    expect(await page.$$eval('[data-case]', (all) => all.map((each) => each.getAttribute('data-case')))).toEqual([
      'open=no',
      'open=no@viewport-width=320px',
    ])
    const image = await page.waitForSelector('[data-still=drawn] img')
    expect(await image!.evaluate((img) => img.getAttribute('width'))).toBe('320')
    expect(await page.$$('[data-still]')).toHaveLength(1)
    await page.close()
  })
})
