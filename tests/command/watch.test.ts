import { spawn, type ChildProcess } from 'node:child_process'
import { readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterEach, expect, test } from '@jest/globals'
import { repositories } from '../support/repository'

const repository = repositories({ afterEach })
let child: ChildProcess | undefined
afterEach(() => void child?.kill('SIGKILL'))

const FILES = {
  'library.yaml': 'library: 1\nname: Huts\n',
  ...Object.fromEntries(
    ['lamp', 'stove'].flatMap((slug) => [
      [
        `components/${slug}/${slug}.sheet.yaml`,
        `sheet: 1\nname: ${slug}\nsource: { kind: markup, markup: ${slug}.liquid, styles: [${slug}.css] }\nparts: { root: .${slug} }\nspec: [{ expect: { root: { width: 20px } } }]\n`,
      ],
      [`components/${slug}/${slug}.liquid`, `<p class="${slug}">x</p>`],
      [`components/${slug}/${slug}.css`, `.${slug} { width: 20px }\n`],
    ]),
  ),
}

test('what became different is told after each change, what is wrong too, until it is stopped', async () => {
  const folder = repository(FILES)
  const program = join(process.cwd(), 'bin', 'brelt.mjs')
  child = spawn(process.execPath, [program, 'verify', folder, '--watch'], { stdio: ['ignore', 'pipe', 'pipe'] })
  let told = ''
  const listeners = new Set<() => void>()
  child.stdout!.on('data', (text: Buffer) => {
    told += text.toString()
    for (const each of listeners) each()
  })
  /** What is told from now on, up to where it waits again. */
  const next = (work: () => void = () => {}) => {
    told = ''
    const done = new Promise<string>((settle) => {
      const look = () => {
        if (!told.includes('Watching. Stop with Ctrl C.')) return
        listeners.delete(look)
        settle(told)
      }
      listeners.add(look)
    })
    work()
    return done
  }
  const file = (path: string) => join(folder, 'components', path)
  const write = (path: string, from: string, to: string) =>
    writeFileSync(file(path), readFileSync(file(path), 'utf8').replace(from, to))

  expect(await next()).toContain('Huts: 2 cases, 2 readings, 2 hold')
  const worse = await next(() => write('lamp/lamp.css', '20px', '21px'))
  expect(worse).toMatch(/new +lamp +width of root is 21px, expected 20px/)
  expect(worse).not.toContain('stove')
  expect(await next(() => write('lamp/lamp.css', '21px', '22px'))).toMatch(/other lamp +width of root is 22px/)
  expect(await next(() => write('stove/stove.css', '{', '{ /* warm */'))).toContain('Nothing became different')
  const broken = await next(() => write('stove/stove.sheet.yaml', 'spec:', 'spek:'))
  expect(broken).toContain('unknown key "spek"')
  expect(await next(() => write('stove/stove.sheet.yaml', 'spek:', 'spec:'))).toContain('Nothing became different')
  expect(await next(() => write('lamp/lamp.css', '22px', '20px'))).toMatch(/gone +lamp +width of root is 22px/)
  const gone = await next(() => rmSync(file('stove'), { recursive: true }))
  expect(gone).toMatch(/gone +stove +the component/)

  const ended = new Promise<number | null>((done) => child!.on('exit', done))
  child.kill('SIGINT')
  expect(await ended).toBe(0)
})
