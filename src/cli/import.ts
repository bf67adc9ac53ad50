import { userInfo } from 'node:os'
import { join } from 'node:path'
import { BadInput, describeProblem, unknownName } from '@/core/problem'
import { readLibrary } from '@/core/sheet'
import { inertLine } from '@/core/words'
import { homeFolder, openFolder, writeFolder } from '@/source'
import {
  connect,
  importTree,
  LibraryExists,
  listLibraries,
  markInterrupted,
  migrateTables,
  treeOfLibrary,
  type TakenAs,
} from '@/store'
import type { Terminal } from './terminal'

/** `brelt import`: takes a folder into the store. */
export async function importLibrary(
  folder: string,
  { link = false, trustConfig, as }: { link?: boolean; trustConfig?: boolean; as?: TakenAs },
  { stdout, stderr }: Terminal,
): Promise<number> {
  const connection = await connect(homeFolder())
  await migrateTables(connection, homeFolder())
  const tree = openFolder(folder)
  const options = {
    author: userInfo().username,
    as,
    ...(link && { folder: tree.folder!, ...(trustConfig && { trust: 'yes' as const }) }),
  }
  const { id, name, components } = await importTree(connection, tree, options).catch((error: unknown) => {
    if (!(error instanceof LibraryExists)) throw error
    const how = error.folder === null ? '--as state, or --as new' : '--as new'
    throw new BadInput([{ file: folder, line: 1, column: 1, message: `${error.message} (${how})` }])
  })
  const linked = link ? ', linked to the folder' : ''
  stdout.write(`${inertLine(name)}: ${components.length} components are in the store, at /${id}${linked}\n`)
  const { problems } = readLibrary(tree)
  if (problems.length > 0)
    stderr.write(
      `Taken in as they stand, to be mended there:\n${problems.map((each) => inertLine(describeProblem(each))).join('\n')}\n`,
    )
  return 0
}

/** `brelt export`: writes a stored library into a folder. */
export async function exportLibrary(name: string, folder: string, { stdout }: Terminal): Promise<number> {
  const connection = await connect(homeFolder())
  await migrateTables(connection, homeFolder())
  const known = await listLibraries(connection.db)
  const library = known.find((each) => each.id === name || each.name === name)
  if (!library)
    throw new BadInput([
      unknownName(
        { file: 'export', line: 1, column: 1 },
        'library',
        name,
        known.map(({ id }) => id),
      ),
    ])
  const tree = await treeOfLibrary(connection.db, library.id)
  await writeFolder(folder, tree)
  stdout.write(`${inertLine(library.name)}: ${tree.paths.length} files are in ${folder}\n`)
  return 0
}

/** Makes the store ready before the server opens it: tables, and the demo library where there is none at all. */
export async function setUp(): Promise<number> {
  const connection = await connect(homeFolder())
  await migrateTables(connection, homeFolder())
  await markInterrupted(connection)
  const libraries = await listLibraries(connection.db)
  if (libraries.length === 0)
    await importTree(connection, openFolder(join(homeFolder(), 'demo', 'firnline')), { author: 'Brelt' })
  return 0
}
