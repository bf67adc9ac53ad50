import { and, desc, eq, isNotNull, isNull } from 'drizzle-orm'
import type { Connection, Database } from './open'
import { libraries } from './schema'

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
