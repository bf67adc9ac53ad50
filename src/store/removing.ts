import { and, desc, eq, isNotNull, isNull } from 'drizzle-orm'
import { addRevision, fileHashes, fingerprintOf, type Transaction } from './libraries'
import type { Connection, Database } from './open'
import { headOf, manifestTexts } from './revisions'
import { components, libraries, libraryFiles, revisions } from './schema'

/** Libraries that were removed, the last first. */
export const listRemovedLibraries = (db: Database) =>
  db
    .select({ id: libraries.id, name: libraries.name, removedAt: libraries.removedAt })
    .from(libraries)
    .where(isNotNull(libraries.removedAt))
    .orderBy(desc(libraries.removedAt))

/** Removes a library from all lists, or brings it back as it was, with its history and its runs. @returns whether there was one */
export const setRemoved = ({ db, write }: Connection, id: string, removedAt: Date | null): Promise<boolean> =>
  write(async () => {
    const isOther = removedAt === null ? isNotNull(libraries.removedAt) : isNull(libraries.removedAt)
    const changed = await db
      .update(libraries)
      .set({ removedAt })
      .where(and(eq(libraries.id, id), isOther))
      .returning({ id: libraries.id })
    return changed.length > 0
  })

/** Slugs of components that a library had and has no more, each with its last revision's sheet. */
export async function listRemovedComponents(
  db: Database,
  libraryId: string,
): Promise<{ slug: string; sheet: string }[]> {
  const own = and(eq(components.libraryId, revisions.libraryId), eq(components.slug, revisions.slug))
  const rows = await db
    .select({ slug: revisions.slug, id: revisions.id, hash: revisions.hash, manifest: revisions.manifest })
    .from(revisions)
    .leftJoin(components, own)
    .where(and(eq(revisions.libraryId, libraryId), isNull(components.slug)))
    .orderBy(revisions.id)
  const last = new Map(rows.map((row) => [row.slug, row]))
  return Promise.all(
    [...last.values()].map(async ({ slug, hash, manifest }) => {
      const own = Object.fromEntries(Object.entries(manifest ?? {}).filter(([, each]) => each === hash))
      return { slug, sheet: Object.values(await manifestTexts(db, own))[0] ?? '' }
    }),
  )
}

/** Takes a component and some of its files out of a library. Its revisions and its runs stay. @returns whether there was one */
export const removeComponent = (
  { db, write }: Connection,
  { libraryId, slug, paths }: { libraryId: string; slug: string; paths: readonly string[] },
): Promise<boolean> =>
  write(() =>
    db.transaction(async (tx) => {
      const found = await headOf(tx, libraryId, slug)
      if (!found) return false
      for (const path of paths)
        await tx.delete(libraryFiles).where(and(eq(libraryFiles.libraryId, libraryId), eq(libraryFiles.path, path)))
      await tx.delete(components).where(and(eq(components.libraryId, libraryId), eq(components.slug, slug)))
      await nameState(tx, libraryId)
      return true
    }),
  )

/**
 * Puts a component back that was removed, as it was last. Files that stand there by now are left as they are.
 * @returns its new revision, and the texts that were put back; undefined when no such component was removed
 */
export const bringBackComponent = (
  { db, write }: Connection,
  { libraryId, slug, name, author }: { libraryId: string; slug: string; name: string; author: string },
): Promise<{ revision: number; texts: Record<string, string> } | undefined> =>
  write(() =>
    db.transaction(async (tx) => {
      if (await headOf(tx, libraryId, slug)) return undefined
      const [last] = await tx
        .select()
        .from(revisions)
        .where(and(eq(revisions.libraryId, libraryId), eq(revisions.slug, slug)))
        .orderBy(desc(revisions.id))
        .limit(1)
      if (!last) return undefined
      const hashes = await fileHashes(tx, libraryId)
      const manifest = last.manifest ?? {}
      const missing = Object.entries(manifest).filter(([path]) => !hashes.has(path))
      for (const [path, hash] of missing) await tx.insert(libraryFiles).values({ libraryId, path, hash })
      const standing = Object.fromEntries(
        Object.keys(manifest).map((path) => [path, hashes.get(path) ?? manifest[path]!]),
      )
      const file = Object.keys(manifest).find((path) => manifest[path] === last.hash)!
      const about = { kind: 'restore' as const, ofId: last.id, note: 'Brought back', author, manifest: standing }
      const revision = await addRevision(tx, { libraryId, slug, name, file }, about, last.id)
      await nameState(tx, libraryId)
      return { revision, texts: await manifestTexts(tx, Object.fromEntries(missing)) }
    }),
  )

/** Takes a revision out of a component's history, or puts it back; not the last one, which is how it stands. @returns whether it could */
export const setRevisionRemoved = (
  { db, write }: Connection,
  { libraryId, slug, id }: { libraryId: string; slug: string; id: number },
  removedAt: Date | null,
): Promise<boolean> =>
  write(async () => {
    const head = await headOf(db, libraryId, slug)
    if (!head || head.id === id) return false
    const changed = await db
      .update(revisions)
      .set({ removedAt })
      .where(and(eq(revisions.libraryId, libraryId), eq(revisions.slug, slug), eq(revisions.id, id)))
      .returning({ id: revisions.id })
    return changed.length > 0
  })

/** The library's files have changed: results of before are out of date. */
async function nameState(tx: Transaction, libraryId: string) {
  const fingerprint = fingerprintOf(await fileHashes(tx, libraryId))
  await tx.update(libraries).set({ fingerprint }).where(eq(libraries.id, libraryId))
}
