import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { strToU8, unzipSync, zipSync } from 'fflate'
import { press, startApp, waitForText, type App } from '../support/app'

let app: App
const scratch = mkdtempSync(join(tmpdir(), 'brelt-exchange-'))
beforeAll(async () => {
  app = await startApp()
})
afterAll(async () => {
  await app.close()
  rmSync(scratch, { recursive: true, force: true })
})

const zipOf = (files: Record<string, string>) =>
  zipSync(Object.fromEntries(Object.entries(files).map(([path, text]) => [path, strToU8(text)])))

/** Brings a zip in, as the page does. */
async function upload(name: string, zip: Uint8Array) {
  const answer = await fetch(`${app.address}/api/libraries?name=${name}`, { method: 'POST', body: new Uint8Array(zip) })
  return { status: answer.status, body: (await answer.json()) as { id?: string; problem?: string } }
}

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
    const zip = async () =>
      new Uint8Array(await (await fetch(`${app.address}/api/libraries/firnline/export`)).arrayBuffer())
    const before = unzipSync(await zip())
    expect(await upload('firnline.zip', await zip())).toMatchObject({ status: 200, body: { id: 'firnline' } })
    const after = unzipSync(await zip())
    expect(Object.keys(after)).toEqual(Object.keys(before))
    const isSame = ([path, bytes]: [string, Uint8Array]) => Buffer.from(after[path]!).equals(Buffer.from(bytes))
    expect(Object.entries(before).filter((entry) => !isSame(entry))).toEqual([])
  })

  test('a zip whose name another library has asks what to do', async () => {
    const file = join(scratch, 'bells.zip')
    const bells = (about: string) =>
      zipOf({
        'library.yaml': 'library: 1\nname: Bells\n',
        'components/bell/bell.sheet.yaml': `sheet: 1\nname: Bell\nabout: ${about}\nsource: { kind: markup, markup: bell.liquid }\n`,
        'components/bell/bell.liquid': '<b>Bell</b>',
      })
    const page = await app.open('/api/health')
    const bring = async (about: string) => {
      writeFileSync(file, bells(about))
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

  test('a YAML alias bomb is taken in as a sheet that cannot be read, and costs nothing else', async () => {
    const bomb = [...'bcdefghi'].map((name, at) => {
      const aliases = Array(9).fill('*' + 'abcdefgh'[at])
      return `${name}: &${name} [${aliases.join(',')}]`
    })
    await upload(
      'up.zip',
      zipOf({
        'library.yaml': 'library: 1\nname: Bomb',
        'c/b/b.sheet.yaml': `a: &a [x,x,x,x,x,x,x,x,x]\n${bomb.join('\n')}\n`,
      }),
    )
    const answer = await fetch(`${app.address}/api/libraries/bomb/components/b/define`)
    const { preview } = (await answer.json()) as { preview: { problems: { message: string }[] } }
    expect(preview.problems.map(({ message }) => message)).toEqual([
      expect.stringMatching(/^too many or unresolved YAML aliases/),
    ])
  })

  test.each<[string, Record<string, string>, RegExp]>([
    [
      'an entry that leaves the folder',
      { '../evil.css': 'x', 'library.yaml': 'library: 1\nname: Evil' },
      /"\.\.\/evil\.css" leaves the folder/,
    ],
    ['no library', { 'a.txt': 'x' }, /holds no library\.yaml/],
  ])('%s is refused with a clear message', async (_, files, message) => {
    const { status, body } = await upload('up.zip', zipOf(files))
    expect([status, body.problem]).toEqual([422, expect.stringMatching(message)])
  })
})
