import { and, asc, eq } from 'drizzle-orm'
import { fileHashes, fingerprintOf, hashOf, putBlobs, type Transaction } from './libraries'
import type { Connection, Database } from './open'
import { manifestTexts, standingSteps } from './revisions'
import { libraries, libraryEdits, libraryFiles } from './schema'

export interface LibraryEdit {
  id: number
  kind: 'edit' | 'undo' | 'redo'
  ofId?: number
  note: string
  author: string
  at: Date
}

/** Saves files of a library as a whole, with what they were before. */
export const saveLibraryFiles = (
  { db, write }: Connection,
  given: { libraryId: string; texts: Readonly<Record<string, string>>; note: string; author: string },
): Promise<number> =>
  write(() =>
    db.transaction(async (tx) => {
      const encoder = new TextEncoder()
      const blobs = Object.entries(given.texts).map(([path, text]) => {
        const bytes = encoder.encode(text)
        return { path, bytes, hash: hashOf(bytes) }
      })
      await putBlobs(tx, blobs)
      const after = Object.fromEntries(blobs.map(({ path, hash }) => [path, hash]))
      return replace(tx, given.libraryId, after, { kind: 'edit', note: given.note, author: given.author })
    }),
  )

/** Takes the last change back that has not been taken back, or does the last one again. @returns the texts that stand then; undefined where there is nothing to take back. */
export const stepLibrary = (
  { db, write }: Connection,
  libraryId: string,
  kind: 'undo' | 'redo',
  author: string,
): Promise<Record<string, string> | undefined> =>
  write(() =>
    db.transaction(async (tx) => {
      const history = await tx
        .select()
        .from(libraryEdits)
        .where(eq(libraryEdits.libraryId, libraryId))
        .orderBy(asc(libraryEdits.id))
      const id = stepTargets(history)[kind]
      const target = history.find((each) => each.id === id)
      if (!target) return undefined
      const hashes = kind === 'undo' ? target.before : target.after
      const word = kind === 'undo' ? 'Undone' : 'Redone'
      await replace(tx, libraryId, hashes, { kind, ofId: target.id, note: `${word}: ${target.note}`, author })
      return manifestTexts(tx, hashes)
    }),
  )

/** The changes that undo and redo would act on. */
export function stepTargets(history: Parameters<typeof standingSteps>[0]): { undo?: number; redo?: number } {
  const { done, undone } = standingSteps(history)
  const [undo, redo] = [done.at(-1), undone.at(-1)]
  return { ...(undo !== undefined && { undo }), ...(redo !== undefined && { redo }) }
}

/** Changes of a library's own files, the first first. */
export async function listLibraryEdits(db: Database, libraryId: string): Promise<LibraryEdit[]> {
  const rows = await db
    .select()
    .from(libraryEdits)
    .where(eq(libraryEdits.libraryId, libraryId))
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
  after: Record<string, string>,
  about: Pick<typeof libraryEdits.$inferInsert, 'kind' | 'ofId' | 'note' | 'author'>,
): Promise<number> {
  const hashes = await fileHashes(tx, libraryId)
  const before = Object.fromEntries(
    Object.keys(after).flatMap((path) => (hashes.has(path) ? [[path, hashes.get(path)!]] : [])),
  )
  for (const [path, hash] of Object.entries(after)) {
    hashes.set(path, hash)
    await tx
      .update(libraryFiles)
      .set({ hash })
      .where(and(eq(libraryFiles.libraryId, libraryId), eq(libraryFiles.path, path)))
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
