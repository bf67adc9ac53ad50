import { lintLibrary } from '@/core/lint'
import type { FileTree, Library } from '@/core/sheet'
import type { TokenBook } from '@/core/tokens'
import {
  openFolder,
  propose,
  proposeRepository,
  sentCompiled,
  workHere,
  type CompileOptions,
  type Dropped,
} from '@/source'
import { usesOf } from '../tokenUses'

/** The library that a piece of work is about; read when it is asked for. */
export interface Subject {
  tree(): Promise<FileTree>
  opened(): Promise<{ library: Library; tokens: TokenBook }>
}

async function subjectOf({ opened }: Subject, slug: string) {
  const { library, tokens } = await opened()
  return { library, tokens, sheet: library.sheets.find((each) => each.slug === slug)! }
}

/** What is done in a process of its own: it parses what a library's authors have written. */
export const WORKS = {
  compile: async (subject: Subject, { slug, options }: { slug: string; options: CompileOptions }) => {
    const { sheet, library } = await subjectOf(subject, slug)
    const { compiled, problems } = await workHere.compile(sheet, library, options)
    return { problems, ...(compiled && { compiled: sentCompiled(compiled) }) }
  },
  lint: async (subject: Subject, { slug }: { slug: string }) => {
    const { sheet, library, tokens } = await subjectOf(subject, slug)
    return workHere.lint(sheet, library, tokens)
  },
  lintLibrary: async ({ opened }: Subject, _: object) => {
    const { library, tokens } = await opened()
    return lintLibrary(library, tokens)
  },
  tokenUses: async ({ opened }: Subject, _: object) => {
    const { library, tokens } = await opened()
    return usesOf({ library, tokens })
  },
  propose: async ({ tree }: Subject, { dropped, taken }: { dropped: Dropped; taken: readonly string[] }) =>
    propose(dropped, taken, await tree()),
  proposeRepository: (_: Subject, { folder }: { folder: string }) => proposeRepository(openFolder(folder)),
}

export type Works = typeof WORKS
export type WorkName = keyof Works
