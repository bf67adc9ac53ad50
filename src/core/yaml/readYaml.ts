import {
  isAlias,
  isCollection,
  isMap,
  isPair,
  isScalar,
  isSeq,
  LineCounter,
  parseDocument,
  visit,
  type Document,
  type Node,
} from 'yaml'
import { errorSentence, type Place, type Problem } from '../problem'

export type Path = readonly PropertyKey[]

/** A YAML (or JSON) text as plain data, with the place of everything in it. */
export interface YamlSource {
  file: string
  text: string
  value: unknown
  problems: Problem[]
  /** The place of the value at `path`, or of its nearest ancestor that exists. */
  at(path: Path): Place
  /** The place of the key that ends `path`. */
  atKey(path: Path): Place
}

// Ten thousand lines of YAML are 400 kB: more is not a sheet.
const MAX_CHARACTERS = 2_000_000
// The YAML library's own guard against alias bombs; sheets use a handful of anchors.
const MAX_ALIASES = 200

/** Reads YAML 1.2 (JSON is YAML). Syntax errors become problems, all of them at once. */
export function readYaml(text: string, file: string): YamlSource {
  if (text.length > MAX_CHARACTERS) {
    const message = `the file has ${text.length} characters, more than the ${MAX_CHARACTERS} that are read`
    return emptySource(text, file, [{ file, line: 1, column: 1, message }])
  }
  const lines = new LineCounter()
  const document = parseDocument(text, { lineCounter: lines, prettyErrors: false, version: '1.2' })
  const placeAt = (offset: number): Place => {
    const { line, col } = lines.linePos(Math.min(offset, text.length))
    return { file, line: Math.max(line, 1), column: Math.max(col, 1) }
  }
  const problems: Problem[] = document.errors.map(({ code, pos, message }) => ({
    ...placeAt(pos[0]),
    message:
      code === 'DUPLICATE_KEY'
        ? `the key "${keyAt(text, pos[0])}" stands twice: one of both would be lost`
        : `not readable as YAML: ${errorSentence(message)}`,
  }))
  if (problems.length === 0) problems.push(...selfAnchored(document, placeAt))
  let value: unknown
  try {
    value = problems.length ? undefined : document.toJS({ maxAliasCount: MAX_ALIASES })
  } catch (error) {
    if (!(error instanceof ReferenceError)) throw error // our bug, not the author's
    problems.push({ file, line: 1, column: 1, message: `too many or unresolved YAML aliases: ${error.message}` })
  }
  return {
    file,
    text,
    value,
    problems,
    at: (path) => placeAt(locate(document, path).value),
    atKey: (path) => placeAt(locate(document, path).key),
  }
}

/** The key that stands at a place, as it is written. */
const keyAt = (text: string, offset: number) => /^[^:\n]*/.exec(text.slice(offset))![0].trim()

/** Aliases that lead to what they stand in: such a value has no end. */
function selfAnchored(document: Document, placeAt: (offset: number) => Place): Problem[] {
  const problems: Problem[] = []
  visit(document, {
    Alias: (_, alias, above) => {
      const isInside = above.some((node) => isCollection(node) && node.anchor === alias.source)
      if (isInside)
        problems.push({ ...placeAt(alias.range?.[0] ?? 0), message: `"*${alias.source}" stands in what it stands for` })
    },
  })
  return problems
}

const emptySource = (text: string, file: string, problems: Problem[]): YamlSource => {
  const start = { file, line: 1, column: 1 }
  return { file, text, value: undefined, problems, at: () => start, atKey: () => start }
}

/** Offsets of the key and of the value at `path`; where the path ends early, those of the last node found. */
function locate(document: Document, path: Path): { key: number; value: number } {
  let node: Node | null = document.contents
  let key = node?.range?.[0] ?? 0
  let value = key
  for (const step of path) {
    if (isAlias(node)) node = node.resolve(document) ?? null
    const next = childOf(node, step)
    if (!next) break
    key = next.keyOffset ?? next.node?.range?.[0] ?? key
    value = next.node?.range?.[0] ?? key
    node = next.node
  }
  return { key, value }
}

function childOf(
  node: Node | null,
  step: PropertyKey,
): { node: Node | null; keyOffset?: number | undefined } | undefined {
  if (isSeq(node) && typeof step === 'number') return { node: (node.items[step] as Node | undefined) ?? null }
  if (!isMap(node) || !isCollection(node)) return undefined
  const pair = node.items.find(
    (item) => isPair(item) && String(isScalar(item.key) ? item.key.value : item.key) === String(step),
  )
  if (!pair) return undefined
  return { node: pair.value as Node | null, keyOffset: (pair.key as Node).range?.[0] }
}
