import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { cli } from '../support/cli'
import { thorough } from '../support/extent'
import type { ElementHandle, Page } from 'puppeteer-core'
import { BELLS } from '../support/bells'
import { press, stageFrames, startApp, waitForText, type App } from '../support/app'
import { removeRepository, writeRepository } from '../support/repository'
import { until } from '../support/until'

const made: string[] = []
const repository = () => {
  const root = writeRepository(BELLS, 'bells')
  made.push(root)
  return root
}
afterAll(() => made.forEach(removeRepository))

const brelt = async (cwd: string, ...given: string[]) => {
  const { status, stdout, stderr } = await cli(given, { cwd })
  return { status, text: stdout + stderr }
}

describe('brelt init', () => {
  test('proposes, and writes nothing before it is agreed to', async () => {
    const root = repository()
    const { status, text } = await brelt(root, 'init')
    expect({ status, text }).toEqual({ status: 0, text: expect.stringContaining('Nothing was written') })
    expect(text).toMatch(/Components: 1\n\s+bell\s+src\/bell\.tsx; axes tone, interaction/)
    expect(text).toMatch(
      /Styles of all components\n\s+src\/styles\/base\.css\nTokens\n\s+tokens\/hut\.tokens\.json\s+1 token/,
    )
    expect(existsSync(join(root, 'library.yaml'))).toBe(false)
  })

  test('from a repository without our files to a caught defect', async () => {
    const root = repository()
    expect(await brelt(root, 'init', '--yes')).toMatchObject({
      status: 0,
      text: expect.stringContaining('2 files written'),
    })
    expect(readFileSync(join(root, 'library.yaml'), 'utf8')).toBe(
      'library: 1\nname: Hut bells\ntokens: [tokens/hut.tokens.json]\nstyles: [src/styles/base.css]\n',
    )
    expect(await brelt(root, 'draft', '.', 'bell', '--write', '--trust-config')).toMatchObject({ status: 0 })
    const spec = readFileSync(join(root, 'src/bell.sheet.yaml'), 'utf8')
    expect(spec).toMatch(/color: "?\{color\.pine\}"?/)
    expect(await brelt(root, 'verify', '.', '--trust-config')).toMatchObject({
      status: 0,
      text: expect.stringMatching(/, 0 miss/),
    })
    const css = join(root, 'src/bell.css')
    writeFileSync(css, readFileSync(css, 'utf8').replace('font-weight: 700', 'font-weight: 600'))
    const caught = await brelt(root, 'verify', '.', '--trust-config')
    expect(caught.status).toBe(1)
    expect(caught.text).toMatch(/root · font-weight {2}expected 700, read 600[\s\S]*font-weight: 600 {2}bell\.css:2/)
    expect(await brelt(root, 'init')).toMatchObject({ status: 2, text: expect.stringContaining('a library already') })
  })
})

describe('in the application', () => {
  let app: App
  beforeAll(async () => {
    app = await startApp()
  })
  afterAll(() => app.close())

  const search = async (page: Page, folder: string) => {
    await press(page, 'tab', 'A repository')
    await page.type('[aria-label="Folder of the repository"]', folder)
    await press(page, 'button', 'Search')
  }

  test('a repository is taken in, asked about its build of styles once, and gets a component that imports a package', async () => {
    const root = repository()
    const page = await app.open('/firnline/bring-in')
    await search(page, root)
    await waitForText(page, '[aria-label="What was found"]', /1 component[\s\S]*bell[\s\S]*src\/bell\.tsx/)
    expect(existsSync(join(root, 'library.yaml'))).toBe(false)
    await press(page, 'button', 'Write library.yaml and 1 sheet, and link')
    await page.waitForFunction(() => location.pathname === '/hut-bells')
    await waitForText(page, '[aria-label="Build of styles"]', /postcss\.config\.mjs/)
    await press(page, 'button', 'Run it')
    await page.waitForFunction(() => !document.querySelector('[aria-label="Build of styles"]'))
    const widths = () =>
      Promise.all(
        stageFrames(page).map((frame) =>
          frame
            .evaluate(() => {
              const bell = document.querySelector('brelt-case')?.shadowRoot?.querySelector('.bell')
              return bell ? getComputedStyle(bell).width : ''
            })
            // A frame that is being loaded has nothing to show yet.
            .catch(() => ''),
        ),
      )
    expect(await until(widths, (now) => now.includes('120px'))).toEqual(['120px'])
    await page.goto(`${app.address}/hut-bells/bring-in`, { waitUntil: 'load' })
    expect(await page.$('[aria-label="Build of styles"]')).toBeNull()
    await press(page, 'tab', 'Files, a folder or a zip')
    const file = join(root, '..', 'sign.tsx')
    const code = "import { joined } from 'joined'\nexport const Sign = () => <p className={joined('a', 'b')}>Hut</p>"
    writeFileSync(file, code)
    const input = await page.waitForSelector('[aria-label="Files to bring in"]')
    await (input as ElementHandle<HTMLInputElement>).uploadFile(file)
    await page.waitForSelector('[data-proposal="sign"] iframe')
    await press(page, 'button', 'Make this component')
    await page.waitForFunction(() => location.pathname === '/hut-bells/sign/define')
    expect(existsSync(join(root, 'components/sign/sign.sheet.yaml'))).toBe(true)
    await page.close()
  })

  thorough('a folder that is a library already is linked, and one that is not there is told', async () => {
    const root = repository()
    writeFileSync(join(root, 'library.yaml'), 'library: 1\nname: Ready\n')
    const page = await app.open('/firnline/bring-in')
    await search(page, join(root, 'nowhere'))
    await waitForText(page, '[role=alert]', /there is no such folder/)
    await page.$eval('[aria-label="Folder of the repository"]', (field) => (field as HTMLInputElement).select())
    await page.type('[aria-label="Folder of the repository"]', root)
    await press(page, 'button', 'Search')
    await press(page, 'button', 'Link to this folder')
    await page.waitForFunction(() => location.pathname === '/ready')
    await page.close()
  })
})
