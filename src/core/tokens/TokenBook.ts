import { nearest, type Problem } from '../problem'
import { findFile, LIBRARY_FILE, type Library } from '../sheet'
import { tokenContexts, type Modifier } from './contexts'
import { customProperties } from './customProperties'
import { readTokenDocument, type RawTokens } from './resolver'
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
  /** What is wrong with tokens, over all contexts, each once. */
  issues: readonly TokenIssue[]
}

/** Reads a library's token files and resolver documents; problems are faults of the files, not of single tokens. */
export function readTokens(library: Library): { book: TokenBook; problems: Problem[] } {
  const read = library.data.tokens
    .flatMap((file) => findFile(library.tree, LIBRARY_FILE, file) ?? [])
    .map((file) => readTokenDocument(library.tree, file))
  const documents = read.map(({ document }) => document)
  const modifiers = documents.flatMap((document) =>
    Object.entries(document.modifiers).map(([name, values]): Modifier => ({ name, values })),
  )
  const cache = new Map<string, ResolvedTokens & { raw: RawTokens }>()

  const inContext = (context: Readonly<Record<string, string>>) => {
    const key = modifiers.map(({ name }) => context[name] ?? '').join('|')
    let resolved = cache.get(key)
    if (!resolved) {
      const raw: RawTokens = new Map(documents.flatMap((document) => [...document.tokensIn(context)]))
      resolved = { ...resolveTokens(raw), raw }
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
    issues: [...issues.values()],
  }
  return { book, problems: read.flatMap(({ problems }) => problems) }
}

const issueKey = ({ code, token }: TokenIssue) => `${code}|${token.file}|${token.at.join('.')}`
