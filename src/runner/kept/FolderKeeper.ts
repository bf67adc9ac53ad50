import { mkdir, readdir, readFile, rename, rm, stat, utimes, writeFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import type { Keeper } from './Keeper'

// Firnline takes half a megabyte.
const MAX_BYTES = 200_000_000
const NAME = /^[0-9a-f]{64}$/

/** Keeps results in a folder, each in a file of its own; a pipeline can carry the folder along. */
export class FolderKeeper implements Keeper {
  constructor(readonly folder: string) {}

  async get(key: string): Promise<Uint8Array | undefined> {
    const file = this.#fileOf(key)
    try {
      const bytes = await readFile(file)
      // What has not been used for longest goes first.
      const now = new Date()
      await utimes(file, now, now).catch(() => {}) // a folder that may only be read
      return bytes
    } catch {
      return undefined
    }
  }

  async put(key: string, bytes: Uint8Array): Promise<void> {
    const file = this.#fileOf(key)
    try {
      await mkdir(dirname(file), { recursive: true })
      // It lies in a team's repository, and is nobody's work.
      await writeFile(join(this.folder, '.gitignore'), '*\n', { flag: 'wx' }).catch(() => {}) // it is there
      // Whole or not at all: another run may read it at this moment.
      const unfinished = `${file}.${process.pid}`
      await writeFile(unfinished, bytes)
      await rename(unfinished, file)
    } catch {
      // A folder that may only be read, or a full disk: the next run reads again.
    }
  }

  /** Takes away what has not been used for longest, where the folder has grown too large. */
  async prune(most = MAX_BYTES): Promise<void> {
    const folders = await readdir(this.folder).catch(() => [])
    const files: { path: string; size: number; at: number }[] = []
    for (const two of folders)
      for (const name of await readdir(join(this.folder, two)).catch(() => [])) {
        const path = join(this.folder, two, name)
        const found = await stat(path).catch(() => undefined)
        if (found?.isFile() && NAME.test(name)) files.push({ path, size: found.size, at: found.mtimeMs })
      }
    let bytes = files.reduce((sum, { size }) => sum + size, 0)
    for (const { path, size } of files.toSorted((a, b) => a.at - b.at)) {
      if (bytes <= most) return
      await rm(path, { force: true })
      bytes -= size
    }
  }

  #fileOf(key: string): string {
    return join(this.folder, key.slice(0, 2), key)
  }
}
