import JSON5 from 'json5'
import { findNodeAtLocation, parse, parseTree, type Node, type ParseError } from 'jsonc-parser'
import type { Place } from '../problem'
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

function isJsonWithComments(text: string): boolean {
  const errors: ParseError[] = []
  parse(text, errors, { allowTrailingComma: true })
  return errors.length === 0
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
  const isLoose = !isJsonWithComments(text)
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
    value,
    problems: [],
    at: (path) => placeAt(nodeAt(path)?.offset ?? keyOffset(text, path)),
    atKey: (path) => {
      if (isLoose) return placeAt(keyOffset(text, path))
      const node = nodeAt(path)
      return placeAt((node?.parent?.type === 'property' ? node.parent.offset : node?.offset) ?? 0)
    },
  }
}
