import { openLibrary } from '@/runner'
import { findLibrary, treeOfLibrary, type LibraryRecord } from '@/store'
import { connection } from './connection'
import { watchFolder } from './linked'

export type Opened = ReturnType<typeof openLibrary> & { record: LibraryRecord }

// One library is a few hundred kilobytes; a handful is kept so that a view need not read it anew.
const MOST_KEPT = 4
const kept = new Map<string, Opened>()

/** A stored library, read and understood; undefined when there is none of this name. */
export async function openStored(id: string): Promise<Opened | undefined> {
  const { db } = await connection()
  const record = await findLibrary(db, id)
  if (!record) return undefined
  watchFolder(id, record.folder)
  const key = `${id}|${record.fingerprint}|${record.trust ?? ''}`
  let opened = kept.get(key)
  if (!opened) {
    opened = { ...openLibrary(await treeOfLibrary(db, id)), record }
    kept.set(key, opened)
    const [oldest] = kept.keys()
    if (kept.size > MOST_KEPT && oldest !== undefined) kept.delete(oldest)
  }
  return { ...opened, record }
}
