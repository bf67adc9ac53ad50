import { applyEdits, findNodeAtLocation, getNodeValue, modify, parseTree } from 'jsonc-parser'
import { isSame } from '../yaml'

/** One changed value of a token file. */
export interface TokenEdit {
  file: string
  /** Where the value stands in the file. */
  at: readonly (string | number)[]
  /** What stood there when the change was made. */
  was: unknown
  value: unknown
}

/** A file's text with a value changed in place; or what stands there by now, where that is not what was changed. */
export function editTokenText(text: string, { at, was, value }: TokenEdit): { text: string } | { now: unknown } {
  const tree = parseTree(text)
  const node = tree && findNodeAtLocation(tree, [...at])
  const now: unknown = node && getNodeValue(node)
  if (!isSame(now ?? null, was ?? null)) return { now }
  const indent = /^[ \t]+/m.exec(text)?.[0] ?? '  '
  const formattingOptions = {
    insertSpaces: !indent.includes('\t'),
    tabSize: indent.length,
    eol: text.includes('\r\n') ? '\r\n' : '\n',
  }
  const edited = applyEdits(text, modify(text, [...at], value, { formattingOptions }))
  // What was written in one line stays in one.
  const isOneLine = node !== undefined && !text.slice(node.offset, node.offset + node.length).includes('\n')
  if (!isOneLine || typeof value !== 'object' || value === null) return { text: edited }
  return { text: text.slice(0, node.offset) + inLine(value) + text.slice(node.offset + node.length) }
}

/** A value as one line of JSON, spaced as people write it. */
function inLine(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(inLine).join(', ')}]`
  if (typeof value !== 'object' || value === null) return JSON.stringify(value)
  return `{ ${Object.entries(value)
    .map(([key, each]) => `${JSON.stringify(key)}: ${inLine(each)}`)
    .join(', ')} }`
}
