import type { Definition } from '@/contract'
import { revisionTexts, listDrafts, listRevisions, undoTargets } from '@/store'
import { previewOf } from './preview'
import type { Opened } from './Libraries'
import type { Workspace } from './Workspace'

/** Everything that the Define view opens with; undefined when there is no such component. */
export async function definitionOf(
  { link: { db } }: Pick<Workspace, 'link'>,
  opened: Opened,
  slug: string,
): Promise<Definition | undefined> {
  const { record, library, sheets } = opened
  const known = record.components.find((each) => each.slug === slug)
  const sheet = sheets.find((each) => each.slug === slug)
  if (!known || !sheet) return undefined
  const history = await listRevisions(db, record.id, slug)
  const drafts = await listDrafts(db, record.id, slug)
  return {
    base: known.head,
    file: sheet.file,
    texts: (await revisionTexts(db, record.id, slug, known.head)) ?? {},
    drafts: drafts.map(({ at, ...draft }) => ({ ...draft, at: at.toISOString() })),
    revisions: history.map(({ ofId: _, at, ...revision }) => ({ ...revision, at: at.toISOString() })),
    ...undoTargets(history),
    preview: await previewOf(opened, slug, {}),
    components: sheets.map((each) => each.slug),
    contexts: library.data.contexts,
    ...(record.folder !== undefined && { folder: record.folder }),
  }
}
