/** Limits of what is taken in from outside. */
export const UPLOAD_LIMITS = { bytes: 64_000_000, fileBytes: 4_000_000, files: 5000, depth: 12 } as const

/** A library's files, wherever they are kept. Paths are relative to the library, with `/`. */
export interface FileTree {
  /** Every path, sorted. */
  readonly paths: readonly string[]
  /** The file's bytes, or undefined when there is no such file. */
  bytes(path: string): Uint8Array | undefined
  /** The folder on disk that it was read from: where installed packages are looked up. */
  readonly folder?: string
  /** The configuration that the team's own build sends styles through, and whether the user has said that it may run. */
  readonly styleBuild?: { readonly config: string; readonly isTrusted: boolean }
  /**
   * The file of an installed package that a reference leads to, as a path that `bytes` can read; undefined when there is none.
   * @param from the file that asks: one of the library, or of a package that was asked for before
   */
  packaged?(reference: string, from: string): string | undefined
  /** The tree that this one differs from in a few texts only. */
  readonly over?: { readonly tree: FileTree; readonly texts: Readonly<Record<string, string | null>> }
}

const decoder = new TextDecoder()

/** The file's text, or undefined when there is no such file. */
export function textOf(tree: FileTree, path: string): string | undefined {
  const bytes = tree.bytes(path)
  return bytes && decoder.decode(bytes)
}

/** A tree of texts held in memory. */
export function treeOf(files: Readonly<Record<string, string | Uint8Array>>): FileTree {
  const encoder = new TextEncoder()
  return {
    paths: Object.keys(files).toSorted(),
    bytes: (path) => {
      const file = files[path]
      return typeof file === 'string' ? encoder.encode(file) : file
    },
  }
}

/** Whether a path leads to a file of a package, outside of what is the library's own. */
export const isPackaged = (path: string) => /^(\.\.\/)*node_modules\/|^\.\.\/|\.zip\//.test(path)

/** Whether a file was made by others: what stands in it is not for the library's authors to mend. */
export const isVendored = (path: string): boolean =>
  isPackaged(path) || /(^|\/)(node_modules|vendors?|third[-_]party)\/|\.min\.css$/i.test(path)

/** Where a reference to a style sheet, font, picture or token file leads: a file of the library, else of an installed package. */
export function findFile(tree: FileTree, from: string, reference: string): string | undefined {
  const own = isPackaged(from) ? undefined : resolvePath(from, reference)
  return own !== undefined && tree.paths.includes(own) ? own : tree.packaged?.(reference, from)
}

/** What is said of a reference that leads nowhere. */
export function missingFile(tree: FileTree, from: string, reference: string): string {
  if (!isPackaged(from) && resolvePath(from, reference) === undefined)
    return `"${reference}" leaves the library's folder`
  const isName = tree.packaged !== undefined && /^(@[^/]+\/)?[^./][^/]*(\/|$)/.test(reference)
  return `no file "${reference}"${isName ? ', and no installed package gives one' : ''}`
}

/** Where a reference leads, as a path of the tree; undefined when it leaves the library's folder. */
export function resolvePath(fromFile: string, reference: string): string | undefined {
  if (/^([a-z]+:|\/|\\)/i.test(reference)) return undefined
  const steps = fromFile.split('/').slice(0, -1)
  for (const step of reference.split('/')) {
    if (step === '..') {
      if (steps.length === 0) return undefined
      steps.pop()
    } else if (step !== '.' && step !== '') steps.push(step)
  }
  return steps.join('/')
}
