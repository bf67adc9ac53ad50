import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { parse } from 'yaml'
import { press, startApp, waitForText, type App } from '../support/app'

const scratch = mkdtempSync(join(tmpdir(), 'brelt-proposed-'))
let app: App
beforeAll(async () => {
  const folder = join(scratch, 'huts')
  mkdirSync(join(folder, 'components/peg'), { recursive: true })
  const write = (path: string, text: string) => writeFileSync(join(folder, path), text)
  write('library.yaml', 'library: 1\nname: Huts\n')
  write(
    'components/peg/peg.sheet.yaml',
    `sheet: 1
name: Peg
source: { kind: react, module: peg.tsx, styles: [peg.css] }
parts: { root: .peg }
slots: { sign: { accepts: [pin], default: pin } }
axes: { state: { of: state, values: { rest: {}, hover: { pseudo: [hover] } } } }
`,
  )
  write(
    'components/peg/peg.tsx',
    `const Row = ({ of }) => <li className="peg__row"><span>{of}</span><button type="button" aria-label="Take">×</button></li>
export default function Peg({ sign }) {
  return <section className="peg"><div><h3>Coats</h3></div>{sign}<ul role="list">{['Red', 'Blue'].map((of) => <Row key={of} of={of} />)}</ul></section>
}
`,
  )
  write('components/peg/peg.css', '.peg__row::before { content: "·" } .peg { width: 200px }')
  mkdirSync(join(folder, 'components/pin'), { recursive: true })
  write(
    'components/pin/pin.sheet.yaml',
    'sheet: 1\nname: Pin\nsource: { kind: react, module: pin.tsx }\nparts: { root: .pin }\n',
  )
  write('components/pin/pin.tsx', 'export default () => <em className="pin"><i className="pin__point" /></em>\n')
  app = await startApp([folder])
})
afterAll(async () => {
  await app.close()
  rmSync(scratch, { recursive: true, force: true })
})

test('parts of a React component are proposed from what it renders, and taken one by one or all at once', async () => {
  const page = await app.open('/huts/peg/define')
  const proposed = () =>
    page.$$eval('[data-testid="proposed-parts"] button[aria-label]', (all) =>
      all.map((each) => each.getAttribute('aria-label')),
    )
  await waitForText(page, '[data-testid="proposed-parts"] summary', /: 5$/)
  // Alike ones once, bare wrappers and what stands in a slot not at all.
  expect(await proposed()).toEqual([
    'Add .peg > div > h3 as heading',
    'Add [role="list"] as list',
    'Add .peg__row as row',
    'Add .peg__row::before as row-before',
    'Add .peg__row > button as button',
  ])
  await page.locator('[aria-label="Add .peg__row > button as button"]').click()
  await page.waitForSelector('[data-part="button"]')
  await waitForText(page, '[data-testid="proposed-parts"] summary', /: 4$/)
  await press(page, 'button', 'Add all')
  await page.waitForFunction(() => !document.querySelector('[data-testid="proposed-parts"]'))
  await page.waitForSelector('[data-status="saved"]')
  const text = await page.evaluate(async () => {
    const { file, texts } = (await (await fetch('/api/libraries/huts/components/peg/define')).json()) as {
      file: string
      texts: Record<string, string>
    }
    return texts[file]!
  })
  expect((parse(text) as { parts: unknown }).parts).toEqual({
    root: '.peg',
    button: '.peg__row > button',
    heading: '.peg > div > h3',
    list: '[role="list"]',
    row: '.peg__row',
    'row-before': { select: '.peg__row', pseudo: '::before' },
  })
  await page.close()
})
