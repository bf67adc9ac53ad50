import { mkdirSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { createClient } from '@libsql/client'
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql'
import { migrate } from 'drizzle-orm/libsql/migrator'
import { StoreFault, storeFault } from './fault'
import * as schema from './schema'
import { WriteQueue } from './WriteQueue'

export type Database = LibSQLDatabase<typeof schema>

/** The open database: reads go beside each other, writes one after the other. */
export interface Connection {
  db: Database
  write: WriteQueue['run']
}

// Longer than any of our transactions; another process may be writing.
const BUSY_MS = 5000

/** Where the database is kept: `BRELT_DATA`, else `.brelt` in Brelt's own folder. */
export const databaseFile = (home: string) => process.env.BRELT_DATA ?? join(home, '.brelt', 'brelt.db')

/** Opens the database, making its folder where there is none. */
export async function connect(home: string): Promise<Connection> {
  const file = databaseFile(home)
  const client = await open(file).catch((error: unknown) => {
    throw storeFault(error, file) ?? error
  })
  const queue = new WriteQueue()
  return { db: drizzle(client, { schema }), write: (work) => queue.run(work) }
}

async function open(file: string) {
  try {
    mkdirSync(dirname(file), { recursive: true })
  } catch (error) {
    throw new StoreFault(`There can be no store at ${file}: ${(error as Error).message}`, { cause: error })
  }
  const client = createClient({ url: `file:${file}`, timeout: BUSY_MS })
  await client.execute('PRAGMA journal_mode = WAL')
  return client
}

/** Brings the tables up to date. One process does this, before others open the database. */
export const migrateTables = ({ db }: Connection, home: string) =>
  migrate(db, { migrationsFolder: join(home, 'drizzle') })
