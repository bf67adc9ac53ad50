import { and, desc, eq } from 'drizzle-orm'
import type { Connection, Database } from './open'
import { drafts } from './schema'

/** A file's text as it was typed, before it could be saved. */
export interface Draft {
  path: string
  tab: string
  base: number
  text: string
  at: Date
}

/** Keeps what is being typed; a tab has one draft a file. */
export const keepDraft = (
  { db, write }: Connection,
  { libraryId, slug, path, tab, base, text }: Omit<Draft, 'at'> & { libraryId: string; slug: string },
) =>
  write(async () => {
    const row = { baseId: base, text, updatedAt: new Date() }
    await db
      .insert(drafts)
      .values({ libraryId, slug, path, tab, ...row })
      .onConflictDoUpdate({ target: [drafts.libraryId, drafts.path, drafts.tab], set: row })
  })

/** Drafts of a component's files, the last typed first. */
export async function listDrafts(db: Database, libraryId: string, slug: string): Promise<Draft[]> {
  const rows = await db
    .select()
    .from(drafts)
    .where(and(eq(drafts.libraryId, libraryId), eq(drafts.slug, slug)))
    .orderBy(desc(drafts.updatedAt))
  return rows.map(({ path, tab, baseId, text, updatedAt }) => ({ path, tab, base: baseId, text, at: updatedAt }))
}

/** Throws a draft away. */
export const dropDraft = ({ db, write }: Connection, libraryId: string, path: string, tab: string) =>
  write(async () => {
    await db.delete(drafts).where(and(eq(drafts.libraryId, libraryId), eq(drafts.path, path), eq(drafts.tab, tab)))
  })
