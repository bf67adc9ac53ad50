import { statSync } from 'node:fs'
import { BadInput } from '@/core/problem'
import type { FileTree } from '@/core/sheet'
import { readFolder } from './tree'

/** A library's folder, read into memory. @throws BadInput when there is no such folder. */
export function openFolder(folder: string): FileTree {
  const isFolder = statSync(folder, { throwIfNoEntry: false })?.isDirectory() ?? false
  if (!isFolder) throw new BadInput([{ file: folder, line: 1, column: 1, message: 'there is no such folder' }])
  return readFolder(folder)
}
