import { and, asc, eq, inArray } from 'drizzle-orm'
import { fileHashes, fingerprintOf, hashOf, putBlobs, type Transaction } from './libraries'
import type { Connection, Database } from './open'
import { standingSteps } from './revisions'
import { files, libraries, libraryEdits, libraryFiles } from './schema'

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
      const word = kind === 'undo' ? 'Undone' : 'Redone'
      await replace(tx, libraryId, hashes, { kind, topic, ofId: target.id, note: `${word}: ${target.note}`, author })
      return contentsOf(tx, hashes)
    }),
  )

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
  const [made] = await tx
    .insert(libraryEdits)
    .values({ libraryId, before, after, createdAt: new Date(), ...about })
    .returning({ id: libraryEdits.id })
  return made!.id
}

async function contentsOf(tx: Transaction, hashes: Readonly<Record<string, string | null>>): Promise<FileContents> {
  const wanted = Object.values(hashes).filter((hash) => hash !== null)
  const rows = wanted.length === 0 ? [] : await tx.select().from(files).where(inArray(files.hash, wanted))
  const byHash = new Map(rows.map(({ hash, bytes }) => [hash, new Uint8Array(bytes)]))
  return Object.fromEntries(
    Object.entries(hashes).map(([path, hash]) => [path, hash === null ? null : byHash.get(hash)!]),
  )
}
