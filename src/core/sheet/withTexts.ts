import type { Problem } from '../problem'
import type { FileTree } from './FileTree'
import { sheetProblems, type Library } from './readLibrary'
import { readSheet, SHEET_SUFFIX } from './readSheet'

/** A tree with some files of other texts; null takes a file away. */
export function overlay(tree: FileTree, texts: Readonly<Record<string, string | null>>): FileTree {
  const encoder = new TextEncoder()
  const put = new Map(
    Object.entries(texts).map(([path, text]) => [path, text === null ? undefined : encoder.encode(text)]),
  )
  const kept = tree.paths.filter((path) => !put.has(path))
  const added = [...put].flatMap(([path, bytes]) => (bytes ? [path] : []))
  return {
    ...tree,
    over: { tree, texts },
    paths: [...kept, ...added].toSorted(),
    bytes: (path) => (put.has(path) ? put.get(path) : tree.bytes(path)),
  }
}

/**
 * A library as it would be with some files of other texts. Only sheets among them are read anew.
 * @returns the library with the sheets that can be read, and what is wrong with those that were read.
 */
export function withTexts(
  library: Library,
  texts: Readonly<Record<string, string | null>>,
): { library: Library; problems: Problem[] } {
  const tree = overlay(library.tree, texts)
  const problems: Problem[] = []
  const changed = new Map(
    Object.entries(texts).flatMap(([path, text]) => {
      if (!path.endsWith(SHEET_SUFFIX)) return []
      const read = text === null ? undefined : readSheet(text, path)
      problems.push(...(read?.problems ?? []))
      return [[path, read?.sheet] as const]
    }),
  )
  const others = library.sheets.filter(({ file }) => !changed.has(file))
  const sheets = [...others, ...[...changed.values()].filter((sheet) => sheet !== undefined)]
  // A file that was taken away may be named by a sheet that has not changed.
  for (const sheet of sheets)
    if (changed.has(sheet.file) || Object.values(texts).includes(null))
      problems.push(...sheetProblems(sheet, tree, library.data))
  return { library: { ...library, tree, sheets: sheets.toSorted((a, b) => (a.file < b.file ? -1 : 1)) }, problems }
}
