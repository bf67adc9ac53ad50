import type { Preview } from '@/contract'
import { filesOfComponent } from '@/core/sheet'
import { isTextFile, revisionTexts } from '@/store'
import { previewOf } from './preview'
import type { Workspace } from './Workspace'

/**
 * A component as one of its revisions renders it, with all that it shares as that is now.
 * @returns undefined where there is no such revision
 */
export async function revisionModel(
  workspace: Workspace,
  libraryId: string,
  slug: string,
  id: number,
): Promise<Preview | undefined> {
  const opened = await workspace.open(libraryId)
  const file = opened?.fileOf(slug)
  const texts = await revisionTexts(workspace.link.db, libraryId, slug, id)
  if (!opened || file === undefined || !texts) return undefined
  const now = filesOfComponent(opened.library, file)
  // What it has got since is not there; pictures and fonts are those of now.
  const gone = now.filter((path) => !(path in texts) && isTextFile(path)).map((path) => [path, null] as const)
  return previewOf(opened, slug, { ...Object.fromEntries(gone), ...texts })
}
