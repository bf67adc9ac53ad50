import { mkdirSync, mkdtempSync, realpathSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'

/** What stands at a path: a file's text or bytes, or a link to another path of the repository. */
export type Entry = string | Uint8Array | { link: string }

/** Writes a repository as a team has it. @returns its folder, by its real path */
export function writeRepository(entries: Readonly<Record<string, Entry>>, name = 'repo'): string {
  const root = join(realpathSync(mkdtempSync(join(tmpdir(), 'brelt-repo-'))), name)
  mkdirSync(root)
  for (const [path, entry] of Object.entries(entries)) {
    const file = join(root, path)
    mkdirSync(dirname(file), { recursive: true })
    if (typeof entry === 'string' || entry instanceof Uint8Array) writeFileSync(file, entry)
    else symlinkSync(join(root, entry.link), file)
  }
  return root
}

export const removeRepository = (root: string) => rmSync(dirname(root), { recursive: true, force: true })
