import { unknownName, type Problem } from '../problem'
import { findFile, missingFile, textOf, type FileTree } from '../sheet'
import type { Path, YamlSource } from '../yaml'
import { readJson } from './readJson'
import { listTokens, type Ignored, type RawToken } from './tokenTree'

/** The raw tokens that hold in one context, before aliases are followed; later files have won over earlier ones. */
export type RawTokens = ReadonlyMap<string, RawToken>

/** What a resolver document, or a plain token file, gives in a context. */
export interface TokenDocument {
  /** Modifiers and their contexts. */
  modifiers: Readonly<Record<string, readonly string[]>>
  tokensIn(context: Readonly<Record<string, string>>): RawTokens
  /** The token documents that count in a context, as written, the later over the earlier. */
  sourcesIn(context: Readonly<Record<string, string>>): unknown[]
  /** What stands in its files and is neither token nor group. */
  ignored: readonly Ignored[]
}

const NOTHING: TokenDocument = { modifiers: {}, tokensIn: () => new Map(), sourcesIn: () => [], ignored: [] }

type Json = Record<string, unknown>
const isRecord = (value: unknown): value is Json => typeof value === 'object' && value !== null && !Array.isArray(value)
const isResolver = (value: unknown) => isRecord(value) && Array.isArray(value.resolutionOrder)

interface Reading {
  tree: FileTree
  problems: Problem[]
  ignored: Ignored[]
  sources: Map<string, YamlSource | undefined>
}

/** Reads a token file or a resolver document (W3C CG format 2025.10) with all files that it names. */
export function readTokenDocument(tree: FileTree, file: string): { document: TokenDocument; problems: Problem[] } {
  const reading: Reading = { tree, problems: [], ignored: [], sources: new Map() }
  const source = open(reading, file)
  const value = source?.value
  if (!source || !isRecord(value)) return { document: NOTHING, problems: reading.problems }
  if (!isResolver(value)) {
    const listed = listTokens(value, file)
    const tokens = toMap(listed.tokens)
    return {
      document: { ...NOTHING, tokensIn: () => tokens, sourcesIn: () => [value], ignored: listed.ignored },
      problems: reading.problems,
    }
  }
  const layers = readOrder(reading, source, value)
  const modifiers = Object.fromEntries(
    layers.flatMap((layer) => (layer.kind === 'modifier' ? [[layer.name, Object.keys(layer.contexts)]] : [])),
  )
  const tokensIn = (context: Readonly<Record<string, string>>) => {
    const lists = layers.map((layer) =>
      layer.kind === 'set' ? layer.tokens : (layer.contexts[context[layer.name] ?? layer.defaultContext] ?? []),
    )
    return toMap(lists.flat())
  }
  const sourcesIn = (context: Readonly<Record<string, string>>) =>
    layers.flatMap((layer) =>
      layer.kind === 'set' ? layer.nodes : (layer.nodes[context[layer.name] ?? layer.defaultContext] ?? []),
    )
  return { document: { modifiers, tokensIn, sourcesIn, ignored: reading.ignored }, problems: reading.problems }
}

const toMap = (tokens: readonly RawToken[]): RawTokens => new Map(tokens.map((token) => [token.path, token]))

type Layer =
  | { kind: 'set'; tokens: RawToken[]; nodes: unknown[] }
  | {
      kind: 'modifier'
      name: string
      defaultContext: string
      contexts: Record<string, RawToken[]>
      nodes: Record<string, unknown[]>
    }

function readOrder(reading: Reading, source: YamlSource, resolver: Json): Layer[] {
  return (resolver.resolutionOrder as unknown[]).flatMap((entry, index): Layer[] => {
    const at: Path = ['resolutionOrder', index]
    const target = isRecord(entry) && typeof entry.$ref === 'string' ? follow(source, entry.$ref) : { node: entry, at }
    if (!target || !isRecord(target.node)) {
      reading.problems.push({
        ...source.at(at),
        message: `found ${JSON.stringify(entry)}, which names no set or modifier of this document`,
      })
      return []
    }
    const { node } = target
    if (!isRecord(node.contexts)) {
      const sources = readSources(reading, source, node.sources, [...target.at, 'sources'])
      return [{ kind: 'set', tokens: tokensIn(reading, sources), nodes: sources.map((each) => each.node) }]
    }
    const contexts = Object.fromEntries(
      Object.entries(node.contexts).map(([name, list]) => [
        name,
        readSources(reading, source, list, [...target.at, 'contexts', name]),
      ]),
    )
    const names = Object.keys(contexts)
    const mapped = <T>(map: (sources: Source[]) => T) =>
      Object.fromEntries(Object.entries(contexts).map(([name, sources]) => [name, map(sources)]))
    const defaultContext = typeof node.default === 'string' ? node.default : names[0]!
    if (!names.includes(defaultContext))
      reading.problems.push(unknownName(source.at([...target.at, 'default']), 'context', defaultContext, names))
    return [
      {
        kind: 'modifier',
        name: String(node.name ?? target.at.at(-1)),
        defaultContext,
        contexts: mapped((sources) => tokensIn(reading, sources)),
        nodes: mapped((sources) => sources.map((each) => each.node)),
      },
    ]
  })
}

/** A part of a document that holds tokens. */
interface Source {
  node: unknown
  file: string
  at: Path
}

const tokensIn = (reading: Reading, sources: readonly Source[]): RawToken[] =>
  sources.flatMap(({ node, file, at }) => {
    const { tokens, ignored } = listTokens(node, file, at)
    reading.ignored.push(...ignored)
    return tokens
  })

function readSources(reading: Reading, source: YamlSource, list: unknown, at: Path): Source[] {
  if (!Array.isArray(list)) return []
  return list.flatMap((entry, index) => {
    if (!isRecord(entry) || typeof entry.$ref !== 'string')
      return [{ node: entry, file: source.file, at: [...at, index] }]
    const [path, pointer] = entry.$ref.split('#', 2)
    if (path === '') {
      const target = follow(source, entry.$ref)
      if (isRecord(target?.node) && Array.isArray(target.node.sources))
        return readSources(reading, source, target.node.sources, [...target.at, 'sources'])
      return target ? [{ node: target.node, file: source.file, at: target.at }] : []
    }
    const file = findFile(reading.tree, source.file, path!)
    if (file === undefined) {
      const message = missingFile(reading.tree, source.file, path!)
      reading.problems.push({ ...source.at([...at, index, '$ref']), message })
      return []
    }
    const other = open(reading, file)
    const target = other && (pointer ? follow(other, '#' + pointer) : { node: other.value, at: [] })
    return target ? [{ node: target.node, file, at: target.at }] : []
  })
}

function open(reading: Reading, file: string): YamlSource | undefined {
  if (reading.sources.has(file)) return reading.sources.get(file)
  const text = textOf(reading.tree, file)
  const source = text === undefined ? undefined : readJson(text, file)
  if (!source) reading.problems.push({ file, line: 1, column: 1, message: `no file "${file}"` })
  else if (source.problems.length) reading.problems.push(...source.problems)
  else if (!isRecord(source.value))
    reading.problems.push({ ...source.at([]), message: 'found no object: a token document is one' })
  reading.sources.set(file, source)
  return source
}

function follow(source: YamlSource, reference: string): { node: unknown; at: string[] } | undefined {
  const at = reference.replace(/^#\/?/, '').split('/').filter(Boolean)
  const node = at.reduce<unknown>(
    (value, step) => (isRecord(value) || Array.isArray(value) ? (value as Json)[step] : undefined),
    source.value,
  )
  return node === undefined ? undefined : { node, at }
}
