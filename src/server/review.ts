import { createHash } from 'node:crypto'
import { userInfo } from 'node:os'
import pLimit, { type LimitFunction } from 'p-limit'
import type { Review, ReviewGroup, ReviewPicture } from '@/contract'
import {
  approve as approval,
  causeText,
  causeKey,
  groupPictures,
  isOpen,
  isReferenceFile,
  judgeAgain,
  parseTraits,
  picturePath,
  readReferences,
  traitsPath,
  unpackResults,
  type Approved,
  type Cause,
  type PictureGroup,
  type PictureResult,
} from '@/core/picture'
import { BadInput } from '@/core/problem'
import { textOf } from '@/core/sheet'
import { counted } from '@/core/words'
import { pictureKey } from '@/runner'
import { gitState } from '@/source'
import {
  acceptAgain,
  isSameState,
  latestPictures,
  listLibraryEdits,
  listRefused,
  refusePictures,
  stepTargets,
  StoreKeeper,
  type FileContents,
} from '@/store'
import { saveFiles, stepFiles } from './libraryFiles'
import type { Workspace } from './Workspace'

/** A picture of one of a library's components. */
interface Own extends PictureResult {
  slug: string
}

/** A library's pictures after its last run, beside what is approved by now. */
async function picturesOf(workspace: Workspace, libraryId: string) {
  const opened = await workspace.open(libraryId)
  if (!opened) return undefined
  const { tree } = opened.library
  const kept = await latestPictures(workspace.link.db, libraryId)
  const components = kept
    .filter(({ slug }) => opened.sheets.some((sheet) => sheet.slug === slug))
    .map(({ slug, rig, packed, fingerprint }) => {
      const { index, problems } = readReferences(tree, slug)
      if (problems.length > 0) throw new BadInput(problems)
      const all = unpackResults(packed)
      const results = all.flatMap((each) => judgeAgain(index, rig, each) ?? [])
      const isOutdated = results.length < all.length || !isSameState(fingerprint, opened.record.fingerprint)
      return { slug, rig, index, results, isOutdated }
    })
  return { ...opened, components }
}

/** How many pictures there are, and how many of them are to be decided; undefined where none have been taken. */
export async function pictureCounts(
  workspace: Workspace,
  libraryId: string,
): Promise<{ taken: number; open: number } | undefined> {
  // A library that cannot be read has no sheets to ask.
  const found = await picturesOf(workspace, libraryId).catch(() => undefined)
  const all = found?.components.flatMap(({ results }) => results) ?? []
  return all.length === 0 ? undefined : { taken: all.length, open: all.filter(isOpen).length }
}

type Pictures = NonNullable<Awaited<ReturnType<typeof picturesOf>>>

/** What of a library's pictures is to be decided, by what made them change; undefined where there is no such library. */
export async function review(workspace: Workspace, libraryId: string): Promise<Review | undefined> {
  const found = await picturesOf(workspace, libraryId)
  if (!found) return undefined
  const { db } = workspace.link
  const refused = await listRefused(db, libraryId)
  const history = await listLibraryEdits(db, libraryId, 'pictures')
  const targets = stepTargets(history)
  const noteOf = (id: number | undefined) => history.find((each) => each.id === id)?.note
  const [undo, redo] = [noteOf(targets.undo), noteOf(targets.redo)]
  const all = found.components.flatMap(({ slug, results }) => results.map((each): Own => ({ ...each, slug })))
  const count = (verdict: PictureResult['verdict']) => all.filter((each) => each.verdict === verdict).length
  const toPicture = (own: Own): ReviewPicture => {
    const { slug, key, verdict, picture, width, height, at, reference, by, boxes = [], share, largest } = own
    const decision = refused.find((each) => each.slug === slug && each.key === key && each.picture === picture)
    return {
      slug,
      key,
      verdict,
      picture: { name: picture, at, width, height },
      ...(reference && { approved: { name: reference.picture, at: reference.at } }),
      ...(by && { by }),
      boxes,
      ...(share !== undefined && { share }),
      ...(largest !== undefined && { largest }),
      ...(decision && { refused: { by: decision.author, on: decision.at.toISOString(), note: decision.note } }),
    }
  }
  const groups = [...changedGroups(found, all), ...newGroups(all)].map(({ pictures, ...group }): ReviewGroup => ({
    ...group,
    pictures: pictures.map((each) => toPicture(each as Own)),
  }))
  return {
    groups,
    names: Object.fromEntries(found.sheets.map(({ slug, data }) => [slug, data.name])),
    asksForPictures: found.sheets.some(({ data }) => data.pictures !== 'none'),
    taken: all.length,
    same: count('same'),
    elsewhere: count('other rig'),
    outdated: found.components.filter(({ isOutdated }) => isOutdated).map(({ slug }) => slug),
    rig: found.components[0]?.rig ?? '',
    ...(undo !== undefined && { undo }),
    ...(redo !== undefined && { redo }),
    history: history.map(({ note, author, at, kind }) => ({ note, by: author, on: at.toISOString(), kind })),
  }
}

type Grouped = Omit<ReviewGroup, 'pictures'> & { pictures: readonly PictureResult[] }

function changedGroups({ library: { tree } }: Pictures, all: readonly Own[]): Grouped[] {
  const traits = new Map<string, ReturnType<typeof parseTraits>>()
  const before = (own: PictureResult) => {
    const name = own.reference?.traits
    if (name === undefined) return undefined
    if (!traits.has(name)) traits.set(name, parseTraits(textOf(tree, traitsPath(name)) ?? ''))
    return traits.get(name)!.get(own.key)
  }
  return groupPictures(all, before).map(({ causes, changes, pictures }: PictureGroup) => ({
    id: idOf(causes.length === 0 ? 'unexplained' : causes.map(causeKey).join('\n')),
    kind: causes.length === 0 ? 'unexplained' : 'changed',
    causes: causes.map(toCause),
    changes,
    pictures,
  }))
}

/** Those of which none is approved, by component: each is looked at for the first time. */
const newGroups = (all: readonly Own[]): Grouped[] => {
  const fresh = all.filter(({ verdict }) => verdict === 'new')
  return [...new Set(fresh.map(({ slug }) => slug))].map((slug) => ({
    id: idOf(`new ${slug}`),
    kind: 'new',
    causes: [],
    changes: [],
    pictures: fresh.filter((each) => each.slug === slug),
  }))
}

const toCause = (cause: Cause): ReviewGroup['causes'][number] => ({
  text: causeText(cause),
  ...(cause.kind === 'line' && cause.before && { before: cause.before }),
  ...(cause.kind === 'line' && cause.after && { after: cause.after }),
})

const hashOf = (text: string) => createHash('sha256').update(text).digest('hex')
const idOf = (text: string) => hashOf(text).slice(0, 10)

/** Pictures as somebody chose them, by component and case, each by the name that was seen. */
export type Chosen = readonly { slug: string; key: string; picture: string }[]

/** Approvals of one process come one after another: each takes the index as the one before has left it. */
const turns = new WeakMap<Workspace, LimitFunction>()

function turnOf(workspace: Workspace): LimitFunction {
  let turn = turns.get(workspace)
  if (!turn) turns.set(workspace, (turn = pLimit(1)))
  return turn
}

/** Approves pictures. @throws Error where they are not what was seen any more */
export const approvePictures = (workspace: Workspace, libraryId: string, chosen: Chosen, note: string): Promise<void> =>
  turnOf(workspace)(() => approveNow(workspace, libraryId, chosen, note))

async function approveNow(workspace: Workspace, libraryId: string, chosen: Chosen, note: string): Promise<void> {
  await workspace.links.sync(libraryId)
  const found = (await picturesOf(workspace, libraryId))!
  const byRig = new Map<string, Approved[]>()
  for (const { slug, rig, results } of found.components) {
    const wanted = chosen.filter((each) => each.slug === slug)
    if (wanted.length === 0) continue
    const own = wanted.map(({ key, picture }) => results.find((each) => each.key === key && each.picture === picture))
    if (own.includes(undefined)) throw new Error('Some of these pictures are not what they were: look at them again.')
    byRig.set(rig, [...(byRig.get(rig) ?? []), { slug, results: own as PictureResult[], gone: [] }])
  }
  const keeper = new StoreKeeper(workspace.link)
  const state = found.record.folder === undefined ? undefined : await gitState(found.record.folder)
  const author = userInfo().username
  for (const [rig, approved] of byRig) {
    const about = {
      rig,
      by: author,
      on: new Date().toISOString(),
      ...(state && { in: state.commit.slice(0, 12) }),
      ...(note && { note }),
    }
    const changes = await approval(found.library.tree, approved, about, {
      png: (name) => keeper.get(pictureKey(name)),
      hash: hashOf,
    })
    const files: FileContents = Object.fromEntries(changes)
    const said = `${counted(chosen.length, 'picture')} of ${approved.map(({ slug }) => slug).join(', ')}${note && `: ${note}`}`
    await saveFiles(workspace, { libraryId, topic: 'pictures', files, note: said })
  }
  await acceptAgain(workspace.link, libraryId, chosen)
}

export const refuse = (workspace: Workspace, libraryId: string, chosen: Chosen, note: string): Promise<void> =>
  refusePictures(workspace.link, libraryId, chosen, { author: userInfo().username, note })

export const unrefuse = (workspace: Workspace, libraryId: string, chosen: Chosen): Promise<void> =>
  acceptAgain(workspace.link, libraryId, chosen)

/** Takes the last approval back, or does it again. */
export const stepApprovals = (workspace: Workspace, libraryId: string, kind: 'undo' | 'redo'): Promise<void> =>
  stepFiles(workspace, libraryId, 'pictures', kind, { inOrder: inSafeOrder })

/** Pictures before the indices that name them, and what goes at last. */
function inSafeOrder(files: FileContents): FileContents {
  const rank = ([path, contents]: [string, FileContents[string]]) =>
    contents === null ? 2 : isReferenceFile(path) ? 0 : 1
  return Object.fromEntries(Object.entries(files).toSorted((a, b) => rank(a) - rank(b)))
}

/** A picture as PNG: an approved one, or one that the last runs have taken. */
export async function pictureBytes(
  workspace: Workspace,
  libraryId: string,
  name: string,
): Promise<Uint8Array | undefined> {
  const opened = await workspace.open(libraryId)
  return opened?.library.tree.bytes(picturePath(name)) ?? new StoreKeeper(workspace.link).get(pictureKey(name))
}
