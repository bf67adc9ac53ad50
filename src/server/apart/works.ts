import { encodedMap, type EncodedSourceMap } from '@jridgewell/trace-mapping'
import { lintLibrary } from '@/core/lint'
import type { FileTree, Library } from '@/core/sheet'
import type { TokenBook } from '@/core/tokens'
import {
  openFolder,
  propose,
  proposeRepository,
  workHere,
  type CompiledComponent,
  type CompileOptions,
  type Dropped,
  type StylePlaces,
} from '@/source'
import { usesOf } from '../tokenUses'

/** The library that a piece of work is about; read when it is asked for. */
export interface Subject {
  tree(): Promise<FileTree>
  opened(): Promise<{ library: Library; tokens: TokenBook }>
}

/** The ways back to the author's files, as they go between processes: maps as plain data. */
export type SentPlaces = [url: string, places: Omit<StylePlaces, 'map'> & { map?: EncodedSourceMap }][]

const asSent = (places: CompiledComponent['places']): SentPlaces =>
  [...places].map(([url, { map, ...rest }]) => [url, { ...rest, ...(map && { map: encodedMap(map) }) }])

async function subjectOf({ opened }: Subject, slug: string) {
  const { library, tokens } = await opened()
  return { library, tokens, sheet: library.sheets.find((each) => each.slug === slug)! }
}

/** What is done in a process of its own: it parses what a library's authors have written. */
export const WORKS = {
  compile: async (subject: Subject, { slug, options }: { slug: string; options: CompileOptions }) => {
    const { sheet, library } = await subjectOf(subject, slug)
    const { compiled, problems } = await workHere.compile(sheet, library, options)
    return {
      problems,
      ...(compiled && {
        component: compiled.component,
        readsOutside: compiled.readsOutside,
        places: asSent(compiled.places),
      }),
    }
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
