import { createHash } from 'node:crypto'
import { and, asc, count, eq, inArray } from 'drizzle-orm'
import { readLibrary, slugOf, type FileTree } from '@/core/sheet'
import { BadInput } from '@/core/problem'
import type { Connection, Database } from './open'
import { components, files, libraries, libraryFiles, revisions } from './schema'

export interface LibraryRecord {
  id: string
  name: string
  fingerprint: string
  /** `revision` counts a component's own revisions, from 1. */
  components: { slug: string; name: string; revision: number }[]
}

const hashOf = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')

/** The name in an address: `Firnline huts` → `firnline-huts`. */
export const libraryId = (name: string) =>
  name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '') || 'library'

// SQLite takes some thousands of values in one statement; five hundred rows of few columns stay below.
const ROWS_AT_ONCE = 500

/** Takes a library's folder in. What is there under its name is replaced; each sheet that changed gets a revision. @throws BadInput */
export async function importTree({ db, write }: Connection, tree: FileTree, author: string): Promise<LibraryRecord> {
  const { library, problems } = readLibrary(tree)
  if (!library || problems.length > 0) throw new BadInput(problems)
  const id = libraryId(library.data.name)
  const rows = tree.paths
    .map((path) => ({ path, bytes: tree.bytes(path)! }))
    .map(({ path, bytes }) => ({ path, bytes, hash: hashOf(bytes) }))
  const fingerprint = hashOf(new TextEncoder().encode(rows.map(({ path, hash }) => `${path} ${hash}`).join('\n')))
  const names = new Map(library.sheets.map(({ file, data }) => [file, data.name]))
  await write(() =>
    db.transaction(async (tx) => {
      const now = new Date()
      await tx
        .insert(libraries)
        .values({ id, name: library.data.name, fingerprint, createdAt: now })
        .onConflictDoUpdate({ target: libraries.id, set: { name: library.data.name, fingerprint } })
      for (let at = 0; at < rows.length; at += ROWS_AT_ONCE) {
        const some = rows.slice(at, at + ROWS_AT_ONCE)
        await tx
          .insert(files)
          .values(some.map(({ hash, bytes }) => ({ hash, bytes: Buffer.from(bytes) })))
          .onConflictDoNothing()
      }
      await tx.delete(libraryFiles).where(eq(libraryFiles.libraryId, id))
      for (let at = 0; at < rows.length; at += ROWS_AT_ONCE) {
        await tx
          .insert(libraryFiles)
          .values(rows.slice(at, at + ROWS_AT_ONCE).map(({ path, hash }) => ({ libraryId: id, path, hash })))
      }
      const known = await tx.select().from(components).where(eq(components.libraryId, id))
      const gone = known
        .filter(({ slug }) => ![...names.keys()].some((file) => slugOf(file) === slug))
        .map(({ slug }) => slug)
      if (gone.length > 0)
        await tx.delete(components).where(and(eq(components.libraryId, id), inArray(components.slug, gone)))
      for (const { path, hash } of rows.filter(({ path }) => names.has(path))) {
        const slug = slugOf(path)
        const old = known.find((component) => component.slug === slug)
        const [before] = old
          ? await tx.select({ hash: revisions.hash }).from(revisions).where(eq(revisions.id, old.revisionId))
          : []
        if (old && before?.hash === hash) continue
        const [made] = await tx
          .insert(revisions)
          .values({
            libraryId: id,
            slug,
            hash,
            author,
            note: old ? 'Imported again' : 'Imported',
            parentId: old?.revisionId,
            createdAt: now,
          })
          .returning({ id: revisions.id })
        const name = names.get(path)!
        await tx
          .insert(components)
          .values({ libraryId: id, slug, name, revisionId: made!.id })
          .onConflictDoUpdate({ target: [components.libraryId, components.slug], set: { name, revisionId: made!.id } })
      }
    }),
  )
  return (await findLibrary(db, id))!
}

export async function findLibrary(db: Database, id: string): Promise<LibraryRecord | undefined> {
  const [found] = await db.select().from(libraries).where(eq(libraries.id, id))
  if (!found) return undefined
  const own = await db
    .select({ slug: components.slug, name: components.name, revision: count(revisions.id) })
    .from(components)
    .innerJoin(revisions, and(eq(revisions.libraryId, components.libraryId), eq(revisions.slug, components.slug)))
    .where(eq(components.libraryId, id))
    .groupBy(components.slug, components.name)
    .orderBy(asc(components.name))
  return {
    id,
    name: found.name,
    fingerprint: found.fingerprint,
    components: own,
  }
}

export async function listLibraries(db: Database): Promise<{ id: string; name: string }[]> {
  return db.select({ id: libraries.id, name: libraries.name }).from(libraries).orderBy(asc(libraries.name))
}

/** A stored library's files, read into memory. */
export async function treeOfLibrary(db: Database, id: string): Promise<FileTree> {
  const rows = await db
    .select({ path: libraryFiles.path, bytes: files.bytes })
    .from(libraryFiles)
    .innerJoin(files, eq(files.hash, libraryFiles.hash))
    .where(eq(libraryFiles.libraryId, id))
  // In a worker of the bundler's a Buffer may be another realm's: plain bytes are the same everywhere.
  const contents = new Map(rows.map(({ path, bytes }) => [path, new Uint8Array(bytes)]))
  return { paths: [...contents.keys()].toSorted(), bytes: (path) => contents.get(path) }
}
