import JSON5 from 'json5'
import { findNodeAtLocation, parseTree, visit, type JSONVisitor, type Node } from 'jsonc-parser'
import type { Place, Problem } from '../problem'
import { readYaml, type Path, type YamlSource } from '../yaml'

/** The value of a text in JSON, in JSON with comments, or in JSON5; undefined when it is none. */
function anyJson(text: string): unknown {
  for (const read of [JSON.parse, JSON5.parse]) {
    try {
      return read(text.replace(/^\uFEFF/, ''))
    } catch {
      // the next may read it
    }
  }
  return undefined
}

// Token files nest a handful of groups.
const MAX_DEPTH = 100

/**
 * Names that stand twice in one object, of which a parser keeps the last without a word, and objects in objects without end. What is
 * not JSON with comments, such as JSON5, is loose.
 */
function lookThrough(text: string, file: string): { problems: Problem[]; isLoose: boolean } {
  let isLoose = false
  const problems: Problem[] = []
  const open: Set<string>[] = []
  const visitor: JSONVisitor = {
    onObjectBegin: (_offset, _length, line, column) => {
      open.push(new Set())
      if (open.length === MAX_DEPTH + 1)
        problems.push({
          file,
          line: line + 1,
          column: column + 1,
          message: `nested deeper than the ${MAX_DEPTH} groups that are read`,
        })
      // What lies deeper is passed over.
      return open.length <= MAX_DEPTH
    },
    onObjectProperty: (name, _offset, _length, line, column) => {
      const known = open.at(-1)!
      if (known.has(name)) {
        const message = `"${name}" stands twice: all but the last would be lost`
        problems.push({ file, line: line + 1, column: column + 1, message })
      }
      known.add(name)
    },
    onObjectEnd: () => void open.pop(),
    onError: () => (isLoose = true),
  }
  try {
    visit(text, visitor, { allowTrailingComma: true })
  } catch (error) {
    // It ran out of stack, and has told at which depth things are too deep.
    if (problems.length === 0) throw error
  }
  return { problems, isLoose: isLoose && problems.length === 0 }
}

/** Where the last key of a path stands, by going through the text key by key. */
function keyOffset(text: string, path: Path): number {
  let from = 0
  for (const step of path) {
    const key = String(step).replace(/[^\w-]/g, '\\$&')
    const found = new RegExp(`(["']?)${key}\\1\\s*:`).exec(text.slice(from))
    if (found) from += found.index
  }
  return from
}

/**
 * Reads a JSON text, with places of its values worked out only when one is asked for: five thousand tokens are read in
 * milliseconds, where a parser that keeps places takes most of a second. What is no JSON is read as YAML, which tells what is wrong where.
 */
export function readJson(text: string, file: string): YamlSource {
  const value = anyJson(text)
  if (value === undefined) return readYaml(text, file)
  let tree: Node | undefined
  // Names without quotes, as JSON5 has them, are not in the tree of a JSON parser.
  const { problems, isLoose } = lookThrough(text, file)
  const nodeAt = (path: Path): Node | undefined => {
    tree ??= parseTree(text)
    if (isLoose) return undefined
    for (let length = path.length; tree && length >= 0; length--) {
      const node = findNodeAtLocation(
        tree,
        path.slice(0, length).map((step) => (typeof step === 'number' ? step : String(step))),
      )
      if (node) return node
    }
    return tree
  }
  let starts: number[] | undefined
  const placeAt = (offset: number): Place => {
    starts ??= [0, ...[...text.matchAll(/\n/g)].map(({ index }) => index + 1)]
    let [low, high] = [0, starts.length - 1]
    while (low < high) {
      const middle = Math.ceil((low + high) / 2)
      if (starts[middle]! <= offset) low = middle
      else high = middle - 1
    }
    return { file, line: low + 1, column: offset - starts[low]! + 1 }
  }
  return {
    file,
    text,
    value: problems.length > 0 ? undefined : value,
    problems,
    at: (path) => placeAt(nodeAt(path)?.offset ?? keyOffset(text, path)),
    atKey: (path) => {
      if (isLoose) return placeAt(keyOffset(text, path))
      const node = nodeAt(path)
      return placeAt((node?.parent?.type === 'property' ? node.parent.offset : node?.offset) ?? 0)
    },
  }
}
