import { createRequire } from 'node:module'
import type { CodeReading } from '@/core/code'
import { textOf, type FileTree } from '@/core/sheet'
import { nowReading } from '../apart'
import { CodeProgram } from './CodeProgram'
import { readTsx } from './readTsx'
import { componentIn, componentsIn, type Ts } from './syntax'

export interface ModuleReader {
  /** The components that a module exports, its main one first: by which name, and how the module calls it. */
  exportsOf(path: string): { name: string; own: string }[]
  /** What a component takes. @param wanted the export; without it, the module's main one */
  read(path: string, wanted?: string): Promise<CodeReading>
}

/**
 * A reader of modules: with the repository's own types where there are some, else from the text alone.
 * @param modules all that will be read, so that the compiler goes through the repository once
 */
export function readerOf(tree: FileTree, modules: readonly string[]): ModuleReader {
  let program: CodeProgram | undefined
  return {
    exportsOf: (path) => {
      const ts = createRequire(import.meta.url)('typescript') as Ts
      const file = ts.createSourceFile(path, textOf(tree, path) ?? '', ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX)
      const main = componentIn(ts, file, undefined)
      const others = componentsIn(ts, file).filter(({ node, name }) => node !== main?.node || name !== main.name)
      return main ? [main, ...others] : []
    },
    read: async (path, wanted) => {
      nowReading(path)
      if (tree.folder === undefined) return readTsx(tree, path, wanted)
      program ??= new CodeProgram({ ...tree, folder: tree.folder }, modules)
      return program.read(path, wanted) ?? readTsx(tree, path, wanted)
    },
  }
}
