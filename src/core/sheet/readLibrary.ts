import { kindOf } from './kinds'
import { unknownName, type Place, type Problem } from '../problem'
import { checkShape, readYaml, type YamlSource } from '../yaml'
import { encodingProblem } from './encoding'
import { findFile, missingFile, resolvePath, textOf, type FileTree } from './FileTree'
import { librarySchema, type LibraryFile } from './librarySchema'
import { readSheet, SHEET_SUFFIX, slugOf, type Sheet } from './readSheet'

/** A design system as its folder defines it. */
export interface Library {
  data: LibraryFile
  source: YamlSource
  tree: FileTree
  sheets: readonly Sheet[]
}

export const LIBRARY_FILE = 'library.yaml'

/**
 * Reads a library's folder.
 * @param only slugs of the components that are needed: of all others only those are read that these may hold
 * @returns the library as far as it can be read, and every problem; problems of a sheet bear its path.
 */
export function readLibrary(tree: FileTree, only?: readonly string[]): { library?: Library; problems: Problem[] } {
  const text = textOf(tree, LIBRARY_FILE)
  if (text === undefined) {
    return { problems: [{ file: LIBRARY_FILE, line: 1, column: 1, message: 'the folder holds no library.yaml' }] }
  }
  const source = readYaml(text, LIBRARY_FILE)
  const { value: data, problems } = checkShape(source, librarySchema)
  problems.push(...asEncoded(tree, LIBRARY_FILE))
  const sheets: Sheet[] = []
  for (const path of sheetPaths(tree, only)) {
    const read = readSheet(textOf(tree, path)!, path)
    problems.push(...asEncoded(tree, path), ...read.problems)
    if (!read.sheet) continue
    problems.push(...sheetProblems(read.sheet, tree, data))
    const twin = sheets.find(({ slug }) => slug === read.sheet!.slug)
    if (twin) problems.push({ file: path, line: 1, column: 1, message: `"${twin.file}" is called "${twin.slug}" too` })
    else sheets.push(read.sheet)
  }
  if (!data) return { problems }
  for (const key of ['tokens', 'styles', 'guides'] as const) {
    data[key].forEach((path, index) =>
      problems.push(...fileProblems(tree, LIBRARY_FILE, path, source.at([key, index]), key !== 'guides')),
    )
  }
  if (data.wrap)
    problems.push(...fileProblems(tree, LIBRARY_FILE, data.wrap.module, source.at(['wrap', 'module']), false))
  problems.push(...pageProblems(data, source))
  return { library: { data, source, tree, sheets }, problems }
}

/** Slugs of all components of which a folder has a sheet, readable or not. */
export const slugsAmong = ({ paths }: Pick<FileTree, 'paths'>): string[] =>
  paths.filter((path) => path.endsWith(SHEET_SUFFIX)).map(slugOf)

/** Slugs of all components that a library has, whether or not they were read. */
export const slugsIn = ({ sheets, tree }: Pick<Library, 'sheets' | 'tree'>): string[] => [
  ...new Set([...sheets.map(({ slug }) => slug), ...slugsAmong(tree)]),
]

const asEncoded = (tree: FileTree, file: string): Problem[] => {
  const problem = encodingProblem(tree, file)
  return problem ? [problem] : []
}

/** Contexts that the page's root is told of, and that the library does not have. */
function* pageProblems({ page = [], contexts }: LibraryFile, source: YamlSource): Generator<Problem> {
  for (const { when } of page)
    for (const [name, values] of Object.entries(when)) {
      const known = contexts[name]
      const place = source.atKey(['page'])
      if (!known) yield unknownName(place, 'context', name, Object.keys(contexts))
      else
        for (const value of values)
          if (!known.includes(value)) yield unknownName(place, `value of ${name}`, value, known)
    }
}

/** Paths of sheets: all, or those of some components and of whatever they name, to any depth. */
function sheetPaths(tree: FileTree, only: readonly string[] | undefined): string[] {
  const all = tree.paths.filter((path) => path.endsWith(SHEET_SUFFIX))
  if (!only) return all
  const needed = new Set(all.filter((path) => only.includes(slugOf(path))))
  for (const path of needed) {
    // A word too many is a sheet too many; one too few would be a component that is not there.
    const words = new Set(textOf(tree, path)!.match(/[a-z][a-z0-9-]*/g))
    for (const other of all) if (words.has(slugOf(other))) needed.add(other)
  }
  return all.filter((path) => needed.has(path))
}

/** What is wrong with a sheet among the library's other files. */
export function* sheetProblems(sheet: Sheet, tree: FileTree, library: LibraryFile | undefined): Generator<Problem> {
  const { data, source, file } = sheet
  const contexts = Object.keys(library?.contexts ?? {})
  for (const axis of Object.keys(data.axes)) {
    if (contexts.includes(axis)) {
      yield {
        ...source.atKey(['axes', axis]),
        message: `axis "${axis}" bears the name of one of the library's contexts`,
      }
    }
  }
  for (const { path, at } of sourceFiles(data))
    yield* fileProblems(tree, file, path, source.at(at), at.includes('styles'))
}

/** The files that make up a component: all of its folder, or what its sheet names where others share the folder; `data` is left out where that cannot be read. */
export function componentFiles(sheet: { file: string; data?: Sheet['data'] }, paths: readonly string[]): string[] {
  const folder = sheet.file.slice(0, sheet.file.lastIndexOf('/') + 1)
  const isAlone =
    folder !== '' &&
    !paths.some((path) => path.startsWith(folder) && path.endsWith(SHEET_SUFFIX) && path !== sheet.file)
  const named = sheet.data ? sourceFiles(sheet.data).map(({ path }) => resolvePath(sheet.file, path)) : []
  const own = new Set([sheet.file, ...named])
  return paths.filter((path) => own.has(path) || (isAlone && path.startsWith(folder)))
}

/** The files that make up a component of a library, by the path of its sheet, which may not be readable. */
export const filesOfComponent = ({ sheets, tree }: Pick<Library, 'sheets' | 'tree'>, file: string): string[] =>
  componentFiles(sheets.find((each) => each.file === file) ?? { file }, tree.paths)

/** Every file that a sheet names, with the place of the name. */
function sourceFiles({ source, guide }: Sheet['data']): { path: string; at: (string | number)[] }[] {
  return [...kindOf(source).files(source), ...(guide ? [{ path: guide, at: ['guide'] }] : [])]
}

function* fileProblems(
  tree: FileTree,
  from: string,
  path: string,
  place: Place,
  mayBePackaged: boolean,
): Generator<Problem> {
  const found = mayBePackaged ? findFile(tree, from, path) : tree.paths.find((each) => each === resolvePath(from, path))
  if (found !== undefined) return yield* asEncoded(tree, found)
  const resolved = resolvePath(from, path)
  const message = missingFile(tree, from, path)
  if (resolved === undefined) return yield { ...place, message }
  const folder = resolved.slice(0, resolved.lastIndexOf('/') + 1)
  const beside = tree.paths.filter((other) => other.startsWith(folder)).map((other) => other.slice(folder.length))
  yield { ...unknownName(place, 'file', path, beside), message }
}
