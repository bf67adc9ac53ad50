import { LRUCache } from 'lru-cache'
import { SHEET_SUFFIX, slugOf, type FileTree } from '@/core/sheet'
import { openWithFaults, type OpenedLibrary } from '@/runner'
import type { SourceWork } from '@/source'
import { findLibrary, treeOfLibrary, type Connection, type LibraryRecord } from '@/store'

/** A stored library, read and understood as far as it can be. */
export type Opened = OpenedLibrary & {
  record: LibraryRecord
  work: SourceWork
  /** The path of a component's sheet, whether it can be read or not. */
  fileOf(slug: string): string | undefined
}

// One library is a few hundred kilobytes; a handful is kept so that a view need not read it anew.
const MAX_KEPT = 4

/** The libraries of a store, as they are by now. */
export class Libraries {
  #kept = new LRUCache<string, OpenedLibrary>({ max: MAX_KEPT })

  constructor(
    private readonly link: Connection,
    private readonly work: SourceWork,
    private readonly onOpen: (record: LibraryRecord) => void,
  ) {}

  /** A library by its id; undefined when there is none. @throws BadInput when it cannot be read */
  async open(id: string): Promise<Opened | undefined> {
    for (let record = await findLibrary(this.link.db, id); record;) {
      this.onOpen(record)
      const kept = this.#kept.get(keyOf(record))
      if (kept) return { ...kept, record, work: this.work, fileOf: (slug) => sheetOf(kept.library.tree, slug) }
      const tree = await treeOfLibrary(this.link.db, id)
      // What was saved meanwhile may be in the tree: it is not kept as the state before.
      const now = await findLibrary(this.link.db, id)
      if (now && keyOf(now) === keyOf(record)) this.#kept.set(keyOf(record), openWithFaults(tree))
      record = now
    }
    return undefined
  }
}

/** Names a library in one state of its files, and of what was said of running its configuration. */
export const keyOf = ({ id, fingerprint, trust }: LibraryRecord) => `${id}|${fingerprint}|${trust ?? ''}`

const sheetOf = ({ paths }: FileTree, slug: string) =>
  paths.find((path) => path.endsWith(SHEET_SUFFIX) && slugOf(path) === slug)
