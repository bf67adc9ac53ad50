import { userInfo } from 'node:os'
import { saveLibraryFiles, stepLibrary, type EditTopic, type FileContents } from '@/store'
import type { Workspace } from './Workspace'

type Saved = Omit<Parameters<typeof saveLibraryFiles>[1], 'author'>

/**
 * Saves files of a library, writes them into the linked folder, and tells all who look at it.
 * @param settle what is done besides before anybody hears of it
 */
export async function saveFiles(workspace: Workspace, given: Saved, settle?: () => Promise<void>): Promise<void> {
  const { libraryId, files } = given
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
  const stepped = await workspace.links.inTurn(libraryId, async () => {
    const files = await stepLibrary(workspace.link, libraryId, topic, kind, userInfo().username)
    if (files) await workspace.links.writeBack(libraryId, inOrder(files))
    return files
  })
  if (!stepped) return
  await settle?.()
  await tellOfFiles(workspace, libraryId, stepped)
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
