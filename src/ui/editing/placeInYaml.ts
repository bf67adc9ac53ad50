import { yamlLanguage } from '@codemirror/lang-yaml'

type SyntaxNode = ReturnType<ReturnType<typeof yamlLanguage.parser.parse>['resolveInner']>

/** A place in a YAML text at which something is about to be written. */
export interface YamlPlace {
  /** The keys that lead to it; `#` for an item of a list. */
  path: string[]
  /** A value is to be written, no key. */
  isValue: boolean
}

// Stands for the word that is being written: half of a line is no YAML, and tells nothing of where it belongs.
const WORD = 'zz'

/**
 * Where the word between two offsets of a text stands, by the editor's own grammar.
 * @returns undefined where no key or value can stand, such as in a comment
 */
export function placeInYaml(text: string, from: number, to: number): YamlPlace | undefined {
  const whole = text.slice(0, from) + WORD + text.slice(to)
  const textOf = ({ from: start, to: end }: SyntaxNode) => whole.slice(start, end).replace(/^(["'])(.*)\1$/, '$2')
  const word = yamlLanguage.parser.parse(whole).resolveInner(from + 1, -1)
  if (word.name !== 'Literal') return undefined
  const path: string[] = []
  let below = word
  for (let node = word.parent; node; below = node, node = node.parent) {
    // A flow list's values are told by the schema of the list.
    if (node.name === 'Item' && (node.parent?.name === 'BlockSequence' || below !== word)) path.unshift('#')
    const key = node.name === 'Pair' ? node.getChild('Key') : null
    if (key && key.from !== below.from) path.unshift(textOf(key))
  }
  return { path, isValue: isValueOf(word, whole) }
}

function isValueOf(word: SyntaxNode, text: string): boolean {
  const { parent } = word
  if (parent?.name === 'Item') return parent.parent?.name === 'FlowSequence'
  if (parent?.name !== 'Pair') return false
  // On a line of its own it is the first key of what the pair holds.
  return !text.slice(parent.from, word.from).includes('\n')
}
