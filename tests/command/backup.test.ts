import { spawn, spawnSync } from 'node:child_process'
import { once } from 'node:events'
import { mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { connect, storeFault } from '@/store'

const folder = mkdtempSync(join(tmpdir(), 'brelt-backup-'))
const at = (name: string) => join(folder, name)
beforeAll(() => {
  process.env.BRELT_DATA = at('store.db')
})
afterAll(() => {
  delete process.env.BRELT_DATA
  rmSync(folder, { recursive: true, force: true })
})

/** What is set in here, children see only where they are handed it. */
const env = () => ({ ...process.env })

/** The command line on the store, in a process of its own: a client keeps files open until its process ends. */
function brelt(...given: string[]) {
  const { status, stdout, stderr } = spawnSync(process.execPath, ['bin/brelt.mjs', ...given], {
    encoding: 'utf8',
    env: env(),
  })
  return { status, told: stdout + stderr }
}

function take(name: string) {
  mkdirSync(at(name), { recursive: true })
  writeFileSync(join(at(name), 'library.yaml'), `library: 1\nname: ${name}\n`)
  expect(brelt('import', at(name)).status).toBe(0)
}

const has = (name: string) => brelt('export', name, at(`out-${name}`)).status === 0

const HOLD = `import('@libsql/client').then(async ({ createClient }) => {
  const client = createClient({ url: 'file:' + process.env.BRELT_DATA })
  await client.execute('SELECT count(*) FROM libraries')
  console.log('open')
  setInterval(() => client, 1000)
})`

test('a backup holds what stood there, is never written over, and comes back only when nobody has the store open', async () => {
  take('Larch')
  expect(brelt('backup', at('backup.db'))).toMatchObject({ status: 0, told: expect.stringContaining('backed up') })
  take('Pine')
  expect(brelt('backup', at('backup.db'))).toMatchObject({ status: 3, told: expect.stringContaining('exists already') })

  const holder = spawn(process.execPath, ['-e', HOLD], { stdio: ['ignore', 'pipe', 'ignore'], env: env() })
  await once(holder.stdout, 'data')
  const refused = brelt('restore', at('backup.db'))
  expect(refused).toMatchObject({ status: 3, told: expect.stringContaining('is open: close Brelt first') })
  holder.kill('SIGKILL')
  await once(holder, 'exit')
  expect([has('Larch'), has('Pine')]).toEqual([true, true])

  expect(brelt('restore', at('none.db')).told).toContain('There is no file')
  writeFileSync(at('other.db'), 'no database '.repeat(500))
  expect(brelt('restore', at('other.db')).told).toContain('is no backup of Brelt')
  const { told } = brelt('restore', at('backup.db'))
  expect([has('Larch'), has('Pine')]).toEqual([true, false])
  expect(readdirSync(folder)).toContain(/kept in .*\/(.+)\n/.exec(told)![1])
})

test('a store that is no database is told by its file, with what to do, and a backup takes its place', () => {
  for (const end of ['', '-wal', '-shm']) rmSync(at(`store.db${end}`), { force: true })
  writeFileSync(at('store.db'), 'no database '.repeat(500))
  expect(brelt('export', 'Larch', at('out'))).toMatchObject({
    status: 3,
    told: expect.stringMatching(/store\.db is not a database of Brelt\. Put a backup in its place/),
  })
  expect(brelt('restore', at('backup.db')).status).toBe(0)
  expect(has('Larch')).toBe(true)
})

test('where no store can be', async () => {
  process.env.BRELT_DATA = '/dev/null/store.db'
  await expect(connect(folder)).rejects.toThrow('There can be no store at /dev/null/store.db')
  process.env.BRELT_DATA = at('store.db')
})

test.each([
  ['SQLITE_READONLY_DBMOVED', 'cannot be written'],
  ['SQLITE_CANTOPEN_ISDIR', 'cannot be opened'],
  ['SQLITE_FULL', 'the disk is full'],
  ['SQLITE_CORRUPT_VTAB', 'is damaged'],
  ['SQLITE_BUSY_SNAPSHOT', 'held by another process'],
  ['SQLITE_CONSTRAINT_UNIQUE', undefined],
  ['ENOENT', undefined],
])('%s', (code, told) => {
  const cause = Object.assign(new Error('insert into "x" values (?)'), { code })
  const fault = storeFault(new Error('Failed query: insert into "x"', { cause }), '/huts/store.db')
  if (told === undefined) expect(fault).toBeUndefined()
  else expect(fault!.message).toMatch(new RegExp(`^The store /huts/store\\.db .*${told}(?!.*insert)`))
})
