import { userInfo } from 'node:os'
import { join } from 'node:path'
import { LIBRARY_FILE, overlay, textOf, treeOf, type FileTree } from '@/core/sheet'
import { editYaml } from '@/core/yaml'
import { homeFolder, openFolder } from '@/source'
import { importTree, treeOfLibrary } from '@/store'
import { saveSettings } from './settings'
import type { Workspace } from './Workspace'

/** Makes a library. @returns its id. @throws LibraryExists */
export async function makeLibrary({ link }: Workspace, name: string, from: 'nothing' | 'demo'): Promise<string> {
  const tree =
    from === 'demo'
      ? openFolder(join(/* turbopackIgnore: true */ homeFolder(), 'demo', 'firnline'))
      : treeOf({ [LIBRARY_FILE]: 'library: 1\nname: New\n' })
  return (await importTree(link, plain(tree, name), { author: userInfo().username })).id
}

/** Copies a library as it is by now, without its history. @returns the copy's id. @throws LibraryExists */
export async function duplicateLibrary({ link }: Workspace, libraryId: string, name: string): Promise<string> {
  const tree = await treeOfLibrary(link.db, libraryId)
  return (await importTree(link, plain(tree, name), { author: userInfo().username })).id
}

/** Gives a library another name, in its own file. @throws BadInput where that cannot be read */
export async function renameLibrary(workspace: Workspace, libraryId: string, name: string): Promise<void> {
  await workspace.links.sync(libraryId)
  const { library } = (await workspace.open(libraryId))!
  await saveSettings(workspace, libraryId, renamed(library.tree, name), `Name: ${library.data.name} → ${name}`)
}

const renamed = (tree: FileTree, name: string): string =>
  editYaml(textOf(tree, LIBRARY_FILE)!, [{ do: 'set', path: ['name'], value: name }])

/** Its files under another name, wherever they came from. */
function plain(tree: FileTree, name: string): FileTree {
  const { paths, bytes } = overlay(tree, { [LIBRARY_FILE]: renamed(tree, name) })
  return { paths, bytes }
}
