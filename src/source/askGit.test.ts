import { spawnSync } from 'node:child_process'
import { chmodSync, cpSync, existsSync, mkdirSync, mkdtempSync, realpathSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeEach, expect, test } from '@jest/globals'
import { beginRepository, gitIn } from '../../tests/support/git'
import { changedFiles, commitNamed, gitState, gitUser, lastCommit, openCommit } from './index'

const root = realpathSync(mkdtempSync(join(tmpdir(), 'brelt-git-')))
const folder = join(root, 'huts')
const mark = join(root, 'it-ran')
const LIBRARY = 'library: 1\nname: Huts\n'
const program = join(root, 'program')
writeFileSync(program, `#!/bin/sh\ntouch '${mark}'\n`)
chmodSync(program, 0o755)
// What this machine's git is told is none of these tests' business; one program that its user trusts is.
process.env.GIT_CONFIG_GLOBAL = join(root, 'config')
writeFileSync(process.env.GIT_CONFIG_GLOBAL, '[filter "lfs"]\n\tclean = cat\n')
afterAll(() => rmSync(root, { recursive: true }))

beforeEach(() => {
  rmSync(mark, { force: true })
  rmSync(folder, { recursive: true, force: true })
  mkdirSync(folder)
  writeFileSync(join(folder, 'lamp.css'), 'a')
  writeFileSync(join(folder, 'library.yaml'), LIBRARY)
  beginRepository(folder)
  writeFileSync(join(folder, 'lamp.css'), 'b')
})

/** All that the product asks a repository. */
async function askAll(at: string) {
  const state = await gitState(at)
  const commit = await commitNamed(at, 'HEAD')
  await gitUser(at)
  const changed = await changedFiles(at, { folder: '' })
  await lastCommit(at, ['lamp.css'])
  if (commit !== undefined) await openCommit(at, commit)
  return { state, changed }
}

const set = (key: string, value: string) => gitIn(folder, 'config', key, value)
const filtered = (name: string, kind: string) => () => {
  writeFileSync(join(folder, '.gitattributes'), `*.css filter=${name}\n`)
  set(`filter.${name}.${kind}`, program)
}

/** A commit that says that somebody has signed it. */
function signed() {
  const body = gitIn(folder, 'cat-file', 'commit', 'HEAD').replace(
    '\n\n',
    '\ngpgsig -----BEGIN PGP SIGNATURE-----\n \n x\n -----END PGP SIGNATURE-----\n\n',
  )
  const { stdout } = spawnSync('git', ['hash-object', '-t', 'commit', '-w', '--stdin'], {
    cwd: folder,
    input: body,
    env: process.env,
  })
  gitIn(folder, 'update-ref', 'HEAD', stdout.toString().trim())
  set('log.showSignature', 'true')
  set('gpg.program', program)
}

/** A repository without a working tree of its own, as a folder of files that can be committed. */
function bareInside() {
  const inner = join(folder, 'inner')
  cpSync(join(folder, '.git'), inner, { recursive: true })
  cpSync(join(folder, 'lamp.css'), join(inner, 'lamp.css'))
  writeFileSync(
    join(inner, 'config'),
    `[core]\n\trepositoryformatversion = 0\n\tbare = false\n\tworktree = ${inner}\n\tfsmonitor = ${program}\n`,
  )
  return inner
}

function submodule(setting: string) {
  const inner = join(folder, 'inner')
  mkdirSync(inner)
  writeFileSync(join(inner, 'lamp.css'), 'a')
  writeFileSync(join(inner, '.gitattributes'), '*.css filter=dim\n')
  beginRepository(inner)
  gitIn(folder, '-c', 'advice.addEmbeddedRepo=false', 'add', 'inner')
  gitIn(folder, 'commit', '-qm', 'Hold another')
  writeFileSync(join(inner, 'lamp.css'), 'b')
  gitIn(inner, 'config', setting, program)
}

/** A file whose contents are to be fetched from elsewhere, by a program. */
function missing() {
  const [, , hash = ''] = gitIn(folder, 'ls-tree', 'HEAD', 'lamp.css').split(/\s/)
  rmSync(join(folder, '.git', 'objects', hash.slice(0, 2), hash.slice(2)))
  set('core.repositoryFormatVersion', '1')
  set('extensions.partialClone', 'origin')
  set('remote.origin.promisor', 'true')
  set('remote.origin.url', `ext::${program}`)
  set('protocol.ext.allow', 'always')
}

test.each<[what: string, prepare: () => string | void, plain: string[]]>([
  ['watches its files', () => set('core.fsmonitor', program), ['status']],
  [
    'has hooks',
    () => {
      mkdirSync(join(folder, '.git', 'hooks'), { recursive: true })
      cpSync(program, join(folder, '.git', 'hooks', 'post-index-change'))
      writeFileSync(join(folder, 'library.yaml'), LIBRARY)
    },
    ['status'],
  ],
  [
    'has hooks elsewhere',
    () => {
      set('core.hooksPath', join(root, 'hooks'))
      cpSync(program, join(root, 'hooks', 'post-index-change'))
      writeFileSync(join(folder, 'library.yaml'), LIBRARY)
    },
    ['status'],
  ],
  ['cleans its files', filtered('dim', 'clean'), ['status']],
  ['cleans its files for long', filtered('dim', 'process'), ['status']],
  ['cleans its files, by a name with an equals sign', filtered('dim=wick', 'clean'), ['status']],
  ['cleans its files, by no name', filtered('', 'clean'), ['status']],
  ['cleans its files, by a name as others have it', filtered('lfs', 'clean'), ['status']],
  [
    'cleans its files, by settings that it includes',
    () => {
      filtered('dim', 'clean')()
      const config = join(folder, '.git', 'config')
      cpSync(config, join(folder, '.git', 'more'))
      writeFileSync(config, '[core]\n\trepositoryformatversion = 0\n[include]\n\tpath = more\n')
    },
    ['status'],
  ],
  ['checks signatures', signed, ['log', '-1', '--format=%H', '--', 'lamp.css']],
  ['compares by a program', () => set('diff.external', program), ['diff']],
  ['lies within, bare', bareInside, ['status']],
  ['is a submodule that watches its files', () => submodule('core.fsmonitor'), ['status']],
  ['is a submodule that cleans its files', () => submodule('filter.dim.clean'), ['status']],
  ['fetches what is missing', missing, ['cat-file', '-p', 'HEAD:lamp.css']],
])('no program is run of a repository that %s', async (_, prepare, plain) => {
  const at = prepare() || folder
  await askAll(at)
  expect(existsSync(mark)).toBe(false)
  // Otherwise this would prove nothing.
  spawnSync('git', plain, { cwd: at, timeout: 20_000, stdio: 'ignore', env: process.env })
  expect(existsSync(mark)).toBe(true)
})

test('a repository that names programs is told of as others are', async () => {
  filtered('dim', 'clean')()
  set('core.fsmonitor', program)
  const { state, changed } = await askAll(folder)
  expect(state).toMatchObject({ branch: 'main', isClean: false, folder: '' })
  expect(changed.toSorted()).toEqual(['.gitattributes', 'lamp.css'])
})

test('what a pipeline has told git counts; which repository it works in does not', async () => {
  const before = { ...process.env }
  try {
    Object.assign(process.env, {
      GIT_DIR: join(root, 'elsewhere'),
      GIT_CONFIG_COUNT: '1',
      GIT_CONFIG_KEY_0: 'user.name',
      GIT_CONFIG_VALUE_0: 'Warden of the pipeline',
    })
    expect(await gitUser(folder)).toBe('Warden of the pipeline')
    expect((await gitState(folder))?.branch).toBe('main')
  } finally {
    process.env = before
  }
})

test('a program of the folder that is called git is not it', async () => {
  const before = process.env.PATH
  try {
    process.env.PATH = `.:${before}`
    cpSync(program, join(folder, 'git'))
    expect((await gitState(folder))?.branch).toBe('main')
    expect(existsSync(mark)).toBe(false)
  } finally {
    process.env.PATH = before
  }
})

test('a repository beside everybody’s files is none of a folder within', async () => {
  const open = join(tmpdir(), `brelt-open-${process.pid}`)
  mkdirSync(open)
  try {
    expect(await gitState(open)).toBeUndefined()
  } finally {
    rmSync(open, { recursive: true })
  }
})
