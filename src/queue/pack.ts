import { createHash } from 'node:crypto'
import { isPackaged, readLibrary, type FileTree } from '@/core/sheet'
import { readTokens } from '@/core/tokens'
import type { PreparedLibrary, Selection } from '@/runner'
import { sentCompiled, styleFilesOf, type SentCompiled } from '@/source'
import { encode } from './wire'

/** A library as it travels: all that reading its components takes, with their code bundled. Who has it needs no checkout. */
export interface PackedLibrary {
  /** All paths, also of files that do not come along. */
  paths: string[]
  files: [path: string, bytes: Uint8Array][]
  /** Where references to files of packages lead. */
  packaged: [reference: string, from: string, path: string][]
  compiled: [slug: string, compiled: SentCompiled][]
  selection: Selection
  withScenarios: boolean
}

/** More than a queue should hold at a time. */
export const MAX_PACKED_BYTES = 256 * 1024 * 1024

/** What the authors of a library write: sheets, tokens, lists of approved pictures, and all that a break may be told to stand in. */
const TRAVELS = /\.(ya?ml|json5?|css|pcss|scss|sass|less|liquid|html?|[cm]?[jt]sx?)$/

/** Packs a library. @throws Error where it is too large to be sent */
export function packLibrary(prepared: PreparedLibrary): { hash: string; bytes: Uint8Array } {
  const { library, components, selection, withScenarios } = prepared
  const { tree } = library
  const files = new Map<string, Uint8Array>()
  const take = (path: string) => {
    const bytes = tree.bytes(path)
    if (bytes) files.set(path, bytes)
  }
  tree.paths.filter((path) => TRAVELS.test(path)).forEach(take)
  const packaged: PackedLibrary['packaged'] = []
  // What is read of packages shows only when it is read.
  readAll({
    ...tree,
    ...(tree.packaged && {
      packaged: (reference, from) => {
        const path = tree.packaged!(reference, from)
        if (path !== undefined) {
          packaged.push([reference, from, path])
          take(path)
        }
        return path
      },
    }),
  })
  for (const { compiled } of components) if (compiled) styleFilesOf(compiled).filter(isPackaged).forEach(take)
  const packed: PackedLibrary = {
    paths: [...tree.paths],
    files: [...files],
    packaged,
    compiled: components.flatMap(({ sheet, compiled }) => (compiled ? [[sheet.slug, sentCompiled(compiled)]] : [])),
    ...{ selection, withScenarios },
  }
  const bytes = encode(packed)
  if (bytes.length > MAX_PACKED_BYTES) throw new Error(`the library is too large to be sent: ${sizeOf(bytes)}`)
  return { hash: createHash('sha256').update(bytes).digest('hex'), bytes }
}

function readAll(tree: FileTree) {
  const { library } = readLibrary(tree)
  if (library) readTokens(library)
}

const sizeOf = ({ length }: Uint8Array) =>
  `${Math.round(length / 1024 / 1024)} MB packed, and no more than ${MAX_PACKED_BYTES / 1024 / 1024} MB are`
