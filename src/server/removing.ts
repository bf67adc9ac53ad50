import { userInfo } from 'node:os'
import { nestedSlugs, othersOf } from '@/core/plan'
import { BadInput } from '@/core/problem'
import {
  componentFiles,
  filesOfComponent,
  LIBRARY_FILE,
  readSheet,
  resolvePath,
  withTexts,
  type Library,
  type Sheet,
} from '@/core/sheet'
import { bringBackComponent, listRemovedComponents, removeComponent, type Connection } from '@/store'
import type { Workspace } from './Workspace'

/** Components that a library had, by the names that they had last. */
export async function removedComponents(
  { db }: Connection,
  libraryId: string,
): Promise<{ slug: string; name: string }[]> {
  const removed = await listRemovedComponents(db, libraryId)
  return removed.map(({ slug, sheet }) => ({ slug, name: readSheet(sheet, slug).sheet?.data.name ?? slug }))
}

/**
 * Removes a component. In a linked folder only its sheet goes: its code is the repository's; else all files that nothing else uses.
 * @returns whether there was one. @throws BadInput where others need it
 */
export async function takeOut(workspace: Workspace, libraryId: string, slug: string): Promise<boolean> {
  await workspace.links.sync(libraryId)
  const opened = await workspace.open(libraryId)
  const file = opened?.fileOf(slug)
  if (!opened || file === undefined) return false
  const { library, record } = opened
  refuseNeeded(library, slug)
  const paths = record.folder === undefined ? ownFiles(library, file) : [file]
  const texts = Object.fromEntries(paths.map((path) => [path, null]))
  const { problems } = withTexts(library, texts)
  if (problems.length > 0) throw new BadInput(problems)
  const isDone = await workspace.links.inTurn(libraryId, async () => {
    const was = await removeComponent(workspace.link, { libraryId, slug, paths })
    await workspace.links.writeBack(libraryId, texts)
    return was
  })
  await tellOf(workspace, libraryId, [])
  return isDone
}

/** Brings a component back as it was. @returns whether one of this name was removed */
export async function bringBack(workspace: Workspace, libraryId: string, slug: string): Promise<boolean> {
  const known = (await removedComponents(workspace.link, libraryId)).find((each) => each.slug === slug)
  if (!known) return false
  const back = await workspace.links.inTurn(libraryId, async () => {
    const made = await bringBackComponent(workspace.link, { libraryId, ...known, author: userInfo().username })
    if (made) await workspace.links.writeBack(libraryId, made.texts)
    return made
  })
  if (!back) return false
  await tellOf(workspace, libraryId, [{ slug, head: back.revision }])
  return true
}

/** @throws BadInput where a component stands in slots of others */
export function refuseNeeded(library: Library, slug: string): void {
  const users = othersThatNeed(library, slug)
  if (users.length === 0) return
  const names = users.map(({ data }) => data.name).join(', ')
  throw new BadInput([
    { ...START, file: users[0]!.file, message: `it stands in slots of ${names}: take it out there first` },
  ])
}

const START = { line: 1, column: 1 }

function othersThatNeed({ sheets }: Library, slug: string): Sheet[] {
  const others = othersOf(sheets)
  return sheets.filter((each) => each.slug !== slug && nestedSlugs(each, others).has(slug))
}

/** What stands in its folder or is named by its sheet, and is used by nothing else of the library. */
function ownFiles(library: Library, file: string): string[] {
  const { tree, sheets, data } = library
  const shared = new Set([
    ...[...data.styles, ...data.tokens, ...data.guides].map((path) => resolvePath(LIBRARY_FILE, path) ?? path),
    ...sheets.flatMap((each) => (each.file === file ? [] : componentFiles(each, tree.paths))),
  ])
  return filesOfComponent(library, file).filter((path) => !shared.has(path))
}

async function tellOf(workspace: Workspace, libraryId: string, components: { slug: string; head: number }[]) {
  const { record } = (await workspace.open(libraryId))!
  workspace.events.tell(libraryId, { fingerprint: record.fingerprint, components })
}
