import { findFile, LIBRARY_FILE, textOf, type Library } from '../sheet'
import type { Fault, LintDefinition, SheetSubject } from './defineLint'
import { ownStyles } from './ownStyles'

/** Looks through each plain style sheet of a component's own, or of those that the library names. */
export const inNamedStyles = (look: (css: string, file: string) => Iterable<Fault>): LintDefinition['find'] => {
  function* inEach({ tree }: Library, files: readonly (string | undefined)[]): Generator<Fault> {
    for (const file of files) if (file?.endsWith('.css')) yield* look(textOf(tree, file) ?? '', file)
  }
  return {
    sheet: ({ sheet, library }: SheetSubject) => inEach(library, ownStyles(sheet, library)),
    library: ({ library }: { library: Library }) =>
      inEach(
        library,
        library.data.styles.map((reference) => findFile(library.tree, LIBRARY_FILE, reference)),
      ),
  }
}
