import { readFile } from 'node:fs/promises'
import { join, relative, sep } from 'node:path'
import { watch, type FSWatcher } from 'chokidar'
import { BadInput, describeProblem, type Problem } from '@/core/problem'
import { readLibrary } from '@/core/sheet'
import { openFolder, readFolder, UNFINISHED, writeFiles, writeFolder } from '@/source'
import { findLibrary, importTree, libraryId, setFolder, treeOfLibrary } from '@/store'
import { connection } from './connection'
import { tellLibrary } from './events'

interface Link {
  folder: string
  watcher: FSWatcher
  /** Why the folder cannot be taken in as it stands. */
  problems: readonly Problem[]
  timer?: NodeJS.Timeout
  /** Files that changed on disk since the folder was last taken in. */
  changed: Set<string>
}

// The bundler may load a module more than once; a process watches a folder once.
const shared = globalThis as typeof globalThis & { breltLinks?: Map<string, Link> }
const links = (shared.breltLinks ??= new Map())

// Editors write a file in several goes, and several files at once.
const QUIET_MS = 60
const IGNORED = /(^|[/\\])(node_modules|\.git|\.brelt)([/\\]|$)/

/** Watches a library's linked folder, if it has one; called whenever the library is opened. */
export function watchFolder(id: string, folder: string | undefined) {
  const known = links.get(id)
  if (known?.folder === folder) return
  void known?.watcher.close()
  links.delete(id)
  if (folder === undefined) return
  const watcher = watch(folder, {
    ignored: (path) => path.endsWith(UNFINISHED) || IGNORED.test(relative(folder, path)),
    ignoreInitial: true,
  })
  const link: Link = { folder, watcher, problems: [], changed: new Set() }
  links.set(id, link)
  watcher.on('all', (_, path) => {
    link.changed.add(relative(folder, path).split(sep).join('/'))
    clearTimeout(link.timer)
    link.timer = setTimeout(() => void syncFolder(id), QUIET_MS)
  })
  // The folder may have gone, or may not be watched: what was taken in stays.
  watcher.on('error', () => {})
  void syncFolder(id)
}

/** What is wrong with a library's linked folder as it stands on disk. */
export const linkProblems = (id: string): readonly Problem[] => links.get(id)?.problems ?? []

/** Takes in what changed in a linked folder. What cannot be read is told, and the last good state stays. */
export async function syncFolder(id: string): Promise<void> {
  const link = links.get(id)
  if (!link) return
  clearTimeout(link.timer)
  const names = [...link.changed]
  link.changed.clear()
  const { db, write } = await connection()
  const before = await findLibrary(db, id)
  if (!before) return
  try {
    const tree = readFolder(link.folder)
    const note = `Changed on disk${names.length > 0 ? `: ${names.slice(0, 3).join(', ')}${names.length > 3 ? ', …' : ''}` : ''}`
    const after = await importTree({ db, write }, tree, { author: 'folder', note })
    const hadProblems = link.problems.length > 0
    link.problems = []
    if (after.fingerprint === before.fingerprint && !hadProblems) return
    const components = after.components.filter(
      ({ slug, head }) => before.components.find((each) => each.slug === slug)?.head !== head,
    )
    tellLibrary(id, { fingerprint: after.fingerprint, components })
  } catch (error) {
    const isOurs = !(error instanceof BadInput) && !(error as NodeJS.ErrnoException).code
    if (isOurs) throw error
    link.problems =
      error instanceof BadInput
        ? error.problems
        : [{ file: link.folder, line: 1, column: 1, message: `the folder cannot be read: ${(error as Error).message}` }]
    tellLibrary(id, {
      fingerprint: before.fingerprint,
      components: [],
      problem: link.problems.map(describeProblem).join('\n'),
    })
  }
}

/** The files on disk that differ from what the store holds, since they cannot be taken in. */
export async function unreadOnDisk(id: string, paths: readonly string[]): Promise<Problem[]> {
  const link = links.get(id)
  if (!link || link.problems.length === 0) return []
  const tree = await treeOfLibrary((await connection()).db, id)
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
export async function writeBack(id: string, texts: Readonly<Record<string, string | null>>): Promise<void> {
  const link = links.get(id)
  if (!link) return
  await writeFiles(link.folder, Object.entries(texts))
}

/**
 * Links a library to a folder, whose files count from then on; an empty folder gets the library's. Without a folder it
 * lives in the store alone.
 * @throws BadInput when there is no such folder, or another library in it
 */
export async function linkLibrary(id: string, folder: string | null) {
  const link = await connection()
  if (folder === null) {
    await setFolder(link, id, null)
    watchFolder(id, undefined)
    return (await findLibrary(link.db, id))!
  }
  const tree = openFolder(folder)
  if (tree.paths.length === 0) await writeFolder(folder, await treeOfLibrary(link.db, id))
  const { library, problems } = readLibrary(readFolder(folder))
  const name = library?.data.name
  if (name === undefined) throw new BadInput(problems)
  if (libraryId(name) !== id) {
    const message = `the folder holds the library "${name}", which is another one: take it in by itself`
    throw new BadInput([{ file: folder, line: 1, column: 1, message }])
  }
  const record = await importTree(link, readFolder(folder), {
    author: 'folder',
    note: 'Linked to a folder',
    folder: tree.folder!,
  })
  watchFolder(id, tree.folder)
  return record
}
