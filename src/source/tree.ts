import { readdirSync, readFileSync, realpathSync, statSync } from 'node:fs'
import { join, sep } from 'node:path'
import type { FileTree } from '@/core/sheet'
import { withPackages } from './Packages'
import { UNFINISHED } from './writeFolder'

// A library is texts, fonts and small pictures; what is larger has come in by mistake.
const MOST_BYTES = 4_000_000
const MOST_FILES = 5_000
const SKIPPED = new Set(['node_modules', '.git', '.brelt'])

/** Reads a folder into memory. Links that lead out of it, and files that are too large, are left out. */
export function readFolder(folder: string): FileTree {
  const root = realpathSync(folder)
  const files = new Map<string, () => Uint8Array>()
  const walk = (relative: string) => {
    for (const entry of readdirSync(join(root, relative), { withFileTypes: true })) {
      if (SKIPPED.has(entry.name) || entry.name.endsWith(UNFINISHED) || files.size >= MOST_FILES) continue
      const path = relative === '' ? entry.name : `${relative}/${entry.name}`
      const real = entry.isSymbolicLink() ? insideOf(root, path) : join(root, path)
      if (real === undefined) continue
      const stat = statSync(real)
      if (stat.isDirectory()) walk(path)
      else if (stat.size <= MOST_BYTES) files.set(path, () => readFileSync(real))
    }
  }
  walk('')
  return withPackages({ ...lazyTree(files), folder: root })
}

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
