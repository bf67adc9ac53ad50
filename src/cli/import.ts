import { userInfo } from 'node:os'
import { join } from 'node:path'
import { homeFolder } from '@/source'
import { closeAbandonedRuns, connect, importTree, listLibraries, migrateTables } from '@/store'
import { openFolder } from './folder'

/** `brelt import`: takes a folder into the store. */
export async function importLibrary(folder: string): Promise<number> {
  const connection = await connect(homeFolder())
  await migrateTables(connection, homeFolder())
  const { id, name, components } = await importTree(connection, openFolder(folder), { author: userInfo().username })
  process.stdout.write(`${name}: ${components.length} components are in the store, at /${id}\n`)
  return 0
}

/** Makes the store ready before the server opens it: tables, and the demo library where there is none at all. */
export async function setUp(): Promise<number> {
  const connection = await connect(homeFolder())
  await migrateTables(connection, homeFolder())
  await closeAbandonedRuns(connection)
  const libraries = await listLibraries(connection.db)
  if (libraries.length === 0)
    await importTree(connection, openFolder(join(homeFolder(), 'demo', 'firnline')), { author: 'Brelt' })
  return 0
}
