import { lintLibrary, lintSheet, type Lint } from '@/core/lint'
import type { Problem } from '@/core/problem'
import type { Library, Sheet } from '@/core/sheet'
import type { TokenBook } from '@/core/tokens'
import { codePropsOf } from './code'
import { compileComponent, type CompiledComponent, type CompileOptions } from './compileComponent'

/** All that parses what a library's authors have written, besides its sheets: it takes its time, and with bad luck all of it. */
export interface SourceWork {
  /** @see compileComponent */
  compile(
    sheet: Sheet,
    library: Library,
    options?: CompileOptions,
  ): Promise<{ compiled?: CompiledComponent; problems: Problem[] }>
  /** What is wrong with a sheet before it is rendered. */
  lint(sheet: Sheet, library: Library, tokens: TokenBook): Promise<Lint[]>
  /** What is wrong with what all components share. */
  lintLibrary(library: Library, tokens: TokenBook): Promise<Lint[]>
}

/** Does it in this process, as a command does, which has nothing else to do. */
export const workHere: SourceWork = {
  compile: compileComponent,
  lint: async (sheet, library, tokens) => lintSheet(sheet, library, tokens, await codePropsOf(sheet, library.tree)),
  lintLibrary: (library, tokens) => Promise.resolve(lintLibrary(library, tokens)),
}
