import { nearest } from '../problem'
import { cssValue, TOKEN_TYPES, TokenValueError, typographyFields } from './cssValue'
import type { RawTokens } from './resolver'
import { referencedPath, type RawToken } from './tokenTree'

/** A token's value in one context. */
export interface Token {
  path: string
  type?: string
  /** The whole value as CSS. */
  css: string
  /** A typography token's fields, by CSS property. */
  fields?: Readonly<Record<string, string>>
}

/** What is wrong with a token; the rest of the document still loads. */
export type TokenIssue =
  | { code: 'token-cycle'; token: RawToken; cycle: readonly string[] }
  | { code: 'unknown-token'; token: RawToken; name: string; nearest?: string }
  | { code: 'token-type'; token: RawToken; message: string }

export interface ResolvedTokens {
  tokens: ReadonlyMap<string, Token>
  issues: readonly TokenIssue[]
}

class Unresolved extends Error {}

/** Follows every alias and writes every value as CSS. A token that cannot be resolved is left out and told as an issue. */
export function resolveTokens(raw: RawTokens): ResolvedTokens {
  const tokens = new Map<string, Token>()
  const issues: TokenIssue[] = []
  const told = new Set<RawToken>()
  const done = new Map<string, { value: unknown; type?: string }>()
  const trail: string[] = []

  const tell = (issue: TokenIssue): never => {
    if (!told.has(issue.token)) issues.push(issue)
    // A cycle is told once, not once for each of its tokens.
    const involved = issue.code === 'token-cycle' ? issue.cycle.map((path) => raw.get(path)!) : [issue.token]
    for (const token of involved) told.add(token)
    throw new Unresolved()
  }

  const resolvePathOf = (path: string, asker: RawToken): { value: unknown; type?: string } => {
    const known = done.get(path)
    if (known) return known
    const token = raw.get(path) ?? raw.get(path + '.$root')
    if (!token) return tell({ code: 'unknown-token', token: asker, name: path, nearest: nearest(path, raw.keys()) })
    if (trail.includes(token.path)) {
      return tell({ code: 'token-cycle', token: asker, cycle: [...trail.slice(trail.indexOf(token.path)), token.path] })
    }
    trail.push(token.path)
    try {
      const resolved = { value: substitute(token.value, token), type: token.type ?? aliasType(token) }
      checkType(token, resolved.type)
      done.set(token.path, resolved)
      return resolved
    } finally {
      trail.pop()
    }
  }

  const aliasOf = (value: unknown): string | undefined => {
    if (typeof value === 'string') return referencedPath(value)
    const reference = (value as { $ref?: unknown } | null)?.$ref
    return typeof value === 'object' && typeof reference === 'string' ? referencedPath(reference) : undefined
  }

  const substitute = (value: unknown, token: RawToken): unknown => {
    const alias = aliasOf(value)
    if (alias !== undefined) return resolvePathOf(alias, token).value
    if (Array.isArray(value)) return value.map((item) => substitute(item, token))
    if (typeof value !== 'object' || value === null) return value
    return Object.fromEntries(Object.entries(value).map(([key, item]) => [key, substitute(item, token)]))
  }

  const aliasType = (token: RawToken): string | undefined => {
    const alias = aliasOf(token.value)
    return alias === undefined ? undefined : resolvePathOf(alias, token).type
  }

  const checkType = (token: RawToken, type: string | undefined) => {
    if (type !== undefined && !TOKEN_TYPES.includes(type)) {
      const near = nearest(type, TOKEN_TYPES)
      tell({
        code: 'token-type',
        token,
        message: `has the unknown type "${type}"${near ? `; did you mean "${near}"?` : ''}`,
      })
    }
    const alias = aliasOf(token.value)
    const target = alias === undefined ? undefined : resolvePathOf(alias, token).type
    if (token.type && target && token.type !== target) {
      tell({ code: 'token-type', token, message: `is a ${token.type} but stands for "${alias}", a ${target}` })
    }
  }

  for (const token of raw.values()) {
    try {
      const { value, type } = resolvePathOf(token.path, token)
      const fields = type === 'typography' && typeof value === 'object' ? typographyFields(value) : undefined
      tokens.set(token.path, { path: token.path, type, css: cssValue(value, type), ...(fields && { fields }) })
    } catch (error) {
      if (error instanceof TokenValueError) {
        issues.push({
          code: 'token-type',
          token,
          message: `has a value that its type ${token.type ?? ''} does not take: expected ${error.message}`,
        })
      } else if (!(error instanceof Unresolved)) throw error // our bug, not the author's
    }
  }
  return { tokens, issues }
}
