import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { connect, migrateTables, type Connection } from '@/store'

export interface StoreHooks {
  beforeAll(work: () => Promise<void>): void
  afterAll(work: () => void | Promise<void>): void
}

/** A store of the test's own, gone after it: `const store = testStore({ beforeAll, afterAll })`. @returns the connection, once there is one */
export function testStore({ beforeAll, afterAll }: StoreHooks): () => Connection {
  const folder = mkdtempSync(join(tmpdir(), 'brelt-store-'))
  let connection: Connection | undefined
  beforeAll(async () => {
    process.env.BRELT_DATA = join(folder, 'test.db')
    connection = await connect(folder)
    await migrateTables(connection, process.cwd())
  })
  afterAll(() => {
    delete process.env.BRELT_DATA
    rmSync(folder, { recursive: true, force: true })
  })
  return () => connection!
}
