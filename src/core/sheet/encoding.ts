import type { Problem } from '../problem'
import type { FileTree } from './FileTree'

const strict = new TextDecoder('utf-8', { fatal: true })

function isReadable(bytes: Uint8Array): boolean {
  try {
    strict.decode(bytes)
    return true
  } catch {
    return false
  }
}

const NEW_LINE = 10

/** Where a text is not UTF-8: read as if it were, it would lose letters without a word. Undefined where it is, or where there is no file. */
export function encodingProblem(tree: FileTree, file: string): Problem | undefined {
  const bytes = tree.bytes(file)
  if (!bytes || isReadable(bytes)) return undefined
  let [line, from] = [1, 0]
  for (;;) {
    const end = bytes.indexOf(NEW_LINE, from)
    if (end < 0 || !isReadable(bytes.subarray(from, end))) break
    line++
    from = end + 1
  }
  const isWide = (bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff)
  const found = isWide ? 'it seems to be UTF-16' : 'it may be Latin-1 (ISO 8859-1)'
  return { file, line, column: 1, message: `this is not UTF-8, and ${found}: save it as UTF-8` }
}
