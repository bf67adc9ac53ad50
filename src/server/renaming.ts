import { componentNameEdits, componentNameInText } from '@/core/edit'
import { indexPath } from '@/core/picture'
import { BadInput } from '@/core/problem'
import { filesOfComponent, readLibrary, textOf, withTexts, type Library } from '@/core/sheet'
import { editYaml, readYaml } from '@/core/yaml'
import type { FileContents } from '@/store'
import { saveFiles } from './libraryFiles'
import type { Workspace } from './Workspace'

/**
 * Gives a component another name in files and addresses: its sheet is called so, its folder too where it has one of its own that no other
 * file speaks of, and sheets and guides that name it follow. In a linked folder only sheets and guides change: code is the repository's.
 * Its revisions and runs of before stay under the old name. Taken back like a change of settings.
 * @returns whether there is such a component. @throws BadInput where the name is taken, or something cannot be read then
 */
export async function renameComponent(
  workspace: Workspace,
  libraryId: string,
  slug: string,
  to: string,
): Promise<boolean> {
  await workspace.links.sync(libraryId)
  const opened = await workspace.open(libraryId)
  const file = opened?.fileOf(slug)
  if (!opened || file === undefined) return false
  const { library, record } = opened
  if (opened.fileOf(to) !== undefined)
    throw new BadInput([{ file, line: 1, column: 1, message: `there is a component "${to}" already` }])
  const moves = movesOf(library, { file, slug, to, isLinked: record.folder !== undefined })
  const files = filesAfter(library, moves, slug, to)
  refuseNewProblems(library, files)
  const note = `${slug} is called ${to} in files and addresses`
  await saveFiles(workspace, { libraryId, topic: 'library', files, note })
  return true
}

/** Where each file goes. */
function movesOf(
  library: Library,
  { file, slug, to, isLinked }: { file: string; slug: string; to: string; isLinked: boolean },
): Map<string, string> {
  const { tree } = library
  const folder = file.slice(0, file.lastIndexOf('/') + 1)
  const home = folder.slice(0, -1 - slug.length)
  const own = filesOfComponent(library, file)
  const inside = tree.paths.filter((path) => path.startsWith(folder))
  const isOwn = folder.endsWith(`/${slug}/`) && inside.every((path) => own.includes(path))
  const isNamed = () => tree.paths.some((path) => !inside.includes(path) && textOf(tree, path)?.includes(`${slug}/`))
  const goes = isOwn && !isLinked && !isNamed()
  const target = goes ? `${home}${to}/` : folder
  const moves = new Map(goes ? inside.map((path) => [path, target + path.slice(folder.length)]) : [])
  moves.set(file, `${target}${to}.sheet.yaml`)
  if (tree.paths.includes(indexPath(slug))) moves.set(indexPath(slug), indexPath(to))
  return moves
}

/** What the files hold that are moved, or that name the component. */
function filesAfter(
  { tree, sheets }: Library,
  moves: ReadonlyMap<string, string>,
  slug: string,
  to: string,
): FileContents {
  const files: FileContents = {}
  for (const [from, target] of moves) {
    files[from] = null
    files[target] = tree.bytes(from)!
  }
  const put = (path: string, work: (text: string) => string) => {
    const before = textOf(tree, path)!
    const after = work(before)
    if (after !== before) files[moves.get(path) ?? path] = after
  }
  for (const { file } of sheets)
    put(file, (text) => {
      const edits = componentNameEdits(readYaml(text, file).value, slug, to)
      return edits.length > 0 ? editYaml(text, edits) : text
    })
  for (const path of tree.paths) if (path.endsWith('.md')) put(path, (text) => componentNameInText(text, slug, to))
  return files
}

/** @throws BadInput with what could be read before and cannot be read then */
function refuseNewProblems(library: Library, files: Readonly<FileContents>) {
  const decoder = new TextDecoder()
  const texts = Object.fromEntries(
    Object.entries(files).map(([path, contents]) => [
      path,
      contents === null || typeof contents === 'string' ? contents : decoder.decode(contents),
    ]),
  )
  const known = new Set(readLibrary(library.tree).problems.map(({ message }) => message))
  const problems = withTexts(library, texts).problems.filter(({ message }) => !known.has(message))
  if (problems.length > 0) throw new BadInput(problems)
}
