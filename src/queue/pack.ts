import { isPackaged, readLibrary, type FileTree } from '@/core/sheet'
import { readTokens } from '@/core/tokens'
import { hashOf, type PreparedLibrary, type Selection } from '@/runner'
import { sentCompiled, styleFilesOf, type SentCompiled } from '@/source'
import { encode } from './wire'

/** A library as it travels: all that preparing its components takes, but for their code. It is the same for whichever of them are run. */
export interface PackedLibrary {
  /** All paths, also of files that do not come along. */
  paths: string[]
  files: [path: string, bytes: Uint8Array][]
  /** Where references to files of packages lead. */
  packaged: [reference: string, from: string, path: string][]
  selection: Omit<Selection, 'components'>
  withScenarios: boolean
}

/** A component as it travels, with its code bundled: who has it and its library needs no checkout. */
export interface PackedComponent {
  compiled: SentCompiled
  /** Files of packages that its styles come from. */
  files: PackedLibrary['files']
}

/** What workers are sent once they ask for it. */
export interface Packed {
  /** The hash of the packed library. */
  library: string
  /** The hashes of the packed components, by slug. */
  components: ReadonlyMap<string, string>
  /** All of that, by its hash. */
  blobs: ReadonlyMap<string, Uint8Array>
}

/** More than a queue should hold at a time. */
export const MAX_PACKED_BYTES = 256 * 1024 * 1024

/** What the authors of a library write: sheets, tokens, lists of approved pictures, and all that a break may be told to stand in. */
const TRAVELS = /\.(ya?ml|json5?|css|pcss|scss|sass|less|liquid|html?|[cm]?[jt]sx?)$/

/** Packs a library. @throws Error where it is too large to be sent */
export function packLibrary({ library, components, selection, withScenarios }: PreparedLibrary): Packed {
  const blobs = new Map<string, Uint8Array>()
  const pack = (what: string, packed: PackedLibrary | PackedComponent) => {
    const bytes = encode(packed)
    if (bytes.length > MAX_PACKED_BYTES) throw new Error(`${what} is too large to be sent: ${sizeOf(bytes)}`)
    const hash = hashOf(bytes)
    blobs.set(hash, bytes)
    return hash
  }
  const { components: _, ...rest } = selection
  const about = { ...filesOf(library), selection: rest, withScenarios }
  const { tree } = library
  return {
    blobs,
    library: pack('the library', about),
    components: new Map(
      components.flatMap(({ sheet, compiled }) => {
        if (!compiled) return []
        const files = readFrom(tree, styleFilesOf(compiled).filter(isPackaged))
        return [[sheet.slug, pack(`the component ${sheet.slug}`, { compiled: sentCompiled(compiled), files })]]
      }),
    ),
  }
}

const readFrom = ({ bytes }: FileTree, paths: readonly string[]): PackedLibrary['files'] =>
  paths.flatMap((path) => {
    const read = bytes(path)
    return read ? [[path, read]] : []
  })

/** What a library is read from. */
function filesOf({ tree }: PreparedLibrary['library']): Pick<PackedLibrary, 'paths' | 'files' | 'packaged'> {
  const packaged: PackedLibrary['packaged'] = []
  // What is read of packages shows only when it is read.
  readAll({
    ...tree,
    ...(tree.packaged && {
      packaged: (reference, from) => {
        const path = tree.packaged!(reference, from)
        if (path !== undefined) packaged.push([reference, from, path])
        return path
      },
    }),
  })
  const paths = [...tree.paths.filter((path) => TRAVELS.test(path)), ...packaged.map(([, , path]) => path)]
  return { paths: [...tree.paths], files: readFrom(tree, [...new Set(paths)]), packaged }
}

function readAll(tree: FileTree) {
  const { library } = readLibrary(tree)
  if (library) readTokens(library)
}

const sizeOf = ({ length }: Uint8Array) =>
  `${Math.round(length / 1024 / 1024)} MB packed, and no more than ${MAX_PACKED_BYTES / 1024 / 1024} MB are`
