import { kindOf, findFile, LIBRARY_FILE, textOf, type FileTree, type Library } from '../sheet'
import { defineLint, type Fault, type SheetSubject } from './defineLint'
import { referencesIn } from './references'

/** Whether a reference in CSS leads to a server, by an address or from its root: the stage has none. */
export const isOnServer = (reference: string): boolean => /^(https?:)?\/\/|^\//i.test(reference)

function* ofComponent({ sheet, library }: SheetSubject): Generator<Fault> {
  const { source } = sheet.data
  for (const path of kindOf(source).styles(source)) yield* inSheet(library.tree, sheet.file, path)
}

function* ofLibrary({ library: { data, tree } }: { library: Library }): Generator<Fault> {
  for (const path of data.styles) yield* inSheet(tree, LIBRARY_FILE, path)
}

function* inSheet(tree: FileTree, from: string, reference: string): Generator<Fault> {
  const file = findFile(tree, from, reference)
  if (file === undefined || !file.endsWith('.css')) return
  const css = textOf(tree, file) ?? ''
  const asked = referencesIn(css).filter(({ value }) => isOnServer(value))
  const [first] = asked
  if (!first) return
  const others = asked.length > 1 ? ` and ${asked.length - 1} more` : ''
  yield {
    at: { file, line: first.line },
    message: `"${first.value}"${others} would come from a server, which Brelt does not ask: what is read may differ from what people see. Keep the file in the library or in a package.`,
  }
}

export const assetNotLoaded = defineLint({
  code: 'asset-not-loaded',
  severity: 'warning',
  about: 'A style sheet asks a server for fonts, pictures or other sheets, which Brelt does not ask.',
  find: { sheet: ofComponent, library: ofLibrary },
})
