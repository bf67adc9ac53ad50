import { statSync } from 'node:fs'
import { BadInput } from '@/core/problem'
import type { FileTree } from '@/core/sheet'
import { withStyleBuild } from './postcss'
import { readFolder } from './tree'

export interface OpenOptions {
  /** The user has said that the repository's PostCSS configuration may run. */
  trustConfig?: boolean | undefined
}

/** A library's folder, read into memory. @throws BadInput when there is no such folder. */
export function openFolder(folder: string, { trustConfig = false }: OpenOptions = {}): FileTree {
  const isFolder = statSync(folder, { throwIfNoEntry: false })?.isDirectory() ?? false
  if (!isFolder) throw new BadInput([{ file: folder, line: 1, column: 1, message: 'there is no such folder' }])
  return withStyleBuild(readFolder(folder), trustConfig)
}
