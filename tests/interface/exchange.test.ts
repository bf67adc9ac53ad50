import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { strToU8, unzipSync, zipSync } from 'fflate'
import { press, startApp, waitForText, type App } from '../support/app'
import { thorough } from '../support/extent'

let app: App
const scratch = mkdtempSync(join(tmpdir(), 'brelt-exchange-'))
beforeAll(async () => {
  app = await startApp()
})
afterAll(async () => {
  await app.close()
  rmSync(scratch, { recursive: true, force: true })
})

describe('libraries in and out', () => {
  test('export and import are the identity, byte for byte', async () => {
    const out = join(scratch, 'out')
    await app.command('export', 'firnline', out)
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
  })

  test('a zip whose name another library has asks what to do', async () => {
    const file = join(scratch, 'bells.zip')
    const zipOf = (about: string) =>
      zipSync({
        'library.yaml': strToU8('library: 1\nname: Bells\n'),
        'components/bell/bell.sheet.yaml': strToU8(
          `sheet: 1\nname: Bell\nabout: ${about}\nsource: { kind: markup, markup: bell.liquid }\n`,
        ),
        'components/bell/bell.liquid': strToU8('<b>Bell</b>'),
      })
    const page = await app.open('/firnline/bring-in')
    const bring = async (about: string) => {
      writeFileSync(file, zipOf(about))
      await page.goto(`${app.address}/firnline/bring-in`)
      await press(page, 'tab', 'Files, a folder or a zip')
      const input = await page.waitForSelector('input[aria-label="Files to bring in"]')
      await (input as unknown as { uploadFile(path: string): Promise<void> }).uploadFile(file)
    }
    const arrives = (path: string) => page.waitForFunction((at: string) => location.pathname === at, {}, path)
    await bring('one')
    await arrives('/bells')
    await bring('two')
    await waitForText(page, '[role=dialog]', /There is a library “Bells” already/)
    await press(page, 'button', 'Cancel')
    await page.waitForSelector('[role=dialog]', { hidden: true })
    expect(new URL(page.url()).pathname).toBe('/firnline/bring-in')
    await bring('two')
    await press(page, 'button', 'Add as a new library')
    await arrives('/bells-2')
    await bring('three')
    await press(page, 'button', 'Bring in as a new state')
    await arrives('/bells')
    const out = join(scratch, 'bells')
    await app.command('export', 'bells', out)
    expect(readFileSync(join(out, 'components/bell/bell.sheet.yaml'), 'utf8')).toContain('about: three')
    await app.command('export', 'bells-2', `${out}-2`)
    expect(readFileSync(join(`${out}-2`, 'components/bell/bell.sheet.yaml'), 'utf8')).toContain('about: two')
    await page.close()
  })

  thorough('a YAML alias bomb is taken in as a sheet that cannot be read, and costs nothing else', async () => {
    const bomb = [...'bcdefghi'].map((name, at) => {
      const aliases = Array(9).fill('*' + 'abcdefgh'[at])
      return `${name}: &${name} [${aliases.join(',')}]`
    })
    const files = {
      'library.yaml': 'library: 1\nname: Bomb',
      'c/b/b.sheet.yaml': `a: &a [x,x,x,x,x,x,x,x,x]\n${bomb.join('\n')}\n`,
    }
    const page = await app.open('/firnline')
    const problems = await page.evaluate(
      async (body) => {
        await fetch('/api/libraries?name=up.zip', { method: 'POST', body: new Uint8Array(body) })
        const answer = await fetch('/api/libraries/bomb/components/b/define')
        return ((await answer.json()) as { preview: { problems: { message: string }[] } }).preview.problems
      },
      [...zipSync(Object.fromEntries(Object.entries(files).map(([path, text]) => [path, strToU8(text)])))],
    )
    expect(problems.map(({ message }) => message)).toEqual([
      expect.stringMatching(/^too many or unresolved YAML aliases/),
    ])
    await page.close()
  })

  test.each<[string, Record<string, string>, RegExp]>([
    [
      'an entry that leaves the folder',
      { '../evil.css': 'x', 'library.yaml': 'library: 1\nname: Evil' },
      /"\.\.\/evil\.css" leaves the folder/,
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
