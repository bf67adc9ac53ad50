import { spawn, spawnSync } from 'node:child_process'
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterEach, expect, test } from '@jest/globals'
import { cli } from '../support/cli'
import { times } from '../support/extent'
import sharp from 'sharp'
import { filesOf, readReferences } from '@/core/picture'
import { readFolder } from '@/source'
import { beginRepository, commitAll, gitIn } from '../support/git'
import { repositories } from '../support/repository'

const repository = repositories({ afterEach })

/** A component with three sizes of each of so many counts. */
const lampsWith = (counts: number) => ({
  'library.yaml': 'library: 1\nname: Huts\ntokens: [base.tokens.json]\n',
  'base.tokens.json': '{\n  "tone": { "$type": "color", "$value": "#c04020" }\n}\n',
  'components/lamp/lamp.sheet.yaml': `sheet: 1
name: Lamp
source: { kind: markup, markup: lamp.liquid, styles: [lamp.css] }
pictures: all
parts: { root: .lamp }
props: { count: { type: number, default: 1 } }
axes:
  size: [s, m, l]
  count: { of: variant, values: { ${Array.from({ length: counts }, (_, at) => `n${at}: { props: { count: ${at} } }`).join(', ')} } }
spec: [{ expect: { root: { display: block } } }]
`,
  'components/lamp/lamp.liquid': '<p class="lamp lamp--{{ props.size }}">Lamp {{ props.count }}</p>',
  'components/lamp/lamp.css':
    '.lamp { margin: 0; width: 80px; color: var(--tone) }\n.lamp--m { padding: 4px }\n.lamp--l { padding: 9px }\n',
})
const FILES = lampsWith(4)

const BRELT = join(process.cwd(), 'bin', 'brelt.mjs')
const brelt = (folder: string, ...given: string[]) => cli(given.toSpliced(1, 0, folder))
const write = (folder: string, path: string, text: string) => writeFileSync(join(folder, path), text)

test('approve, change, approve a group, take the change back: the group comes back', async () => {
  const folder = repository(FILES)
  beginRepository(folder)
  gitIn(folder, 'config', 'user.name', 'Warden')
  const fresh = await brelt(folder, 'verify', '--pictures')
  expect(fresh.status).toBe(1)
  expect(fresh.stdout).toContain('12 new pictures, not approved:')
  expect(await brelt(folder, 'approve', '--note', 'As drawn')).toMatchObject({
    status: 0,
    stdout: 'lamp: 12 pictures approved\n',
  })
  const index = () => readFileSync(join(folder, 'references', 'lamp.yaml'), 'utf8')
  // In quotes where all twelve signs are digits, as YAML has it.
  expect(index()).toMatch(new RegExp(`in: "?${gitIn(folder, 'rev-parse', 'HEAD').slice(0, 12)}\\b`))
  expect(index()).toContain('by: Warden')
  expect(index()).toContain('note: As drawn')
  expect(await brelt(folder, 'verify', '--pictures')).toMatchObject({ status: 0 })
  commitAll(folder, 'Approve')

  write(folder, 'base.tokens.json', FILES['base.tokens.json'].replace('#c04020', '#2040c0'))
  const changed = await brelt(folder, 'verify', '--pictures')
  expect(changed.status).toBe(1)
  expect(changed.stdout).toMatch(/12 pictures changed group 1\n +tone: #c04020 → #2040c0 {2}\S*base\.tokens\.json:2/)
  expect((await brelt(folder, 'approve', '--group', '1')).stderr).toContain('name one')
  expect((await brelt(folder, 'approve', '--component', 'lamp', '--group', '2')).stderr).toContain(
    'there is no group 2',
  )
  expect((await brelt(folder, 'approve', '--case', 'size=xl')).stderr).toContain(
    'there is no picture of a case "size=xl"',
  )
  expect((await brelt(folder, 'approve', '--component', 'lamp', '--group', '1')).stdout).toBe(
    'lamp: 12 pictures approved\n',
  )
  expect(await brelt(folder, 'verify', '--pictures')).toMatchObject({ status: 0 })
  expect((await brelt(folder, 'approve')).stdout).toBe('There is nothing to approve.\n')

  // The style is as it was, the approved pictures are not.
  gitIn(folder, 'checkout', 'base.tokens.json')
  const back = await brelt(folder, 'verify', '--pictures')
  expect(back.status).toBe(1)
  expect(back.stdout).toMatch(/12 pictures changed group 1\n +tone: #2040c0 → #c04020/)
  gitIn(folder, 'checkout', '.')
  expect(await brelt(folder, 'verify', '--pictures')).toMatchObject({ status: 0 })
})

test('on another rig, with another scale or other fonts, nothing is changed: it is told apart, and kept beside', async () => {
  const folder = repository(FILES)
  await brelt(folder, 'approve')
  const index = () => readFileSync(join(folder, 'references', 'lamp.yaml'), 'utf8')
  const rigs = () => new Set([...index().matchAll(/rig: ([^,]+),/g)].map(([, rig]) => rig))
  const elsewhere = {
    status: 0,
    stdout: expect.stringContaining('0 pictures the same, 12 approved for another rig only') as unknown,
  }
  write(folder, 'library.yaml', `${FILES['library.yaml']}viewport: { scale: 2 }\n`)
  expect(await brelt(folder, 'verify', '--pictures')).toMatchObject(elsewhere)
  expect((await brelt(folder, 'approve')).stdout).toBe('There is nothing to approve.\n')
  expect((await brelt(folder, 'approve', '--rig')).stdout).toBe('lamp: 12 pictures approved\n')
  expect((await brelt(folder, 'verify', '--pictures')).stdout).toContain('12 pictures the same')
  write(folder, 'library.yaml', FILES['library.yaml'])
  expect((await brelt(folder, 'verify', '--pictures')).stdout).toContain('12 pictures the same')
  expect([...rigs()].map((rig) => rig!.slice(-2)).sort()).toEqual(['1x', '2x'])

  // No font is installed here.
  const fonts = join(folder, 'fonts.conf')
  write(folder, 'fonts.conf', `<?xml version="1.0"?><fontconfig><cachedir>${folder}/.fonts</cachedir></fontconfig>`)
  // Which fonts there are is asked once a process.
  const { status, stdout } = spawnSync(process.execPath, [BRELT, 'verify', folder, '--pictures'], {
    encoding: 'utf8',
    env: { ...process.env, FONTCONFIG_FILE: fonts },
  })
  expect({ status, stdout }).toMatchObject(elsewhere)
})

const KILLS = times(2, 20)
// On a busy machine many an approval is through before it is seen to write.
const MOST_TRIES = 15 * KILLS

test('an approval that is killed leaves every picture that an index names, whole', async () => {
  // Many pictures, so that writing them takes some time.
  const folder = repository(lampsWith(20))
  expect((await brelt(folder, 'verify', '--pictures')).status).toBe(1)
  expect((await brelt(folder, 'approve')).status).toBe(0)
  const broken: number[] = []
  for (let at = 0; broken.length < KILLS && at < MOST_TRIES; at++) {
    const tone = `#${(0x302010 + at * 0x050301).toString(16)}`
    write(folder, 'base.tokens.json', FILES['base.tokens.json'].replace('#c04020', tone))
    await brelt(folder, 'verify', '--pictures')
    const files = () => readdirSync(join(folder, 'references'), { recursive: true }).map(String)
    const before = new Set(files())
    const child = spawn(process.execPath, [BRELT, 'approve', folder], { stdio: 'ignore' })
    const ended = new Promise<void>((done) => child.on('exit', () => done()))
    // From the moment that something is written, somewhat later each time.
    const wait = (at * 37) % 30
    for (let left = wait; left >= 0;) {
      await new Promise((done) => setImmediate(done))
      if (child.exitCode !== null) break
      if (files().some((path) => !before.has(path))) left--
    }
    if (child.kill('SIGKILL')) broken.push(at)
    await ended
    const tree = readFolder(folder)
    const { index, problems } = readReferences(tree, 'lamp')
    expect(problems).toEqual([])
    expect(index.size).toBe(60)
    for (const path of filesOf(index)) {
      expect(existsSync(join(folder, path))).toBe(true)
      if (path.endsWith('.png')) await sharp(join(folder, path)).raw().toBuffer()
    }
  }
  expect(broken.length).toBeGreaterThan(0)
  // What was left over goes with the next one.
  await brelt(folder, 'verify', '--pictures')
  expect((await brelt(folder, 'approve')).status).toBe(0)
  const tree = readFolder(folder)
  const needed = filesOf(readReferences(tree, 'lamp').index)
  expect(tree.paths.filter((path) => /^references\/..\//.test(path) && !needed.has(path))).toEqual([])
}, 600_000)
