import { homeFolder } from '@/source'
import { backUp, connect, databaseFile, restore } from '@/store'
import type { Terminal } from './terminal'

/** `brelt backup`: writes the whole store into one new file. */
export async function backup(file: string, { stdout }: Terminal): Promise<number> {
  await backUp(await connect(homeFolder()), file)
  stdout.write(`The store ${databaseFile(homeFolder())} is backed up in ${file}\n`)
  return 0
}

/** `brelt restore`: puts a backup in the store's place. */
export async function restoreBackup(file: string, { stdout }: Terminal): Promise<number> {
  const kept = await restore(homeFolder(), file)
  const before = kept === undefined ? '' : `; what was there is kept in ${kept}`
  stdout.write(`The store is what it was in ${file}${before}\n`)
  return 0
}
