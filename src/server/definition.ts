import type { Definition } from '@/contract'
import { readSheet } from '@/core/sheet'
import { revisionTexts, listDrafts, listRevisions, undoTargets, type Revision } from '@/store'
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
  const file = opened.fileOf(slug)
  if (!known || file === undefined) return undefined
  const history = await listRevisions(db, record.id, slug)
  const drafts = await listDrafts(db, record.id, slug)
  return {
    base: known.head,
    file,
    texts: (await revisionTexts(db, record.id, slug, known.head)) ?? {},
    drafts: drafts.map(({ at, ...draft }) => ({ ...draft, at: at.toISOString() })),
    revisions: history.map(({ ofId: _, at, ...revision }) => ({ ...revision, at: at.toISOString() })),
    ...undoTargets(history),
    preview: await previewOf(opened, slug, {}),
    ...(opened.faults.has(slug) && { lastGood: await lastGood(db, record.id, slug, file, history) }),
    components: sheets.map((each) => each.slug),
    contexts: library.data.contexts,
    ...(record.folder !== undefined && { folder: record.folder }),
  }
}

/** The last revision whose sheet can be read; undefined where none can. */
async function lastGood(
  db: Workspace['link']['db'],
  libraryId: string,
  slug: string,
  file: string,
  history: readonly Revision[],
): Promise<number | undefined> {
  for (const { id } of history.toReversed()) {
    const text = (await revisionTexts(db, libraryId, slug, id))?.[file]
    if (text === undefined) continue
    const { sheet, problems } = readSheet(text, file)
    if (sheet && problems.length === 0) return id
  }
  return undefined
}
