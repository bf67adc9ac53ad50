import { readdirSync, readFileSync, realpathSync, statSync } from 'node:fs'
import { join, sep } from 'node:path'
import { BadInput } from '@/core/problem'
import type { FileTree } from '@/core/sheet'
import { withPackages } from './Packages'
import { UNFINISHED } from './writeFolder'

// A library is texts, fonts and small pictures; what is larger has come in by mistake.
const MAX_BYTES = 4_000_000
const MAX_FILES = 20_000
const SKIPPED = /^(node_modules|\..*)$/

/** Whether a file of a folder is one of a library's, by its path and its size in bytes. */
export const isTaken = (path: string, size: number): boolean =>
  size <= MAX_BYTES &&
  !path.endsWith(UNFINISHED) &&
  !path
    .split('/')
    .slice(0, -1)
    .some((name) => SKIPPED.test(name))

/**
 * Reads a folder into memory, without packages and folders whose names begin with a dot. Links that lead out of it, and files that
 * are too large, are left out.
 * @throws BadInput when there are too many files to be a library
 */
export function readFolder(folder: string): FileTree {
  const root = realpathSync(folder)
  const files = new Map<string, () => Uint8Array>()
  const walk = (relative: string) => {
    for (const entry of readdirSync(join(root, relative), { withFileTypes: true })) {
      if (entry.name.endsWith(UNFINISHED)) continue
      const path = relative === '' ? entry.name : `${relative}/${entry.name}`
      const real = entry.isSymbolicLink() ? insideOf(root, path) : join(root, path)
      if (real === undefined) continue
      const stat = statSync(real)
      if (stat.isDirectory()) {
        if (!SKIPPED.test(entry.name)) walk(path)
        continue
      }
      if (files.size >= MAX_FILES) throw tooMany(root)
      if (stat.size <= MAX_BYTES) files.set(path, () => readFileSync(real))
    }
  }
  walk('')
  return withPackages({ ...lazyTree(files), folder: root })
}

const tooMany = (folder: string) =>
  new BadInput([
    {
      file: folder,
      line: 1,
      column: 1,
      message: `the folder holds more than ${MAX_FILES.toLocaleString('en')} files besides its packages: choose the folder of the components`,
    },
  ])

function insideOf(root: string, path: string): string | undefined {
  try {
    const real = realpathSync(join(root, path))
    return real.startsWith(root + sep) ? real : undefined
  } catch {
    return undefined // a link that leads nowhere
  }
}

function lazyTree(files: ReadonlyMap<string, () => Uint8Array>): FileTree {
  const read = new Map<string, Uint8Array>()
  return {
    paths: [...files.keys()].toSorted(),
    bytes: (path) => {
      const load = files.get(path)
      if (!load) return undefined
      let bytes = read.get(path)
      if (!bytes) read.set(path, (bytes = load()))
      return bytes
    },
  }
}
