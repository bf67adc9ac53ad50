import { createRequire } from 'node:module'
import { existsSync, readFileSync, realpathSync, statSync } from 'node:fs'
import { dirname, join, resolve, sep } from 'node:path'
import type { FileTree } from '@/core/sheet'
import { libraryPath } from './libraryPath'
import { findArchived } from './archives'
import { isBare, isPlugged, PackageReach, tsconfigAbove } from './PackageReach'

type Resolve = (from: string, reference: string) => string | false

/** How bundlers find the style sheet of a package that is named without one. */
const STYLE_OPTIONS = {
  mainFields: ['sass', 'style', 'main'],
  conditions: ['sass', 'style', 'browser', 'import', 'default'],
  extensions: ['.css', '.scss', '.json'],
}

// Required, and only where a package is asked for: most libraries ask for none.
function resolverFor(folder: string): Resolve {
  const { create } = createRequire(import.meta.url)('enhanced-resolve') as {
    create: { sync(options: object): Resolve }
  }
  const tsconfig = tsconfigAbove(folder)
  const { conditions: conditionNames, ...others } = STYLE_OPTIONS
  return create.sync({ ...others, conditionNames, ...(tsconfig !== undefined && { tsconfig }) })
}

/**
 * Files of installed packages that styles and token files name, looked up on disk as bundlers do. Their paths are relative to the
 * library's folder, as `node_modules/…` or `../../node_modules/…`, and can be read once a reference has led to them.
 */
class Packages {
  private readonly reach: PackageReach
  private readonly known = new Map<string, string>()
  private readonly archived = new Map<string, Uint8Array>()
  /** Where references led, by the folder that they were in: each look into archives is a run of the bundler. */
  private readonly foundArchived = new Map<string, string>()
  private readonly isPlugged: boolean
  private resolver?: Resolve

  constructor(private readonly folder: string) {
    this.reach = new PackageReach(folder)
    this.isPlugged = isPlugged(folder)
  }

  resolve(reference: string, from: string): string | undefined {
    const importer = this.known.get(from) ?? join(this.folder, from)
    const found = this.archived.has(importer)
      ? this.inArchive(reference, importer)
      : isBare(reference)
        ? (this.lookUp(reference, dirname(importer)) ?? this.inArchive(reference, importer))
        : this.beside(reference, importer)
    if (found === undefined || !this.reach.admits(found)) return undefined
    const path = libraryPath(this.folder, found)
    // An alias may lead back into the library, whose files are the tree's.
    if (this.reach.isOwn(found)) return path
    this.known.set(path, found)
    return path
  }

  has(path: string): boolean {
    return this.known.has(path)
  }

  bytes(path: string): Uint8Array | undefined {
    const file = this.known.get(path)
    return file === undefined ? undefined : (this.archived.get(file) ?? readFileSync(file))
  }

  private lookUp(reference: string, from: string): string | undefined {
    this.reach.note(reference, from)
    try {
      this.resolver ??= resolverFor(this.folder)
      const found = this.resolver(from, reference)
      return found === false ? undefined : found.replace(/[?#].*$/, '')
    } catch {
      return undefined // it is not installed, or its manifest does not give the file away
    }
  }

  /** What yarn keeps in an archive; files in one reach what lies in the same package. */
  private inArchive(reference: string, importer: string): string | undefined {
    if (!this.isPlugged) return undefined
    const key = `${dirname(importer)}|${reference}`
    const known = this.foundArchived.get(key)
    if (known !== undefined) return known
    const found = findArchived(this.folder, reference, dirname(importer), STYLE_OPTIONS)
    if (!found) return undefined
    if (!isBare(reference) && packageIn(found.file) !== packageIn(importer)) return undefined
    this.archived.set(found.file, found.bytes)
    this.foundArchived.set(key, found.file)
    return found.file
  }

  /** Files of a package reach what lies in the same package. */
  private beside(reference: string, importer: string): string | undefined {
    if (this.reach.isOwn(importer)) return undefined
    const file = resolve(dirname(importer), reference)
    if (!file.startsWith(this.reach.boundOf(importer) + sep)) return undefined
    return statSync(file, { throwIfNoEntry: false })?.isFile() ? realpathSync(file) : undefined
  }
}

/** `…/theme.zip/node_modules/@hut/theme/a.css` → up to the package's own name. */
const packageIn = (file: string) => /^.*\.zip\/node_modules\/(@[^/]+\/)?[^/]+/.exec(file)?.[0]

/** A tree of files on disk, from which files of installed packages can be reached too. */
export function withPackages(tree: FileTree & { folder: string }): FileTree {
  if (!existsSync(tree.folder)) return tree // it has been moved since it was linked
  const packages = new Packages(realpathSync(tree.folder))
  return {
    ...tree,
    bytes: (path) => tree.bytes(path) ?? packages.bytes(path),
    packaged: (reference, from) => {
      const path = packages.resolve(reference, from)
      return path !== undefined && (packages.has(path) || tree.paths.includes(path)) ? path : undefined
    },
  }
}
