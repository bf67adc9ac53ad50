import { asc, eq, inArray, sql } from 'drizzle-orm'
import type { Keeper } from '@/runner'
import { inBatches } from './libraries'
import type { Connection } from './open'
import { keptResults } from './schema'

// A library of a hundred components takes a few megabytes a state.
const MAX_BYTES = 200_000_000
const REMOVED_AT_ONCE = 200

/** Keeps what runs came to in the store. */
export class StoreKeeper implements Keeper {
  readonly #used = new Set<string>()

  constructor(private readonly connection: Connection) {}

  async get(key: string): Promise<Uint8Array | undefined> {
    const { db } = this.connection
    const [row] = await db.select({ bytes: keptResults.bytes }).from(keptResults).where(eq(keptResults.key, key))
    if (!row) return undefined
    this.#used.add(key)
    return new Uint8Array(row.bytes)
  }

  async put(key: string, bytes: Uint8Array): Promise<void> {
    const row = { key, bytes: Buffer.from(bytes), usedAt: new Date() }
    const { db, write } = this.connection
    await write(async () => {
      await db.insert(keptResults).values(row).onConflictDoUpdate({ target: keptResults.key, set: row })
    })
  }

  /** Takes away what has not been used for longest, where it has become too much. */
  async prune(most = MAX_BYTES): Promise<void> {
    const { db, write } = this.connection
    await write(async () => {
      // What has not been used for longest goes first.
      const used = [...this.#used]
      await inBatches(used, (some) =>
        db.update(keptResults).set({ usedAt: new Date() }).where(inArray(keptResults.key, some)),
      )
      for (;;) {
        const [sum] = await db.select({ bytes: sql<number>`coalesce(sum(length(bytes)), 0)` }).from(keptResults)
        if (sum!.bytes <= most) return
        const oldest = await db
          .select({ key: keptResults.key })
          .from(keptResults)
          .orderBy(asc(keptResults.usedAt))
          .limit(REMOVED_AT_ONCE)
        const keys = oldest.map(({ key }) => key)
        await db.delete(keptResults).where(inArray(keptResults.key, keys))
      }
    })
  }
}
