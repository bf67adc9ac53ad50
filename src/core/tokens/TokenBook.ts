import { nearest, type Problem } from '../problem'
import { findFile, LIBRARY_FILE, type Library } from '../sheet'
import { tokenContexts, type Modifier } from './contexts'
import { customProperties } from './customProperties'
import { customPropertyName } from './naming'
import { readTokenDocument, type RawTokens, type TokenDocument } from './resolver'
import type { Ignored } from './tokenTree'
import { resolveTokens, type ResolvedTokens, type Token, type TokenIssue } from './resolve'

/** All of a library's tokens, in any context. */
export interface TokenBook {
  /** The token at a path in a context; undefined when there is none, or when it cannot be resolved. */
  get(path: string, context: Readonly<Record<string, string>>): Token | undefined
  /** Whether the path exists in some context, resolvable or not. */
  has(path: string): boolean
  nearest(path: string): string | undefined
  /** All tokens of a context that can be resolved. */
  list(context: Readonly<Record<string, string>>): Token[]
  customProperties(context: Readonly<Record<string, string>>): [name: string, value: string][]
  /** Tokens as their files give them in a context, before aliases are followed. */
  raw(context: Readonly<Record<string, string>>): RawTokens
  /** The documents that count in a context, as written, the later over the earlier. */
  sources(context: Readonly<Record<string, string>>): unknown[]
  /** What tokens may differ by, with the values that the documents know. */
  modifiers: readonly Modifier[]
  /** The custom property that bears a token. */
  propertyOf(path: string): string
  /** What is wrong with tokens, over all contexts, each once. */
  issues: readonly TokenIssue[]
  /** What stands in the files and is neither token nor group. */
  ignored: readonly Ignored[]
  /** Files that the library names as token files and that give no token in any context. */
  empty: readonly string[]
}

/** Reads a library's token files and resolver documents; problems are faults of the files, not of single tokens. */
export function readTokens(library: Library): { book: TokenBook; problems: Problem[] } {
  const files = library.data.tokens.flatMap((file) => findFile(library.tree, LIBRARY_FILE, file) ?? [])
  const read = files.map((file) => readTokenDocument(library.tree, file))
  const documents = read.map(({ document }) => document)
  const modifiers = documents.flatMap((document) =>
    Object.entries(document.modifiers).map(([name, values]): Modifier => ({ name, values })),
  )
  const naming = library.data['custom-properties']
  const cache = new Map<string, ResolvedTokens & { raw: RawTokens }>()

  const inContext = (context: Readonly<Record<string, string>>) => {
    const key = modifiers.map(({ name }) => context[name] ?? '').join('|')
    let resolved = cache.get(key)
    if (!resolved) {
      const raw: RawTokens = new Map(documents.flatMap((document) => [...document.tokensIn(context)]))
      resolved = { ...resolveTokens(raw, naming), raw }
      cache.set(key, resolved)
    }
    return resolved
  }

  const everywhere = tokenContexts({ modifiers }).map(inContext)
  const issues = new Map(everywhere.flatMap(({ issues }) => issues.map((issue) => [issueKey(issue), issue])))
  const known = new Set(everywhere.flatMap(({ raw }) => [...raw.keys()]))
  const book: TokenBook = {
    get: (path, context) => inContext(context).tokens.get(path) ?? inContext(context).tokens.get(path + '.$root'),
    has: (path) => known.has(path) || known.has(path + '.$root'),
    nearest: (path) => nearest(path, known),
    list: (context) => [...inContext(context).tokens.values()],
    customProperties: (context) => customProperties(inContext(context).tokens.values()),
    raw: (context) => inContext(context).raw,
    sources: (context) => documents.flatMap((document) => document.sourcesIn(context)),
    modifiers,
    propertyOf: (path) => customPropertyName(path, naming),
    issues: [...issues.values()],
    ignored: [...new Map(documents.flatMap(({ ignored }) => ignored).map((each) => [placeKey(each), each])).values()],
    empty: files.filter((_, at) => isEmpty(documents[at]!)),
  }
  return { book, problems: read.flatMap(({ problems }) => problems) }
}

const isEmpty = (document: TokenDocument): boolean =>
  tokenContexts({
    modifiers: Object.entries(document.modifiers).map(([name, values]) => ({ name, values })),
  }).every((context) => document.tokensIn(context).size === 0)

const placeKey = ({ file, at }: { file: string; at: readonly unknown[] }) => `${file}|${at.join('.')}`
const issueKey = ({ code, token }: TokenIssue) => `${code}|${placeKey(token)}`
