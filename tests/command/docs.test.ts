import { spawnSync } from 'node:child_process'
import {
  chmodSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  existsSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { afterAll, describe, expect, test } from '@jest/globals'

const scratch = mkdtempSync(join(tmpdir(), 'brelt-docs-'))
afterAll(() => rmSync(scratch, { recursive: true, force: true }))

interface Command {
  script: string
  status: number
  /** Undefined where the page shows none. */
  output?: string
}

/** The commands that a page tells to run, with what it says that they print. */
function commandsOf(markdown: string): Command[] {
  const commands: Command[] = []
  for (const [, kind, text] of markdown.matchAll(/^```(sh run(?: exit \d)?|text output)\n([\s\S]*?)^```$/gm)) {
    if (kind === 'text output') commands.at(-1)!.output = text!
    else commands.push({ script: text!, status: Number(/exit (\d)/.exec(kind!)?.[1] ?? 0) })
  }
  return commands
}

const escape = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

/** `…` alone on a line stands for any lines, inside a line for anything on it. */
const patternOf = (output: string) =>
  new RegExp(
    '^' +
      output
        .trimEnd()
        .split('\n')
        .map((line) => (line === '…' ? '(?:.*\\n)*?.*' : line.split('…').map(escape).join('.*')))
        .join('\\n') +
      '\\n*$',
  )

test('docs/getting-started.md, followed to the letter, prints what it says', () => {
  const bin = join(scratch, 'bin')
  mkdirSync(bin)
  writeFileSync(
    join(bin, 'brelt'),
    `#!/bin/sh\nexec ${process.execPath} ${join(process.cwd(), 'bin', 'brelt.mjs')} "$@"\n`,
  )
  chmodSync(join(bin, 'brelt'), 0o755)
  const commands = commandsOf(readFileSync('docs/getting-started.md', 'utf8'))
  expect(commands.length).toBeGreaterThan(5)
  let folder = scratch
  for (const { script, status, output } of commands) {
    // Each goes on in the folder in which the one before it ended.
    const run = spawnSync('bash', ['-c', `set -e; ${script}\nstatus=$?; pwd > ${scratch}/pwd; exit $status`], {
      cwd: folder,
      encoding: 'utf8',
      env: { ...process.env, PATH: `${bin}:${process.env.PATH}`, NODE_OPTIONS: '' },
    })
    expect({ script, status: run.status, told: run.stderr }).toMatchObject({ script, status })
    if (output !== undefined) expect(run.stdout).toMatch(patternOf(output))
    if (status === 0) folder = readFileSync(join(scratch, 'pwd'), 'utf8').trim()
  }
})

test('the docs are published as a guide: every link leads somewhere', () => {
  const out = join(scratch, 'site')
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    ['bin/brelt.mjs', 'guide', 'docs', '--no-run', '--out', out],
    { encoding: 'utf8', env: { ...process.env, NODE_OPTIONS: '' } },
  )
  expect({ status, stderr }).toEqual({ status: 0, stderr: '' })
  const pages = readdirSync(out).filter((name) => name.startsWith('page-'))
  expect(stdout).toContain(`Brelt: ${pages.length + 1} pages`)
  const listed = readFileSync('docs/library.yaml', 'utf8').match(/^ {2}- .+\.md$/gm)!
  const written = readdirSync('docs', { recursive: true, encoding: 'utf8' }).filter((name) => name.endsWith('.md'))
  expect([listed.length, pages.length]).toEqual([written.length, written.length])
  const broken = pages.flatMap((name) =>
    [...readFileSync(join(out, name), 'utf8').matchAll(/(?:href|src)="([^"]+)"/g)]
      .map(([, target]) => target!)
      .filter((target) => !/^(data:|[a-z]+:)/.test(target))
      .filter((target) => {
        const [file = '', anchor] = target.split('#')
        const path = join(out, decodeURI(file) || name)
        return !existsSync(path) || (anchor !== undefined && !readFileSync(path, 'utf8').includes(`id="${anchor}"`))
      })
      .map((target) => `${name}: ${target}`),
  )
  expect(broken).toEqual([])
})

describe('links', () => {
  const pages = [
    'README.md',
    ...readdirSync('docs', { recursive: true, encoding: 'utf8' })
      .filter((name) => name.endsWith('.md'))
      .map((name) => join('docs', name)),
  ]
  test.each(pages)('%s leads to files that are there', (page) => {
    const links = [...readFileSync(page, 'utf8').matchAll(/\]\(([^)#:]+)(?:#[^)]*)?\)/g)].map((match) => match[1]!)
    expect(links.filter((link) => !existsSync(join(dirname(page), link)))).toEqual([])
  })
})
