import { readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Browser } from 'puppeteer-core'
import type * as Tailwind from 'tailwindcss'
import { openFolder } from '@/source'
import { compareFolder, printDifference } from '../proofs/oracle/compare'
import { Oracle } from '../proofs/oracle/Oracle'
import { verifyTree } from '../support/library'
import { engineBrowser } from '../support/browsers'

const FOLDER = join(process.cwd(), 'tests', 'foreign')
let oracle: Promise<Browser> | undefined
afterAll(async () => (await oracle)?.close())

/** Writes the utility classes that a module names, as the team's own build would. */
async function buildTailwind() {
  const require = createRequire(join(FOLDER, 'package.json'))
  const { compile } = (await import(require.resolve('tailwindcss'))) as typeof Tailwind
  const home = dirname(require.resolve('tailwindcss/package.json'))
  const { build } = await compile('@import "tailwindcss";', {
    loadStylesheet: (id, base) => {
      const path = id === 'tailwindcss' ? join(home, 'index.css') : join(base, id)
      return Promise.resolve({ path, base: dirname(path), content: readFileSync(path, 'utf8') })
    },
  })
  const words = readFileSync(join(FOLDER, 'tailwind', 'sled-button.tsx'), 'utf8').match(/[^\s'"`]+/g)!
  writeFileSync(join(FOLDER, 'tailwind', 'tailwind.css'), build(words))
}

beforeAll(buildTailwind)

// Their packages are hoisted to the folder above.
describe.each(['lit', 'emotion', 'headless', 'tailwind'])('components on %s', (name) => {
  const folder = join(FOLDER, name)

  test('hold what their sheets say, all read', async () => {
    const { report } = await verifyTree(await engineBrowser(), openFolder(folder))
    expect(report.components.flatMap(({ findings }) => findings.map(({ message }) => message))).toEqual([])
    expect(report.totals).toMatchObject({ misses: 0, unread: 0, scenarios: { misses: 0, unread: 0, unsteady: 0 } })
  }, 120_000)

  test('are read as a plain document shows them', async () => {
    const browsers = { brelt: await engineBrowser(), oracle: await (oracle ??= Oracle.launch()) }
    const { compared, differences } = await compareFolder(browsers, folder, { modules: FOLDER })
    expect(differences.map(printDifference)).toEqual([])
    expect(compared).toBeGreaterThan(40)
  }, 300_000)
})
