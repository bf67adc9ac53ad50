import { userInfo } from 'node:os'
import type { Preference } from '@/core/edit'
import type { Problem } from '@/core/problem'
import { listRevisions, revisionTexts, saveComponent, undoTargets, type Save, type Saved } from '@/store'
import { previewOf } from './preview'
import type { Opened } from './Libraries'
import type { Workspace } from './Workspace'

export interface SaveRequest {
  base?: number | undefined
  texts: Record<string, string | null>
  note?: string | undefined
  prefer?: Preference | undefined
  tab?: string | undefined
}

const refused = (problems: Problem[]): Saved => ({ kind: 'refused', problems })

/** Saves a component: what its folder holds by now is taken in first, and what was saved is written there. */
export async function save(
  workspace: Workspace,
  libraryId: string,
  slug: string,
  given: SaveRequest & Pick<Save, 'kind' | 'ofId'>,
): Promise<Saved> {
  await workspace.links.sync(libraryId)
  const opened = (await workspace.open(libraryId))!
  const file = fileOf(opened, slug, given.texts)
  const outside = Object.keys(given.texts).find((path) => !isInside(path))
  if (outside !== undefined)
    return refused([{ file: outside, line: 1, column: 1, message: `"${outside}" leaves the library's folder` }])
  const unread = await workspace.links.unreadOnDisk(libraryId, Object.keys(given.texts))
  if (unread.length > 0) return refused(unread)
  const { problems } = await previewOf(opened, slug, given.texts)
  if (problems.length > 0) return refused(problems)
  const { base, ...rest } = given
  const saved = await workspace.links.inTurn(libraryId, async () => {
    const about = { libraryId, slug, file, author: userInfo().username, base, ...rest }
    const done = await saveComponent(workspace.link, about, opened.library)
    if (done.kind === 'saved') await workspace.links.writeBack(libraryId, done.texts)
    return done
  })
  if (saved.kind === 'saved') {
    const { record } = (await workspace.open(libraryId))!
    workspace.events.tell(libraryId, { fingerprint: record.fingerprint, components: [{ slug, head: saved.revision }] })
  }
  return saved
}

const isInside = (path: string) => !/^([a-z]+:|[/\\])|(^|[/\\])\.\.([/\\]|$)|\0/i.test(path) && path !== ''

const fileOf = (opened: Opened, slug: string, texts: SaveRequest['texts']) =>
  opened.fileOf(slug) ??
  Object.keys(texts).find((path) => path.endsWith(`/${slug}.sheet.yaml`)) ??
  `components/${slug}/${slug}.sheet.yaml`

/** Brings back an earlier revision, as a new one. */
export async function goBack(
  workspace: Workspace,
  libraryId: string,
  slug: string,
  how: { kind: 'undo' | 'redo' } | { kind: 'restore'; id: number },
): Promise<Saved> {
  const { db } = workspace.link
  const history = await listRevisions(db, libraryId, slug)
  const id = how.kind === 'restore' ? how.id : undoTargets(history)[how.kind]
  const target = history.find((each) => each.id === id)
  const head = history.at(-1)
  if (!target || !head) return { kind: 'unchanged', revision: head?.id ?? 0, texts: {} }
  const now = (await revisionTexts(db, libraryId, slug, head.id)) ?? {}
  const then = (await revisionTexts(db, libraryId, slug, target.id)) ?? {}
  const gone = Object.keys(now).filter((path) => !(path in then))
  const texts = { ...then, ...Object.fromEntries(gone.map((path) => [path, null])) }
  const word = { undo: 'Undone', redo: 'Redone', restore: 'Restored' }[how.kind]
  const told = how.kind === 'undo' ? head.note : target.note
  return save(workspace, libraryId, slug, {
    base: head.id,
    texts,
    kind: how.kind,
    ofId: target.id,
    note: `${word}: ${told}`,
  })
}
