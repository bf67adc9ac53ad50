import { findFile, kindOf, LIBRARY_FILE, textOf, type FileTree, type Library } from '../sheet'
import type { Fault, LintDefinition, SheetSubject } from './defineLint'

/** Looks through each plain style sheet that a component's sheet, or the library, names. */
export const inNamedStyles = (look: (css: string, file: string) => Iterable<Fault>): LintDefinition['find'] => {
  function* inEach(tree: FileTree, from: string, references: readonly string[]): Generator<Fault> {
    for (const reference of references) {
      const file = findFile(tree, from, reference)
      if (file?.endsWith('.css')) yield* look(textOf(tree, file) ?? '', file)
    }
  }
  return {
    sheet: ({ sheet, library }: SheetSubject) =>
      inEach(library.tree, sheet.file, kindOf(sheet.data.source).styles(sheet.data.source)),
    library: ({ library: { data, tree } }: { library: Library }) => inEach(tree, LIBRARY_FILE, data.styles),
  }
}
