import { and, asc, desc, eq, inArray } from 'drizzle-orm'
import { BadInput } from '@/core/problem'
import { componentFiles, readSheet, SHEET_SUFFIX, slugOf } from '@/core/sheet'
import { addRevision, fileHashes, fingerprintOf, hashOf, putBlobs, type Transaction } from './libraries'
import { manifestOf } from './manifest'
import type { Connection, Database } from './open'
import { standingSteps } from './revisions'
import { components, files, libraries, libraryEdits, libraryFiles, revisions } from './schema'

export interface LibraryEdit {
  id: number
  kind: 'edit' | 'undo' | 'redo'
  ofId?: number
  note: string
  author: string
  at: Date
}

/** What a change is about: each is taken back and done again by itself. */
export type EditTopic = (typeof libraryEdits.$inferSelect)['topic']

/** Contents of files, by path; null where there is none. */
export type FileContents = Record<string, string | Uint8Array | null>

/** Saves files of a library as a whole, with what they were before. */
export const saveLibraryFiles = (
  { db, write }: Connection,
  given: { libraryId: string; topic: EditTopic; files: Readonly<FileContents>; note: string; author: string },
): Promise<number> =>
  write(() =>
    db.transaction(async (tx) => {
      const encoder = new TextEncoder()
      const { topic, note, author } = given
      const after: Record<string, string | null> = {}
      const blobs = Object.entries(given.files).flatMap(([path, contents]) => {
        if (contents === null) {
          after[path] = null
          return []
        }
        const bytes = typeof contents === 'string' ? encoder.encode(contents) : contents
        return [{ bytes, hash: (after[path] = hashOf(bytes)) }]
      })
      await putBlobs(tx, blobs)
      return replace(tx, given.libraryId, after, { kind: 'edit', topic, note, author })
    }),
  )

/** Takes the last change back that has not been taken back, or does the last one again. @returns what the files hold then; undefined where there is nothing to take back. */
export const stepLibrary = (
  { db, write }: Connection,
  libraryId: string,
  topic: EditTopic,
  kind: 'undo' | 'redo',
  author: string,
): Promise<FileContents | undefined> =>
  write(() =>
    db.transaction(async (tx) => {
      const history = await tx
        .select()
        .from(libraryEdits)
        .where(and(eq(libraryEdits.libraryId, libraryId), eq(libraryEdits.topic, topic)))
        .orderBy(asc(libraryEdits.id))
      const id = stepTargets(history)[kind]
      const target = history.find((each) => each.id === id)
      if (!target) return undefined
      // What was not there before goes again.
      const gone = Object.fromEntries(Object.keys(target.after).map((path) => [path, null]))
      const hashes = kind === 'undo' ? { ...gone, ...target.before } : target.after
      await refuseChanged(tx, libraryId, kind === 'undo' ? target.after : { ...gone, ...target.before }, target.note)
      const word = kind === 'undo' ? 'Undone' : 'Redone'
      await replace(tx, libraryId, hashes, { kind, topic, ofId: target.id, note: `${word}: ${target.note}`, author })
      return contentsOf(tx, hashes)
    }),
  )

/** What somebody has changed since is not overwritten. @throws BadInput */
async function refuseChanged(
  tx: Transaction,
  libraryId: string,
  left: Readonly<Record<string, string | null>>,
  note: string,
) {
  const hashes = await fileHashes(tx, libraryId)
  const changed = Object.entries(left).filter(([path, hash]) => (hashes.get(path) ?? null) !== hash)
  if (changed.length > 0)
    throw new BadInput(
      changed.map(([file]) => ({
        file,
        line: 1,
        column: 1,
        message: `it has changed since “${note}”: change it by hand`,
      })),
    )
}

/** The changes that undo and redo would act on. */
export function stepTargets(history: Parameters<typeof standingSteps>[0]): { undo?: number; redo?: number } {
  const { done, undone } = standingSteps(history)
  const [undo, redo] = [done.at(-1), undone.at(-1)]
  return { ...(undo !== undefined && { undo }), ...(redo !== undefined && { redo }) }
}

/** Changes of a library's own files, the first first. */
export async function listLibraryEdits(db: Database, libraryId: string, topic: EditTopic): Promise<LibraryEdit[]> {
  const rows = await db
    .select()
    .from(libraryEdits)
    .where(and(eq(libraryEdits.libraryId, libraryId), eq(libraryEdits.topic, topic)))
    .orderBy(asc(libraryEdits.id))
  return rows.map(({ id, kind, ofId, note, author, createdAt }) => ({
    id,
    kind,
    note,
    author,
    at: createdAt,
    ...(ofId !== null && { ofId }),
  }))
}

async function replace(
  tx: Transaction,
  libraryId: string,
  after: Record<string, string | null>,
  about: Pick<typeof libraryEdits.$inferInsert, 'kind' | 'topic' | 'ofId' | 'note' | 'author'>,
): Promise<number> {
  const hashes = await fileHashes(tx, libraryId)
  const before = Object.fromEntries(
    Object.keys(after).flatMap((path) => (hashes.has(path) ? [[path, hashes.get(path)!]] : [])),
  )
  for (const [path, hash] of Object.entries(after)) {
    const place = and(eq(libraryFiles.libraryId, libraryId), eq(libraryFiles.path, path))
    const isThere = hashes.has(path)
    if (hash === null) {
      hashes.delete(path)
      await tx.delete(libraryFiles).where(place)
    } else {
      hashes.set(path, hash)
      if (isThere) await tx.update(libraryFiles).set({ hash }).where(place)
      else await tx.insert(libraryFiles).values({ libraryId, path, hash })
    }
  }
  await tx
    .update(libraries)
    .set({ fingerprint: fingerprintOf(hashes) })
    .where(eq(libraries.id, libraryId))
  await reviseComponents(tx, libraryId, after, about)
  const added = Object.keys(after).filter(
    (path) => path.endsWith(SHEET_SUFFIX) && after[path] !== null && !(path in before),
  )
  await addComponents(tx, libraryId, added, hashes, about)
  const [made] = await tx
    .insert(libraryEdits)
    .values({ libraryId, before, after, createdAt: new Date(), ...about })
    .returning({ id: libraryEdits.id })
  return made!.id
}

type About = Pick<typeof libraryEdits.$inferInsert, 'note' | 'author'>

/** Sheets that were not there before are components from then on; one that was there once goes on with its history. */
async function addComponents(
  tx: Transaction,
  library: string,
  added: readonly string[],
  hashes: ReadonlyMap<string, string>,
  { note, author }: About,
) {
  const sheets = await contentsOf(tx, Object.fromEntries(added.map((path) => [path, hashes.get(path)!])))
  for (const file of added) {
    const { sheet } = readSheet(new TextDecoder().decode(sheets[file] as Uint8Array), file)
    const slug = slugOf(file)
    const [last] = await tx
      .select({ id: revisions.id })
      .from(revisions)
      .where(and(eq(revisions.libraryId, library), eq(revisions.slug, slug)))
      .orderBy(desc(revisions.id))
      .limit(1)
    const manifest = manifestOf(componentFiles(sheet ?? { file }, [...hashes.keys()]), hashes)
    const name = sheet?.data.name ?? slug
    await addRevision(tx, { libraryId: library, slug, name, file }, { kind: 'edit', author, note, manifest }, last?.id)
  }
}

/** Components whose own files are among those that changed get a revision; those whose sheet has gone are no more. */
async function reviseComponents(
  tx: Transaction,
  library: string,
  after: Readonly<Record<string, string | null>>,
  { note, author }: About,
) {
  const heads = await tx
    .select({ slug: components.slug, name: components.name, head: revisions.id, manifest: revisions.manifest })
    .from(components)
    .innerJoin(revisions, eq(revisions.id, components.revisionId))
    .where(eq(components.libraryId, library))
  for (const { slug, name, head, manifest } of heads) {
    const own = Object.keys(manifest ?? {}).filter((path) => path in after)
    const file = Object.keys(manifest ?? {}).find((path) => path.endsWith(SHEET_SUFFIX) && slugOf(path) === slug)
    if (own.length === 0 || file === undefined) continue
    if (after[file] === null) {
      await tx.delete(components).where(and(eq(components.libraryId, library), eq(components.slug, slug)))
      continue
    }
    const kept = Object.entries({ ...manifest, ...after }).flatMap(([path, hash]) =>
      path in manifest! && hash !== null ? [[path, hash] as const] : [],
    )
    const revision = { kind: 'edit' as const, author, note, manifest: Object.fromEntries(kept) }
    await addRevision(tx, { libraryId: library, slug, name, file }, revision, head)
  }
}

async function contentsOf(tx: Transaction, hashes: Readonly<Record<string, string | null>>): Promise<FileContents> {
  const wanted = Object.values(hashes).filter((hash) => hash !== null)
  const rows = wanted.length === 0 ? [] : await tx.select().from(files).where(inArray(files.hash, wanted))
  const byHash = new Map(rows.map(({ hash, bytes }) => [hash, new Uint8Array(bytes)]))
  return Object.fromEntries(
    Object.entries(hashes).map(([path, hash]) => [path, hash === null ? null : byHash.get(hash)!]),
  )
}
