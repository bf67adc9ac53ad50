import { LRUCache } from 'lru-cache'
import { docEntries, findEntries, type FoundEntry } from '@/core/find'
import { docPages } from './docs'
import { keyOf } from './Libraries'
import type { Workspace } from './Workspace'

// By the state of a library: whoever searches opens the finder again and again.
const kept = new LRUCache<string, readonly FoundEntry[]>({ max: 4 })

/** All that can be found in a library, and in the documentation; undefined when there is no such library. */
export async function findable(workspace: Workspace, libraryId: string): Promise<readonly FoundEntry[] | undefined> {
  const opened = await workspace.open(libraryId)
  if (!opened) return undefined
  const key = keyOf(opened.record)
  let entries = kept.get(key)
  if (!entries) {
    const docs = docPages().flatMap(({ name, text }) => docEntries(name, text))
    entries = [...findEntries(libraryId, opened.library, opened.sheets, opened.tokens), ...docs]
    kept.set(key, entries)
  }
  return entries
}
