import { unzipSync } from 'fflate'
import { BadInput, type Problem } from '@/core/problem'
import { LIBRARY_FILE, treeOf, type FileTree, UPLOAD_LIMITS } from '@/core/sheet'

const SKIPPED = /(^|\/)(node_modules|\.git|\.brelt|__MACOSX)(\/|$)|(^|\/)\.DS_Store$/

/**
 * Reads a zip into memory. Entries that would leave the folder, too many, too large or too deep are refused, by name.
 * A folder around everything is taken off.
 * @throws BadInput
 */
export function readZip(bytes: Uint8Array, file: string): FileTree {
  const problems: Problem[] = []
  const refuse = (message: string) =>
    void (problems.length < 20 && problems.push({ file, line: 1, column: 1, message }))
  let total = 0
  let count = 0
  let entries: Record<string, Uint8Array>
  try {
    entries = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (name.endsWith('/') || SKIPPED.test(name)) return false
        const fault = pathFault(name)
        if (fault) refuse(`the entry "${name}" ${fault}`)
        else if (originalSize > UPLOAD_LIMITS.fileBytes)
          refuse(
            `the entry "${name}" has ${originalSize} bytes, more than the ${UPLOAD_LIMITS.fileBytes} that a file may have`,
          )
        total += originalSize
        // What a zip says of its sizes decides what is unpacked: a small file that unpacks to gigabytes stops here.
        return (
          ++count <= UPLOAD_LIMITS.files &&
          total <= UPLOAD_LIMITS.bytes &&
          fault === undefined &&
          originalSize <= UPLOAD_LIMITS.fileBytes
        )
      },
    })
  } catch (error) {
    throw new BadInput([{ file, line: 1, column: 1, message: `not readable as a zip: ${(error as Error).message}` }])
  }
  if (count > UPLOAD_LIMITS.files)
    refuse(`the zip holds ${count} files, more than the ${UPLOAD_LIMITS.files} that a library may have`)
  if (total > UPLOAD_LIMITS.bytes)
    refuse(`the zip unpacks to ${total} bytes, more than the ${UPLOAD_LIMITS.bytes} that a library may have`)
  if (problems.length > 0) throw new BadInput(problems)
  return treeOf(withoutCommonFolder(entries))
}

/** Why a path cannot be one of a library's; undefined when it can. */
export function pathFault(path: string): string | undefined {
  if (/^([a-z]:|[/\\])/i.test(path) || path.split(/[/\\]/).includes('..')) return 'leaves the folder'
  if (path.includes('\\') || path.includes('\0')) return 'has a name that no folder can hold'
  if (path.split('/').length > UPLOAD_LIMITS.depth) return `lies deeper than ${UPLOAD_LIMITS.depth} folders`
  return undefined
}

function withoutCommonFolder(entries: Record<string, Uint8Array>): Record<string, Uint8Array> {
  const paths = Object.keys(entries)
  const [first] = paths
  const folder = first?.slice(0, first.indexOf('/') + 1)
  if (!folder || LIBRARY_FILE in entries || !paths.every((path) => path.startsWith(folder))) return entries
  return Object.fromEntries(Object.entries(entries).map(([path, bytes]) => [path.slice(folder.length), bytes]))
}
