import { findNodeAtLocation, parseTree, type Node } from 'jsonc-parser'
import type { Place } from '../problem'
import { readYaml, type Path, type YamlSource } from '../yaml'

/**
 * Reads a JSON text, with places of its values worked out only when one is asked for: five thousand tokens are read in
 * milliseconds, where a parser that keeps places takes most of a second. What is no JSON is read as YAML, which tells what is wrong where.
 */
export function readJson(text: string, file: string): YamlSource {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    return readYaml(text, file)
  }
  let tree: Node | undefined
  const nodeAt = (path: Path): Node | undefined => {
    tree ??= parseTree(text)
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
    at: (path) => placeAt(nodeAt(path)?.offset ?? 0),
    atKey: (path) => {
      const node = nodeAt(path)
      return placeAt((node?.parent?.type === 'property' ? node.parent.offset : node?.offset) ?? 0)
    },
  }
}
