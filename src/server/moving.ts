import { BadInput } from '@/core/problem'
import { filesOfComponent, isVendored } from '@/core/sheet'
import type { FileContents } from '@/store'
import { refuseNeeded, takeOut } from './removing'
import { saveFiles } from './libraryFiles'
import type { Workspace } from './Workspace'

/**
 * Copies a component with its own files into another library, at the same paths, or moves it there. What it shares with others (styles,
 * tokens, components in its slots) stays: the other library's lints tell what is missing.
 * @returns whether there are such a component and such a library
 * @throws BadInput where the other library has it already, or, to be moved, where others need it
 */
export async function sendComponent(
  workspace: Workspace,
  libraryId: string,
  slug: string,
  { to, isMoved }: { to: string; isMoved: boolean },
): Promise<boolean> {
  await Promise.all([libraryId, to].map((id) => workspace.links.sync(id)))
  const [from, target] = await Promise.all([workspace.open(libraryId), workspace.open(to)])
  const file = from?.fileOf(slug)
  if (!from || !target || file === undefined) return false
  const refuse = (message: string): never => {
    throw new BadInput([{ file, line: 1, column: 1, message }])
  }
  const name = target.library.data.name
  if (target.fileOf(slug) !== undefined) refuse(`${name} has a component "${slug}" already`)
  if (isMoved) refuseNeeded(from.library, slug)
  const { tree } = from.library
  const own = filesOfComponent(from.library, file)
  const files: FileContents = Object.fromEntries(
    own.filter((path) => !isVendored(path)).map((path) => [path, tree.bytes(path)!]),
  )
  const taken = Object.keys(files).find((path) => target.library.tree.paths.includes(path))
  if (taken !== undefined) refuse(`${name} has a file "${taken}" already`)
  const note = `${slug} ${isMoved ? 'moved' : 'copied'} from ${from.library.data.name}`
  await saveFiles(workspace, { libraryId: to, topic: 'library', files, note })
  return !isMoved || takeOut(workspace, libraryId, slug)
}
