import type { CodeReading } from '@/core/code'
import type { FileTree } from '@/core/sheet'
import { CodeProgram } from './CodeProgram'
import { readTsx } from './readTsx'

/**
 * A reader of modules: with the repository's own types where there are some, else from the text alone.
 * @param modules all that will be read, so that the compiler goes through the repository once
 */
export function readerOf(tree: FileTree, modules: readonly string[]): (path: string) => Promise<CodeReading> {
  let program: CodeProgram | undefined
  return async (path) => {
    if (tree.folder === undefined) return readTsx(tree, path)
    program ??= new CodeProgram({ ...tree, folder: tree.folder }, modules)
    return program.read(path) ?? readTsx(tree, path)
  }
}
