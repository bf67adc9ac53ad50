import { userInfo } from 'node:os'
import { BadInput } from '@/core/problem'
import { saveLibraryFiles, stepLibrary, type EditTopic, type FileContents } from '@/store'
import type { Workspace } from './Workspace'

type Saved = Omit<Parameters<typeof saveLibraryFiles>[1], 'author'>

/**
 * Saves files of a library, writes them into the linked folder, and tells all who look at it.
 * @param settle what is done besides before anybody hears of it
 * @throws BadInput where the folder holds something else by now that cannot be read
 */
export async function saveFiles(workspace: Workspace, given: Saved, settle?: () => Promise<void>): Promise<void> {
  const { libraryId, files } = given
  await refuseUnread(workspace, libraryId, Object.keys(files))
  await workspace.links.inTurn(libraryId, async () => {
    await saveLibraryFiles(workspace.link, { ...given, author: userInfo().username })
    await workspace.links.writeBack(libraryId, files)
  })
  await settle?.()
  await tellOfFiles(workspace, libraryId, files)
}

/**
 * Takes the last change of a topic back, or does it again, as `saveFiles` does.
 * @param inOrder files in the order in which they are written into the folder
 * @throws BadInput where something has changed since
 */
export async function stepFiles(
  workspace: Workspace,
  libraryId: string,
  topic: EditTopic,
  kind: 'undo' | 'redo',
  {
    settle,
    inOrder = (files) => files,
  }: { settle?: () => Promise<void>; inOrder?(files: FileContents): FileContents } = {},
): Promise<void> {
  // What was changed in the folder a moment ago counts, too.
  await workspace.links.sync(libraryId)
  const { library } = (await workspace.open(libraryId))!
  await refuseUnread(workspace, libraryId, library.tree.paths)
  const stepped = await workspace.links.inTurn(libraryId, async () => {
    const files = await stepLibrary(workspace.link, libraryId, topic, kind, userInfo().username)
    if (files) await workspace.links.writeBack(libraryId, inOrder(files))
    return files
  })
  if (!stepped) return
  await settle?.()
  await tellOfFiles(workspace, libraryId, stepped)
}

/** What stands in the linked folder and could not be taken in is written over by nobody. */
async function refuseUnread(workspace: Workspace, libraryId: string, paths: readonly string[]): Promise<void> {
  const unread = await workspace.links.unreadOnDisk(libraryId, paths)
  if (unread.length > 0) throw new BadInput(unread)
}

/** Tells all who look at a library of files that have changed. */
async function tellOfFiles(workspace: Workspace, libraryId: string, files: Readonly<FileContents>) {
  const { record } = (await workspace.open(libraryId))!
  // Sheets and styles that name a token are the components' own: whoever edits one is told.
  const { fingerprint, components } = record
  workspace.events.tell(libraryId, {
    fingerprint,
    components: isTouched(files) ? components.map(({ slug, head }) => ({ slug, head })) : [],
  })
}

const isTouched = (files: Readonly<FileContents>) => Object.keys(files).some((path) => !path.endsWith('.json'))
