import { componentFiles, SHEET_SUFFIX, slugOf, type FileTree, type Library } from '@/core/sheet'
import { manifestOf, type Manifest } from './manifest'

/** A component as it is taken in. */
interface Taken {
  slug: string
  file: string
  /** Undefined where its sheet cannot be read. */
  name?: string
  manifest: Manifest
}

/** All components of a tree, those too whose sheets cannot be read: what they hold is theirs to mend. */
export function takenFrom(tree: FileTree, { sheets }: Library, hashes: ReadonlyMap<string, string>): Taken[] {
  const files = (sheet: Parameters<typeof componentFiles>[0]) => manifestOf(componentFiles(sheet, tree.paths), hashes)
  const read = sheets.map((sheet) => ({ ...sheet, name: sheet.data.name, manifest: files(sheet) }))
  const known = new Set(sheets.map(({ slug }) => slug))
  const unread = tree.paths.filter((file) => file.endsWith(SHEET_SUFFIX) && !known.has(slugOf(file)))
  return [...read, ...unread.map((file) => ({ slug: slugOf(file), file, manifest: files({ file }) }))]
}
