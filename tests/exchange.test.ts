import { cpSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { strToU8, unzipSync, zipSync } from 'fflate'
import { startApp, type App } from './support/app'

let app: App
const scratch = mkdtempSync(join(tmpdir(), 'brelt-exchange-'))
beforeAll(async () => {
  app = await startApp()
}, 60_000)
afterAll(async () => {
  await app.close()
  rmSync(scratch, { recursive: true, force: true })
})

describe('libraries in and out', () => {
  test('export and import are the identity, byte for byte', async () => {
    const out = join(scratch, 'out')
    app.command('export', 'firnline', out)
    const other = join(scratch, 'copy')
    cpSync(out, other, { recursive: true })
    const home = process.env.BRELT_HOME ?? process.cwd()
    for (const path of [
      'library.yaml',
      'fonts/figtree.woff2',
      'components/hut-card/hut-card.sheet.yaml',
      'components/kit-chips/kit-chips.tsx',
    ])
      expect(readFileSync(join(other, path)).equals(readFileSync(join(home, 'demo/firnline', path)))).toBe(true)
    const page = await app.open('/firnline')
    const zip = async () => {
      const bytes = await page.evaluate(async () => [
        ...new Uint8Array(await (await fetch('/api/libraries/firnline/export')).arrayBuffer()),
      ])
      return Buffer.from(bytes)
    }
    const before = unzipSync(await zip())
    const answer = await page.evaluate(
      async (bytes) => {
        const response = await fetch('/api/libraries?name=firnline.zip', {
          method: 'POST',
          body: new Uint8Array(bytes),
        })
        return { status: response.status, body: (await response.json()) as { id: string } }
      },
      [...(await zip())],
    )
    expect(answer).toMatchObject({ status: 200, body: { id: 'firnline' } })
    const after = unzipSync(await zip())
    expect(Object.keys(after)).toEqual(Object.keys(before))
    for (const [path, bytes] of Object.entries(before))
      expect(Buffer.from(after[path]!).equals(Buffer.from(bytes))).toBe(true)
    await page.close()
  }, 60_000)

  test.each<[string, Record<string, string>, RegExp]>([
    [
      'an entry that leaves the folder',
      { '../evil.css': 'x', 'library.yaml': 'library: 1\nname: Evil' },
      /"\.\.\/evil\.css" leaves the folder/,
    ],
    [
      'a YAML alias bomb',
      {
        'library.yaml': 'library: 1\nname: Bomb',
        'c/b/b.sheet.yaml': `a: &a [x,x,x,x,x,x,x,x,x]\n${[...'bcdefghi']
          .map(
            (name, at) =>
              `${name}: &${name} [${Array(9)
                .fill('*' + 'abcdefgh'[at])
                .join(',')}]`,
          )
          .join('\n')}\n`,
      },
      /b\.sheet\.yaml:\d+:\d+: too many or unresolved YAML aliases/,
    ],
    ['no library', { 'a.txt': 'x' }, /holds no library\.yaml/],
  ])('%s is refused with a clear message', async (_, files, message) => {
    const bytes = [...zipSync(Object.fromEntries(Object.entries(files).map(([path, text]) => [path, strToU8(text)])))]
    const page = await app.open('/firnline')
    const answer = await page.evaluate(async (body) => {
      const response = await fetch('/api/libraries?name=up.zip', { method: 'POST', body: new Uint8Array(body) })
      return { status: response.status, problem: ((await response.json()) as { problem: string }).problem }
    }, bytes)
    expect(answer.status).toBe(422)
    expect(answer.problem).toMatch(message)
    await page.close()
  })
})
