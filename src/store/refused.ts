import { and, eq } from 'drizzle-orm'
import type { Connection, Database } from './open'
import { refusedPictures } from './schema'

/** A picture that somebody has refused. */
export interface RefusedPicture {
  slug: string
  key: string
  picture: string
  author: string
  note: string
  at: Date
}

export async function listRefused(db: Database, libraryId: string): Promise<RefusedPicture[]> {
  const rows = await db.select().from(refusedPictures).where(eq(refusedPictures.libraryId, libraryId))
  return rows.map(({ slug, key, picture, author, note, createdAt }) => ({
    slug,
    key,
    picture,
    author,
    note,
    at: createdAt,
  }))
}

/** Refuses pictures; those that are refused already get the new note. */
export const refusePictures = (
  { db, write }: Connection,
  libraryId: string,
  pictures: readonly Pick<RefusedPicture, 'slug' | 'key' | 'picture'>[],
  about: Pick<RefusedPicture, 'author' | 'note'>,
): Promise<void> =>
  write(() =>
    db.transaction(async (tx) => {
      for (const { slug, key, picture } of pictures) {
        const row = { libraryId, slug, key, picture, ...about, createdAt: new Date() }
        await tx
          .insert(refusedPictures)
          .values(row)
          .onConflictDoUpdate({
            target: [refusedPictures.libraryId, refusedPictures.slug, refusedPictures.key, refusedPictures.picture],
            set: row,
          })
      }
    }),
  )

/** Pictures are refused no more. */
export const acceptAgain = (
  { db, write }: Connection,
  libraryId: string,
  pictures: readonly Pick<RefusedPicture, 'slug' | 'key' | 'picture'>[],
): Promise<void> =>
  write(() =>
    db.transaction(async (tx) => {
      const own = refusedPictures
      for (const { slug, key, picture } of pictures)
        await tx
          .delete(own)
          .where(and(eq(own.libraryId, libraryId), eq(own.slug, slug), eq(own.key, key), eq(own.picture, picture)))
    }),
  )
