import { copyFileSync, existsSync, renameSync, rmSync } from 'node:fs'
import { createClient } from '@libsql/client'
import { sql } from 'drizzle-orm'
import { StoreFault } from './fault'
import { databaseFile, type Connection } from './open'

/** Writes the whole store into one new file, as it stands, also while it is written to. @throws StoreFault when the file exists */
export async function backUp({ db, write }: Connection, file: string): Promise<void> {
  if (existsSync(file)) throw new StoreFault(`${file} exists already: a backup never writes over another one.`)
  await write(() => db.run(sql`VACUUM INTO ${file}`))
}

/**
 * Puts a backup in the store's place. What was there is kept beside it.
 * @returns where that is; undefined where there was none. @throws StoreFault, and the store is as it was
 */
export async function restore(home: string, backup: string): Promise<string | undefined> {
  await mustBeStore(backup)
  const file = databaseFile(home)
  const ahead = `${file}.restored`
  copyFileSync(backup, ahead)
  let kept: string | undefined
  if (existsSync(file)) {
    await mustBeFree(file)
    kept = `${file}.before-${new Date().toISOString().replace(/[:.]/g, '-')}`
    renameSync(file, kept)
    for (const end of ['-wal', '-shm']) rmSync(file + end, { force: true })
  }
  renameSync(ahead, file)
  return kept
}

/** @throws StoreFault */
async function mustBeStore(file: string): Promise<void> {
  if (!existsSync(file)) throw new StoreFault(`There is no file ${file}.`)
  const client = createClient({ url: `file:${file}` })
  try {
    const { rows } = await client.execute('PRAGMA integrity_check')
    if (rows[0]?.integrity_check !== 'ok') throw new StoreFault(`${file} is damaged: nothing was changed.`)
    await client.execute('SELECT count(*) FROM libraries')
  } catch (error) {
    if (error instanceof StoreFault) throw error
    throw new StoreFault(`${file} is no backup of Brelt: nothing was changed.`, { cause: error })
  } finally {
    client.close()
  }
}

/** Leaving the write-ahead log needs the file to oneself. @throws StoreFault when another process has it open */
async function mustBeFree(file: string): Promise<void> {
  const client = createClient({ url: `file:${file}` })
  try {
    const { rows } = await client.execute('PRAGMA journal_mode = DELETE')
    if (rows[0]?.journal_mode === 'delete') return
  } catch (error) {
    const { code = '' } = error as NodeJS.ErrnoException
    // One that is damaged is what a backup is for.
    if (/CORRUPT|NOTADB/.test(code)) return
  } finally {
    client.close()
  }
  throw new StoreFault(`The store ${file} is open: close Brelt first. Nothing was changed.`)
}
