import { groupBy } from '@/core/group'
import { BadInput } from '@/core/problem'
import { isPackaged, LIBRARY_FILE, resolvePath, SHEET_SUFFIX, textOf, type Library } from '@/core/sheet'
import {
  addedTokenText,
  documentOf,
  movedTokenText,
  pathFault,
  readTokenText,
  removedTokenText,
  withProperties,
  withReferences,
  type RawToken,
  type TokenBook,
} from '@/core/tokens'
import { editYaml } from '@/core/yaml'
import { columnsOf } from './tokenUses'

/** A token or a group that comes, goes, or gets another name. */
export type TokenChange =
  | { do: 'add'; path: string; type: string; text: string }
  | { do: 'rename'; from: string; to: string }
  | { do: 'remove'; path: string }

type Texts = Record<string, string>

/** Where a token document begins. */
interface Place {
  file: string
  document: readonly (string | number)[]
}

const refuse = (message: string, file = LIBRARY_FILE): never => {
  throw new BadInput([{ file, line: 1, column: 1, message }])
}

/** The texts that a library's files would have: token files, and all that uses what gets another name. @throws BadInput */
export function restructured(library: Library, book: TokenBook, change: TokenChange): { texts: Texts; note: string } {
  switch (change.do) {
    case 'add':
      return { texts: added(library, book, change), note: `${change.path} added` }
    case 'remove':
      return { texts: removed(library, book, change.path), note: `${change.path} deleted` }
    case 'rename':
      return { texts: renamed(library, book, change), note: `${change.from} renamed to ${change.to}` }
  }
}

/** All places at which tokens are given, in any context. */
const rawsOf = (book: TokenBook): RawToken[] => columnsOf(book).flatMap(({ values }) => [...book.raw(values).values()])

const isIn = (path: string, group: string) => path === group || path.startsWith(`${group}.`)

/** The documents that hold a token or a group. @throws BadInput where it cannot be changed from here */
function placesOf(raws: readonly RawToken[], path: string): Place[] {
  const places = new Map<string, Place>()
  for (const raw of raws.filter((each) => isIn(each.path, path))) {
    const document = documentOf(raw.at, raw.path)
    if (isPackaged(raw.file)) return refuse(`${raw.path} belongs to a package: change it there`, raw.file)
    if (!document) return refuse(`${raw.path} comes from another group ($extends): change it in the file`, raw.file)
    places.set(`${raw.file}|${document.join('/')}`, { file: raw.file, document })
  }
  return [...places.values()]
}

function checkNew(book: TokenBook, path: string) {
  const fault = pathFault(path)
  if (fault !== undefined) refuse(fault)
  const taken = rawsOf(book).find((raw) => isIn(raw.path, path) || isIn(path, raw.path))
  if (taken) refuse(`there is ${taken.path === path ? 'a token' : `${taken.path}, so no token`} called ${path} already`)
}

function added(
  library: Library,
  book: TokenBook,
  { path, type, text }: { path: string; type: string; text: string },
): Texts {
  checkNew(book, path)
  const read = readTokenText(text, type, undefined)
  if ('problem' in read) return refuse(`${path} wants ${read.problem}, found "${text}"`)
  const place = placeForNew(library, book, path)
  const now = textOf(library.tree, place.file)
  const written = addedTokenText(now ?? '{}\n', place.document, path, type, read.value)
  if (now !== undefined) return { [place.file]: written }
  const listed = [...library.data.tokens, place.file]
  const manifest = editYaml(textOf(library.tree, LIBRARY_FILE)!, [{ do: 'set', path: ['tokens'], value: listed }])
  return { [place.file]: written, [LIBRARY_FILE]: manifest }
}

/** Beside the tokens of its group, where all contexts read it; else in the first file, or in one that is made. */
function placeForNew(library: Library, book: TokenBook, path: string): Place {
  const raws = rawsOf(book).filter(({ file, at, path: own }) => !isPackaged(file) && documentOf(at, own))
  const columns = columnsOf(book).length
  // What every context reads in one file.
  const inAll = [...groupBy(raws, ({ path: own, file }) => `${file}|${own}`).values()]
    .filter((same) => same.length === columns)
    .map(([raw]) => raw!)
  const near = (raw: RawToken) => {
    const [a, b] = [raw.path.split('.'), path.split('.')]
    const differs = a.findIndex((step, at) => step !== b[at])
    return differs < 0 ? a.length : differs
  }
  const [best] = (inAll.length > 0 ? inAll : raws).toSorted((a, b) => near(b) - near(a))
  if (best) return { file: best.file, document: documentOf(best.at, best.path)! }
  const own = library.data.tokens
    .flatMap((file) => resolvePath(LIBRARY_FILE, file) ?? [])
    .find((file) => library.tree.paths.includes(file) && !/\.resolver\.json$/.test(file))
  return { file: own ?? 'tokens/library.tokens.json', document: [] }
}

function removed(library: Library, book: TokenBook, path: string): Texts {
  const places = placesOf(rawsOf(book), path)
  if (places.length === 0) refuse(`there is no token ${path}`)
  const texts: Texts = {}
  for (const { file, document } of places)
    texts[file] = removedTokenText(texts[file] ?? textOf(library.tree, file)!, document, path)
  return texts
}

function renamed(library: Library, book: TokenBook, { from, to }: { from: string; to: string }): Texts {
  const raws = rawsOf(book)
  const places = placesOf(raws, from)
  if (places.length === 0) refuse(`there is no token ${from}`)
  if (isIn(to, from)) refuse(`${to} would stand in itself`)
  checkNew(book, to)
  const texts: Texts = {}
  const now = (path: string) => texts[path] ?? textOf(library.tree, path)!
  for (const { file, document } of places) texts[file] = movedTokenText(now(file), document, from, to)
  const names = new Map(
    raws
      .filter(({ path }) => isIn(path, from))
      .map(({ path }) => [book.propertyOf(path), book.propertyOf(to + path.slice(from.length))]),
  )
  const tokenFiles = new Set(raws.map(({ file }) => file))
  for (const path of library.tree.paths) {
    if (isPackaged(path)) continue
    const isNaming = tokenFiles.has(path) || path.endsWith(SHEET_SUFFIX)
    if (!isNaming && !/\.(s?css|liquid|html?|m?[jt]sx?|svg)$/.test(path)) continue
    const text = now(path)
    const next = withProperties(isNaming ? withReferences(text, from, to) : text, names)
    if (next !== text) texts[path] = next
  }
  return texts
}
