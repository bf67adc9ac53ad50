import { spawn } from 'node:child_process'
import { realpathSync } from 'node:fs'
import type { FileTree } from '@/core/sheet'
import { askGit, gitEnvironment } from './askGit'
import type { OpenOptions } from './openFolder'
import { withPackages } from './Packages'
import { withStyleBuild } from './postcss'
import { isTaken } from './tree'

/** The commit that a name stands for: a branch, a tag, `HEAD~2`; undefined where there is none, or no repository. */
export async function commitNamed(folder: string, name: string): Promise<string | undefined> {
  // What begins with a dash would be an option.
  if (name.startsWith('-')) return undefined
  return (await askGit(folder, 'rev-parse', '--verify', '--quiet', `${name}^{commit}`))?.trim() || undefined
}

interface Entry {
  path: string
  hash: string
}

/** A folder as it was at a commit. Its packages are those that are installed now. */
export async function openCommit(
  folder: string,
  commit: string,
  { trustConfig = false }: OpenOptions = {},
): Promise<FileTree> {
  const listed = (await askGit(folder, 'ls-tree', '-r', '-z', '--long', commit)) ?? ''
  const entries = listed.split('\0').flatMap((line): Entry[] => {
    const [about = '', path = ''] = line.split('\t')
    const [mode, type, hash, size] = about.split(/ +/)
    // Links are left out: where they lead may have been another place then.
    const isFile = type === 'blob' && mode !== '120000'
    return isFile && isTaken(path, Number(size)) ? [{ path, hash: hash! }] : []
  })
  const contents = await blobs(folder, entries)
  const tree = { paths: [...contents.keys()].toSorted(), bytes: (path: string) => contents.get(path) }
  return withStyleBuild(withPackages({ ...tree, folder: realpathSync(folder) }), trustConfig)
}

/** Contents of files, all from one process. */
async function blobs(folder: string, entries: readonly Entry[]): Promise<Map<string, Uint8Array>> {
  const child = spawn('git', ['cat-file', '--batch'], {
    cwd: folder,
    env: gitEnvironment(),
    stdio: ['pipe', 'pipe', 'ignore'],
  })
  child.stdin.on('error', () => {}) // it has ended: what it said is short
  child.stdin.end(entries.map(({ hash }) => `${hash}\n`).join(''))
  const chunks: Buffer[] = []
  for await (const chunk of child.stdout) chunks.push(chunk as Buffer)
  const all = Buffer.concat(chunks)
  const found = new Map<string, Uint8Array>()
  let at = 0
  for (const { path } of entries) {
    const end = all.indexOf(0x0a, at)
    // Each as: hash, type, size, a new line, the contents, a new line.
    const size = Number(/ blob (\d+)$/.exec(all.toString('latin1', at, end))?.[1])
    if (end < 0 || Number.isNaN(size)) throw new Error(`git does not give ${path} of that commit`)
    found.set(path, new Uint8Array(all.subarray(end + 1, end + 1 + size)))
    at = end + 1 + size + 1
  }
  return found
}
