import { mkdir, realpath, rename, rm, writeFile } from 'node:fs/promises'
import { dirname, join, sep } from 'node:path'
import type { FileTree } from '@/core/sheet'

/** Ends the name of a file that is still being written. */
export const UNFINISHED = '.brelt-tmp'

/** Writes files into a folder, each whole or not at all; null takes a file away. Paths are those of a checked tree. */
export async function writeFiles(
  folder: string,
  files: Iterable<readonly [path: string, contents: string | Uint8Array | null]>,
): Promise<void> {
  await mkdir(folder, { recursive: true })
  const root = await realpath(folder)
  for (const [path, contents] of files) {
    const file = join(root, path)
    if (contents === null) {
      await rm(file, { force: true })
      continue
    }
    await mkdir(dirname(file), { recursive: true })
    // A link inside may lead out.
    const home = await realpath(dirname(file))
    if (home !== root && !home.startsWith(root + sep)) throw new Error(`"${path}" leads out of ${folder}`)
    await writeFile(file + UNFINISHED, contents)
    await rename(file + UNFINISHED, file)
  }
}

/** Writes a whole tree into a folder; what else is there stays. */
export const writeFolder = (folder: string, tree: FileTree): Promise<void> =>
  writeFiles(
    folder,
    tree.paths.map((path) => [path, tree.bytes(path)!] as const),
  )
