import { LRUCache } from 'lru-cache'
import { openLibrary } from '@/runner'
import type { SourceWork } from '@/source'
import { findLibrary, treeOfLibrary, type Connection, type LibraryRecord } from '@/store'

/** A stored library, read and understood. */
export type Opened = ReturnType<typeof openLibrary> & { record: LibraryRecord; work: SourceWork }

// One library is a few hundred kilobytes; a handful is kept so that a view need not read it anew.
const MAX_KEPT = 4

/** The libraries of a store, as they are by now. */
export class Libraries {
  #kept = new LRUCache<string, ReturnType<typeof openLibrary>>({ max: MAX_KEPT })

  constructor(
    private readonly link: Connection,
    private readonly work: SourceWork,
    private readonly onOpen: (record: LibraryRecord) => void,
  ) {}

  /** A library by its id; undefined when there is none. @throws BadInput when it cannot be read */
  async open(id: string): Promise<Opened | undefined> {
    const record = await findLibrary(this.link.db, id)
    if (!record) return undefined
    this.onOpen(record)
    const key = `${id}|${record.fingerprint}|${record.trust ?? ''}`
    let opened = this.#kept.get(key)
    if (!opened) this.#kept.set(key, (opened = openLibrary(await treeOfLibrary(this.link.db, id))))
    return { ...opened, record, work: this.work }
  }
}
