import { existsSync, readFileSync, realpathSync } from 'node:fs'
import { homedir } from 'node:os'
import { dirname, join, sep } from 'node:path'

/** The nearest folder, from one upwards, that has something. */
export function folderAbove(folder: string, has: (at: string) => boolean): string | undefined {
  for (let at = folder; ; at = dirname(at)) {
    if (has(at)) return at
    if (at === dirname(at)) return undefined
  }
}

const isThere = (...steps: string[]) => existsSync(join(...steps))

/** The `tsconfig.json` that holds for a folder: in it, or above. */
export function tsconfigAbove(folder: string): string | undefined {
  const at = folderAbove(folder, (each) => isThere(each, 'tsconfig.json'))
  return at === undefined ? undefined : join(at, 'tsconfig.json')
}

function hasWorkspaces(folder: string): boolean {
  try {
    return 'workspaces' in (JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8')) as object)
  } catch {
    return false // no manifest, or one that others will complain of
  }
}

/** The repository that a library's folder belongs to: where it is kept under version control, else where its manifest stands. */
export function repositoryOf(folder: string): string {
  const top = folderAbove(
    folder,
    (at) => isThere(at, '.git') || isThere(at, 'pnpm-workspace.yaml') || hasWorkspaces(at),
  )
  const found = top ?? folderAbove(folder, (at) => isThere(at, 'package.json')) ?? folder
  // What lies loose in somebody's home is no repository.
  return found === homedir() || found === dirname(found) ? folder : found
}

/** Whether packages are read from archives, without folders of their own (yarn's Plug'n'Play). */
export const isPlugged = (folder: string): boolean =>
  folderAbove(folder, (at) => isThere(at, '.pnp.cjs') || isThere(at, '.pnp.data.json')) !== undefined

/** `@scope/name/deep` → `@scope/name`. */
const packageName = (reference: string) => /^(@[^/]+\/)?[^/]+/.exec(reference)?.[0] ?? reference

/** Whether a reference names a package, or an alias, rather than a file by its place. */
export const isBare = (reference: string) => !/^(\.{0,2}(\/|$)|[a-z][a-z0-9+.-]*:)/i.test(reference)

/** Which files outside of a library's folder its code may read: only those that the resolution of modules leads to. */
export class PackageReach {
  private readonly roots: Set<string>
  private readonly isPlugged: boolean

  /** @param folder the library's folder, its real path */
  constructor(private readonly folder: string) {
    this.roots = new Set([folder, repositoryOf(folder)])
    this.isPlugged = isPlugged(folder)
  }

  /** Notes where a package that is asked for by name is installed: packages may be linked in from anywhere. */
  note(reference: string, from: string): void {
    const name = packageName(reference)
    const at = folderAbove(from, (each) => isThere(each, 'node_modules', name))
    if (at !== undefined) this.roots.add(realpathSync(join(at, 'node_modules', name)))
  }

  /** Whether a file, by its real path, may be read. */
  admits(file: string): boolean {
    if ([...this.roots].some((root) => file === root || file.startsWith(root + sep))) return true
    return this.isPlugged && file.includes(`${sep}.yarn${sep}`)
  }

  /** Whether a file belongs to the library itself. */
  isOwn = (file: string): boolean => file.startsWith(this.folder + sep) && !file.includes(`${sep}node_modules${sep}`)

  /** The folder that a file's own relative references may not leave: the library's, or its package's. */
  boundOf(file: string): string {
    if (this.isOwn(file)) return this.folder
    return folderAbove(dirname(file), (at) => isThere(at, 'package.json')) ?? dirname(file)
  }
}
