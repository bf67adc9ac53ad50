/** A library's files, wherever they are kept. Paths are relative to the library, with `/`. */
export interface FileTree {
  /** Every path, sorted. */
  readonly paths: readonly string[]
  /** The file's bytes, or undefined when there is no such file. */
  bytes(path: string): Uint8Array | undefined
  /** The folder on disk that it was read from: where installed packages are looked up. */
  readonly folder?: string
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
