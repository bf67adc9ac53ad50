import { readFile } from 'node:fs/promises'
import { join, relative, sep } from 'node:path'
import { watch, type FSWatcher } from 'chokidar'
import pLimit, { type LimitFunction } from 'p-limit'
import type { LibraryEvent } from '@/contract'
import { BadInput, describeProblem, type Problem } from '@/core/problem'
import { readLibrary } from '@/core/sheet'
import { openFolder, readFolder, UNFINISHED, writeFiles, writeFolder } from '@/source'
import {
  findLibrary,
  importTree,
  libraryId,
  setFolder,
  treeOfLibrary,
  type Connection,
  type FileContents,
} from '@/store'
import type { LibraryEvents } from './LibraryEvents'

interface Link {
  folder: string
  watcher: FSWatcher
  /** Why the folder cannot be taken in as it stands. */
  problems: readonly Problem[]
  timer?: NodeJS.Timeout
  /** Files that changed on disk since the folder was last taken in. */
  changed: Set<string>
  /** One after the other: taking in, and saving with what is written into the folder then. */
  turns: LimitFunction
}

// Editors write a file in several goes, and several files at once.
const QUIET_MS = 60
const IGNORED = /(^|[/\\])(node_modules|\.git|\.brelt)([/\\]|$)/

/** What is wrong with a folder, as events tell it. */
const told = (problems: readonly Problem[]): Pick<LibraryEvent, 'problem'> =>
  problems.length > 0 ? { problem: problems.map(describeProblem).join('\n') } : {}

/** Folders of this machine that libraries are linked to: what changes in them is taken in, what is saved is written there. */
export class Links {
  #links = new Map<string, Link>()

  constructor(
    private readonly connection: Connection,
    private readonly events: LibraryEvents,
  ) {}

  /** Watches a library's linked folder, if it has one; called whenever the library is opened. */
  watch(id: string, folder: string | undefined): void {
    const known = this.#links.get(id)
    if (known?.folder === folder) return
    if (known) this.forget(known)
    this.#links.delete(id)
    if (folder === undefined) return
    const watcher = watch(folder, {
      ignored: (path) => path.endsWith(UNFINISHED) || IGNORED.test(relative(folder, path)),
      ignoreInitial: true,
    })
    const link: Link = { folder, watcher, problems: [], changed: new Set(), turns: pLimit(1) }
    this.#links.set(id, link)
    watcher.on('all', (_, path) => {
      link.changed.add(relative(folder, path).split(sep).join('/'))
      clearTimeout(link.timer)
      link.timer = setTimeout(() => this.syncAlone(id, link), QUIET_MS)
    })
    // The folder may have gone, or may not be watched: what was taken in stays.
    watcher.on('error', () => {})
    this.syncAlone(id, link)
  }

  private forget({ watcher, timer }: Link): void {
    clearTimeout(timer)
    watcher.close().catch(() => {}) // nobody waits for it
  }

  /** Nobody waits for what a watcher starts: what goes wrong is a problem of the link. */
  private syncAlone(id: string, link: Link): void {
    this.sync(id).catch((error: Error) => {
      link.problems = [{ file: link.folder, line: 1, column: 1, message: `it could not be taken in: ${error.message}` }]
    })
  }

  /** What is wrong with a library's linked folder as it stands on disk. */
  problems(id: string): readonly Problem[] {
    return this.#links.get(id)?.problems ?? []
  }

  /** The same, as events tell it. */
  problemOf(id: string): Pick<LibraryEvent, 'problem'> {
    return told(this.problems(id))
  }

  /** Takes in what changed in a linked folder. What cannot be read is told, and the last good state stays. */
  async sync(id: string): Promise<void> {
    const link = this.#links.get(id)
    if (link) await link.turns(() => this.takeIn(id, link))
  }

  /**
   * Does work that saves in the store and writes into the folder: until both are done the folder is not taken in, or what it held before
   * would be taken for a change.
   */
  inTurn<T>(id: string, work: () => Promise<T>): Promise<T> {
    const link = this.#links.get(id)
    return link ? link.turns(work) : work()
  }

  private async takeIn(id: string, link: Link): Promise<void> {
    clearTimeout(link.timer)
    const names = [...link.changed]
    link.changed.clear()
    const before = await findLibrary(this.connection.db, id)
    if (!before) return
    try {
      const tree = readFolder(link.folder)
      const note = `Changed on disk${names.length > 0 ? `: ${names.slice(0, 3).join(', ')}${names.length > 3 ? ', …' : ''}` : ''}`
      const after = await importTree(this.connection, tree, { author: 'folder', note, into: id })
      const hadProblems = link.problems.length > 0
      link.problems = []
      if (after.fingerprint === before.fingerprint && !hadProblems) return
      const components = after.components.filter(
        ({ slug, head }) => before.components.find((each) => each.slug === slug)?.head !== head,
      )
      this.events.tell(id, { fingerprint: after.fingerprint, components })
    } catch (error) {
      const isOurs = !(error instanceof BadInput) && !(error as NodeJS.ErrnoException).code
      if (isOurs) throw error
      link.problems =
        error instanceof BadInput
          ? error.problems
          : [
              {
                file: link.folder,
                line: 1,
                column: 1,
                message: `the folder cannot be read: ${(error as Error).message}`,
              },
            ]
      this.events.tell(id, {
        fingerprint: before.fingerprint,
        components: [],
        ...told(link.problems),
      })
    }
  }

  /** The files on disk that differ from what the store holds, since they cannot be taken in. */
  async unreadOnDisk(id: string, paths: readonly string[]): Promise<Problem[]> {
    const link = this.#links.get(id)
    if (!link || link.problems.length === 0) return []
    const tree = await treeOfLibrary(this.connection.db, id)
    const differs = await Promise.all(
      paths.map(async (path) => {
        const onDisk = await readFile(join(link.folder, path)).catch(() => undefined)
        const known = tree.bytes(path)
        return onDisk !== undefined && known !== undefined && !onDisk.equals(known)
      }),
    )
    return differs.some(Boolean) ? [...link.problems] : []
  }

  /** Writes what was saved into the linked folder: each file whole or not at all. */
  async writeBack(id: string, texts: Readonly<FileContents>): Promise<void> {
    const link = this.#links.get(id)
    if (link) await writeFiles(link.folder, Object.entries(texts))
  }

  /**
   * Links a library to a folder, whose files count from then on; an empty folder gets the library's. Without a folder it
   * lives in the store alone.
   * @throws BadInput when there is no such folder, or another library in it
   */
  async link(id: string, folder: string | null): Promise<void> {
    if (folder === null) {
      await setFolder(this.connection, id, null)
      return this.watch(id, undefined)
    }
    const tree = openFolder(folder)
    if (tree.paths.length === 0) await writeFolder(folder, await treeOfLibrary(this.connection.db, id))
    const { library, problems } = readLibrary(readFolder(folder))
    const name = library?.data.name
    if (name === undefined) throw new BadInput(problems)
    // By the name in its own library.yaml: one beside another of its name is listed with a number.
    const known = readLibrary(await treeOfLibrary(this.connection.db, id), []).library?.data.name
    if (known === undefined ? libraryId(name) !== id : libraryId(name) !== libraryId(known)) {
      const message = `the folder holds the library "${name}", which is another one: take it in by itself`
      throw new BadInput([{ file: folder, line: 1, column: 1, message }])
    }
    await importTree(this.connection, readFolder(folder), {
      author: 'folder',
      note: 'Linked to a folder',
      into: id,
      folder: tree.folder!,
    })
    this.watch(id, tree.folder)
  }

  /** Watches nothing any more. */
  async close(): Promise<void> {
    const links = [...this.#links.values()]
    this.#links.clear()
    for (const { timer } of links) clearTimeout(timer)
    await Promise.all(links.map(({ watcher }) => watcher.close()))
  }
}
